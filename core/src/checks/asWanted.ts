import { type FlatState, facetOnSheet, facetsAt } from '../folded/index.ts';
import { type Point, lengthWithin } from '../geometry/index.ts';
import { type PaperLimits, toBulk, toFingerVerdict } from '../paper/index.ts';
import type { Plan } from '../plan/index.ts';
import { measureState, narrowestOf, sayPlace } from '../readings/index.ts';
import { resolvePoint } from '../references/index.ts';
import { type Replay, type ReplayedStep, type Step, contextAfter, repeatMove } from '../sequence/index.ts';
import { symmetriesOf } from '../sheet/index.ts';
import { type LengthUnit, toFigure, toLengthText } from '../units/index.ts';
import { checkColours } from './colours.ts';
import type { Finding } from './findings.ts';

/** A replayed plan and the sheet it is computed for. */
export interface PlanCheck {
  readonly plan: Plan;
  readonly replay: Replay;
  readonly sideMm: number | undefined;
  readonly limits: PaperLimits;
  readonly unit: LengthUnit;
}

/**
 * What the brief, the sheet and the hand have against a sequence: stacks too thick and flaps too narrow at this sheet,
 * colours not as the brief wants them, creases across zones that shall stay clean, left and right unequal without
 * intent. Cost: the measures of every state, kept with the state.
 */
export function checkWanted(check: PlanCheck): Finding[] {
  return [...checkSizes(check), ...checkColours(check), ...checkZones(check), ...checkPairs(check)];
}

/** Up to so many steps every one is measured; longer plans are measured here and there, and then where it turns. */
const MOST_MEASURED = 24;

/**
 * The first step at which a flap becomes too narrow, and the first at which a stack will not close; the sheet that is
 * offered is large enough for every step measured. Flaps only get narrower and thicker in all but rare plans, so a long
 * plan is measured at its end and at even distances, and the first step that fails is found between two of them.
 */
function checkSizes(check: PlanCheck): Finding[] {
  if (check.sideMm === undefined) return [];
  const steps = check.replay.steps.filter((s) => !s.refusal && s.after !== s.before);
  const known = new Map<number, SizeFinding[]>();
  const judge = (i: number): SizeFinding[] => {
    const own = known.get(i) ?? judgeSize(check, steps[i]!);
    known.set(i, own);
    return own;
  };
  const gap = Math.max(1, Math.ceil(steps.length / MOST_MEASURED));
  const places = steps.map((_, i) => i).filter((i) => (steps.length - 1 - i) % gap === 0);
  return (['too narrow', 'too thick'] as const).flatMap((kind): Finding[] => {
    const at = (i: number): SizeFinding | undefined => judge(i).find((f) => f.kind === kind);
    const k = places.findIndex((i) => at(i));
    if (k < 0) return [];
    let [low, first] = [k === 0 ? -1 : places[k - 1]!, places[k]!];
    while (first - low > 1) {
      const middle = (low + first) >> 1;
      if (at(middle)) first = middle;
      else low = middle;
    }
    const sideMm = Math.max(...places.flatMap((i) => at(i)?.sideMm ?? []), at(first)!.sideMm);
    return [{ ...at(first)!, sideMm }];
  });
}

type SizeFinding = Finding & { readonly sideMm: number };

function judgeSize({ plan, sideMm, limits, unit }: PlanCheck, step: ReplayedStep): SizeFinding[] {
  const narrow = narrowestOf(step);
  if (!narrow || sideMm === undefined) return [];
  const text = (mm: number): string => toLengthText(mm, unit).text;
  const found: SizeFinding[] = [];
  const widthMm = narrow.width * sideMm;
  if (toFingerVerdict(widthMm, limits) === 'too small') {
    const side = (sideMm * limits.tweezersMm) / widthMm;
    found.push({
      step: step.number,
      kind: 'too narrow',
      text: `At step ${step.number} ${sayPlace(narrow)} is ${text(widthMm)} wide under ${narrow.layers} ${narrow.layers === 1 ? 'layer' : 'layers'}, too small even for tweezers; from a ${text(side)} sheet it is ${text(limits.tweezersMm)}.`,
      sideMm: side,
    });
  }
  const { caliperMm } = plan.paper;
  if (caliperMm === null) return found;
  const { bulk, verdict } = toBulk(narrow.layers, caliperMm, widthMm, limits);
  if (verdict !== 'will not close') return found;
  const side = (sideMm * bulk) / limits.bulkVeryHard;
  found.push({
    step: step.number,
    kind: 'too thick',
    text: `At step ${step.number} ${narrow.layers} layers lie in ${sayPlace(narrow)}, ${toFigure(bulk, 2)} of its width, and it will not close; from a ${text(side)} sheet, or with paper of ${toFigure((caliperMm * limits.bulkVeryHard) / bulk, 3)} mm, it does.`,
    sideMm: side,
  });
  return found;
}

/** The parts of the sheet that show in front where a zone of the finished skin lies, convex each; none where nothing shows. */
export function zoneOnSheet(
  { replay }: Pick<PlanCheck, 'replay'>,
  zone: Plan['zones'][number],
): (readonly Point[])[] {
  const last = replay.steps.at(-1);
  if (!last) return [];
  const context = contextAfter(replay);
  const seen = [zone.at, ...zone.more].flatMap((ref) => {
    const at = resolvePoint(ref, context);
    const facet = at.ok && at.value.sheet ? visibleFacet(last.after, at.value.sheet) : undefined;
    return facet === undefined ? [] : [facet];
  });
  return [...new Set(seen)].map((f) => facetOnSheet(last.after, f));
}

/** Creases that no fold uses in the end, pressed across a zone that shall stay clean, where it shows. */
function checkZones(check: PlanCheck): Finding[] {
  const { plan, replay } = check;
  const last = replay.steps.at(-1);
  if (!last) return [];
  const numbers = new Map(replay.steps.map((s) => [s.step.id, s.number]));
  return plan.zones.flatMap((zone): Finding[] => {
    const outlines = zoneOnSheet(check, zone);
    const scars = last.after.resting.filter(
      (r) => r.pressed !== 'soft' && outlines.some((o) => lengthWithin(o, r.from, r.to) > 1e-3),
    );
    return [...new Set(scars.map((r) => r.step))].flatMap((id): Finding[] => {
      const step = numbers.get(id);
      return step === undefined
        ? []
        : [
            {
              step,
              kind: 'scar',
              text: `The crease of step ${step} stays visible on ${zone.name}, which shall be clean; press it softly, or only where it is needed.`,
            },
          ];
    });
  });
}

/** The facet that shows in front at a material point. */
function visibleFacet(state: FlatState, at: Point): number | undefined {
  const facets = facetsAt(state, at);
  const { cells } = measureState(state).map;
  return facets.find((f) => cells.some((c) => c.layers[0] === f));
}

/** Two steps alike but for their amounts, one on each side, neither by taste: a slip rather than an intent. */
function checkPairs({ plan, replay }: PlanCheck): Finding[] {
  const maps = symmetriesOf(plan.sheet.shape).filter((m) => m.kind === 'mirror');
  const sequence = replay.sequence;
  const found: Finding[] = [];
  for (const [i, step] of replay.steps.entries()) {
    if (!canDiffer(step)) continue;
    for (const other of replay.steps.slice(i + 1, i + 1 + PAIR_REACH)) {
      if (!canDiffer(other) || other.step.move.kind !== step.step.move.kind) continue;
      const twin = maps.find((map) => isUnequalTwin(step.step, other.step, map, sequence));
      if (!twin) continue;
      found.push({
        step: other.number,
        kind: 'unequal',
        text: `Step ${other.number} does on one side what step ${step.number} does on the other, by another amount; make it a repeat, or mark both "to taste" if that is meant.`,
        twin: { of: step.step.id, map: twin },
      });
      break;
    }
  }
  return found;
}

/** How far apart the two sides of a pair usually stand in a sequence. */
const PAIR_REACH = 6;

const canDiffer = ({ step, refusal }: ReplayedStep): boolean =>
  !refusal && step.tolerance.kind === 'exact' && step.move.kind !== 'repeat';

function isUnequalTwin(
  step: Step,
  other: Step,
  map: Parameters<typeof repeatMove>[1]['map'],
  sequence: Replay['sequence'],
): boolean {
  const image = repeatMove(step.move, {
    sheet: sequence.sheet,
    points: sequence.points,
    steps: sequence.steps,
    map,
    behind: false,
  });
  if (!image.ok) return false;
  const [a, b] = [image.value, other.move].map((m) => strip(m));
  return a!.shape === b!.shape && a!.amounts !== b!.amounts;
}

/** A move's shape without its amounts (degrees, shares), and the amounts. Points on the sheet keep their sector only. */
function strip(move: unknown): { shape: string; amounts: string } {
  const amounts: string[] = [];
  const shape = JSON.stringify(move, (key, value: unknown) => {
    if (key === 'degrees' || key === 'share') {
      amounts.push(String(value));
      return key === 'degrees' ? Math.sign(Number(value)) : '';
    }
    return key === 'flap' || key === 'hold' || key === 'picks' ? [] : value;
  });
  return { shape, amounts: amounts.join() };
}
