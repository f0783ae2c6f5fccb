import { distance, readExact, tolerance } from '../geometry/index.ts';
import { findWays, writeHalvings, writePrecreases } from '../ways/index.ts';
import type { Plan } from '../plan/index.ts';
import type { LineRef, PointRef } from '../references/index.ts';
import { type Replay, type Step, replaySequence, write } from '../sequence/index.ts';
import { type SheetShape, edgesOf } from '../sheet/index.ts';
import { turnSheetOver } from './colours.ts';
import { checkSequence, type Finding } from './findings.ts';
import { type NeededCrease, needsOf, pressedBy } from './needs.ts';

/** A change of the plan that does away with a finding; tried before it is offered. */
export type Mend = { readonly label: string } & (
  | { readonly kind: 'put in'; readonly after: number; readonly steps: readonly Step[] }
  | { readonly kind: 'other sense'; readonly steps: readonly string[] }
  | { readonly kind: 'all layers'; readonly steps: readonly string[] }
  | { readonly kind: 'move'; readonly from: number; readonly to: number }
  | { readonly kind: 'side'; readonly mm: number }
  | { readonly kind: 'take out'; readonly step: string }
  | { readonly kind: 'swap sides' }
  | { readonly kind: 'soft'; readonly step: string }
  | { readonly kind: 'taste'; readonly step: string }
  | { readonly kind: 'repeat'; readonly step: string; readonly twin: NonNullable<Finding['twin']> }
);

/** The plan with a mend made. Ids of steps put in are made unlike any other by the prefix they were asked with. */
export function applyMend(plan: Plan, mend: Mend): Plan {
  const steps = (change: (s: Step) => Step): Plan => ({ ...plan, steps: plan.steps.map(change) });
  switch (mend.kind) {
    case 'put in':
      return {
        ...plan,
        steps: [...plan.steps.slice(0, mend.after), ...mend.steps, ...plan.steps.slice(mend.after)],
      };
    case 'other sense':
      return steps((s) => (mend.steps.includes(s.id) ? turnSense(s) : s));
    case 'all layers':
      return steps((s) =>
        mend.steps.includes(s.id) && s.move.kind === 'crease'
          ? { ...s, move: { ...s.move, through: 'all' } }
          : s,
      );
    case 'move': {
      const list = [...plan.steps];
      const [moved] = list.splice(mend.from - 1, 1);
      list.splice(mend.to - 1, 0, moved!);
      return { ...plan, steps: list };
    }
    case 'side':
      return { ...plan, sheet: { ...plan.sheet, sideMm: mend.mm } };
    case 'take out':
      return { ...plan, steps: plan.steps.filter((s) => s.id !== mend.step) };
    case 'swap sides':
      return turnSheetOver(plan);
    case 'soft':
      return steps((s) =>
        s.id === mend.step && s.move.kind === 'crease' ? { ...s, move: { ...s.move, soft: true } } : s,
      );
    case 'taste':
      return steps((s) => (s.id === mend.step ? { ...s, tolerance: { kind: 'taste', share: 0.02 } } : s));
    case 'repeat': {
      const { of, map } = mend.twin;
      return steps((s) =>
        s.id === mend.step
          ? { ...s, move: write.writeStep(s.id, { kind: 'repeat', of, map } as never).move }
          : s,
      );
    }
  }
}

function turnSense(step: Step): Step {
  const { move } = step;
  if (move.kind !== 'crease') return step;
  return { ...step, move: { ...move, sense: move.sense === 'valley' ? 'mountain' : 'valley' } };
}

/**
 * The remedy of a finding, where one can be computed and does what it says: it is made on a copy, folded, and given only
 * when the finding is gone (or less) and no step is refused that folded before.
 */
export function findMend(plan: Plan, replay: Replay, finding: Finding, prefix: string): Mend | undefined {
  const step = replay.steps[finding.step - 1];
  if (!step) return undefined;
  const isGood = (mend: Mend): boolean => helps(plan, replay, finding, mend);
  switch (finding.kind) {
    case 'too narrow':
    case 'too thick':
      return finding.sideMm === undefined
        ? undefined
        : {
            kind: 'side',
            mm: Math.ceil(finding.sideMm),
            label: `Take a ${Math.ceil(finding.sideMm)} mm sheet`,
          };
    case 'colour':
      return finding.swaps ? { kind: 'swap sides', label: 'Begin other side up' } : undefined;
    case 'there already': {
      const mend: Mend = { kind: 'take out', step: step.step.id, label: 'Leave it out' };
      return isTakenOutSafely(plan, replay, finding.step) ? mend : undefined;
    }
    case 'scar':
      return step.step.move.kind === 'crease'
        ? { kind: 'soft', step: step.step.id, label: 'Press it softly' }
        : undefined;
    case 'unequal': {
      const mend: Mend | undefined = finding.twin && {
        kind: 'repeat',
        step: step.step.id,
        twin: finding.twin,
        label: 'Make it a repeat',
      };
      return mend && isGood(mend) ? mend : undefined;
    }
    case 'locked':
    case 'covered': {
      const to = finding.closedBy;
      const mend: Mend | undefined =
        to === undefined
          ? undefined
          : { kind: 'move', from: finding.step, to, label: `Fold it before step ${to}` };
      return mend && isGood(mend) ? mend : undefined;
    }
    case 'mark missing':
      return markMends(finding, step.step, plan.sheet.shape, prefix).find(isGood);
    case 'reverse first': {
      const steps = wronglyPressed(replay, finding.step);
      const numbers = steps.map((id) => replay.steps.findIndex((s) => s.step.id === id) + 1);
      const mend: Mend = {
        kind: 'other sense',
        steps,
        label: `Crease ${numbers.length === 1 ? 'step' : 'steps'} ${numbers.join(', ')} the other way`,
      };
      return steps.length > 0 && isGood(mend) ? mend : undefined;
    }
    case 'crease missing':
      return [...creaseMends(replay, finding.step, prefix), ...layerMends(replay, finding.step)].find(isGood);
    case 'not flat':
      return undefined;
  }
}

/** Whether all other steps fold as they did without one. */
function isTakenOutSafely(plan: Plan, replay: Replay, number: number): boolean {
  const steps = plan.steps.filter((_, i) => i !== number - 1);
  const folded = replaySequence({ ...replay.sequence, steps }, replay).steps;
  const rest = replay.steps.filter((s) => s.number !== number);
  return folded.every((s, i) => s.refusal === undefined || rest[i]!.refusal !== undefined);
}

function helps(plan: Plan, replay: Replay, finding: Finding, mend: Mend): boolean {
  const next = applyMend(plan, mend);
  const folded = replaySequence({ ...replay.sequence, steps: next.steps }, replay);
  const refused = (r: Replay): number => r.steps.filter((s) => s.refusal).length;
  if (refused(folded) > refused(replay)) return false;
  if (finding.kind === 'unequal') return true;
  const id = replay.steps[finding.step - 1]!.step.id;
  const weigh = (r: Replay): { own: number; all: number } => {
    const step = r.steps.find((s) => s.step.id === id);
    const needs = step && needsOf(step);
    const like = checkSequence(r).filter((f) => f.kind === finding.kind);
    const own =
      finding.kind === 'reverse first'
        ? (needs?.toReverse ?? 0)
        : finding.kind === 'crease missing'
          ? (needs?.missing ?? 0)
          : like.filter((f) => r.steps[f.step - 1]?.step.id === id).length;
    return { own, all: like.length };
  };
  // What the whole sequence is asked for must not grow elsewhere either: a flipped crease may serve another collapse.
  const [now, then] = [weigh(replay), weigh(folded)];
  return then.own < now.own && then.all <= now.all;
}

/** Pinches by halving, at the start where the sheet is open or straight before the step; else the step goes by taste. */
function markMends(finding: Finding, step: Step, sheet: SheetShape, prefix: string): Mend[] {
  const { place } = finding;
  if (!place) return [];
  const steps = writeHalvings({ from: place.from, to: place.to, shares: [place.share], prefix });
  const putIn = (made: readonly Step[], after: number, what: string): Mend => ({
    kind: 'put in',
    after,
    steps: made,
    label: `Pinch it first (${made.length} ${made.length === 1 ? what : `${what}${what === 'pinch' ? 'es' : 's'}`})`,
  });
  return [
    ...(steps ? [putIn(steps, 0, 'pinch'), putIn(steps, finding.step - 1, 'pinch')] : []),
    ...edgeWays(sheet, place, prefix).map((made) => putIn(made, 0, 'fold')),
    { kind: 'taste', step: step.id, label: 'Fold it to taste, without a mark' },
  ];
}

/** Ways to a share of a whole edge that no halving reaches, found by folding the open sheet. */
function edgeWays(
  sheet: SheetShape,
  place: Extract<PointRef, { kind: 'along' }>,
  prefix: string,
): (readonly Step[])[] {
  const { from, to } = place;
  if (from.kind !== 'named' || to.kind !== 'named') return [];
  const edge = edgesOf(sheet).find((e) => [from.name + to.name, to.name + from.name].includes(e.name));
  const share = readExact(place.share);
  if (!edge || !share.ok) return [];
  const wish = {
    kind: 'share',
    edge: edge.name,
    share: edge.name === from.name + to.name ? place.share : 1 - share.value,
  } as const;
  const found = findWays(sheet, wish, { prefix, near: EXACTLY });
  return found.ok ? found.value.ways.filter((w) => w.exact).map((w) => w.steps) : [];
}

/** A mark that a step uses has to lie where the step expects it, in sheet sides. */
const EXACTLY = 1e-9;

/** Crease steps all of whose creases among those the step folds are pressed the wrong way. */
function wronglyPressed(replay: Replay, number: number): string[] {
  const step = replay.steps[number - 1]!;
  const needs = needsOf(step);
  if (!needs) return [];
  const votes = new Map<string, number>();
  for (const crease of needs.creases) {
    if (crease.state !== 'present' && crease.state !== 'reverse') continue;
    const resting = step.before.resting.filter((r) => overlap(r, crease));
    for (const { step: id } of resting)
      votes.set(
        id,
        (votes.get(id) ?? 0) + (crease.state === 'reverse' ? 1 : -1) * distance(crease.from, crease.to),
      );
  }
  return replay.steps.flatMap(({ step: s }) =>
    s.move.kind === 'crease' && (votes.get(s.id) ?? 0) > tolerance.samePoint ? [s.id] : [],
  );
}

/** True when two segments of the sheet run along each other for a stretch. */
function overlap(a: Pick<NeededCrease, 'from' | 'to'>, b: Pick<NeededCrease, 'from' | 'to'>): boolean {
  const size = distance(b.from, b.to);
  const [ux, uy] = [(b.to[0] - b.from[0]) / size, (b.to[1] - b.from[1]) / size];
  const off = [a.from, a.to].map((p) => Math.abs((p[0] - b.from[0]) * uy - (p[1] - b.from[1]) * ux));
  if (Math.max(...off) > tolerance.alike) return false;
  const t = [a.from, a.to].map((p) => (p[0] - b.from[0]) * ux + (p[1] - b.from[1]) * uy);
  return Math.min(size, Math.max(...t)) - Math.max(0, Math.min(...t)) > 1e-4;
}

/** Creases the step folds and nobody pressed, each as a crease step of its own: only as long as it is needed, else whole. */
function creaseMends(replay: Replay, number: number, prefix: string): Mend[] {
  const step = replay.steps[number - 1]!;
  const { move } = step;
  if (move.kind !== 'collapse') return [];
  const missing = (needsOf(step)?.creases ?? []).filter((c) => c.state === 'missing' || c.state === 'part');
  const wanted = new Map<string, (typeof move.creases)[number]>();
  for (const crease of missing) {
    for (const own of move.creases.filter((c) => touches(replay, number, c.from, c.to, crease)))
      wanted.set(JSON.stringify([own.from, own.to]), own);
  }
  if (wanted.size === 0) return [];
  const writeCreases = (isWhole: boolean): Step[] =>
    [...wanted.values()].map((c, i) => {
      const line: LineRef = { kind: 'through', a: c.from, b: c.to };
      // The sense is that of the sheet's front where the collapse says so; a crease step says it as the sheet lies.
      const sense = c.sense === 'mountain' ? 'mountain' : 'valley';
      return write.writeStep(
        `${prefix}-${i + 1}`,
        { kind: 'crease', sense, line, through: 'all', ...(isWhole ? {} : { span: [c.from, c.to] }) },
        { passage: step.step.passage },
      );
    });
  const turned = (steps: Step[]): Step[] => steps.map(turnSense);
  const label = `Crease ${wanted.size === 1 ? 'it' : `the ${wanted.size}`} first`;
  // Ends that are mere places on the sheet are no marks a folder could see.
  const isUnseen = [...wanted.values()].some((c) => c.from.kind === 'sheet' || c.to.kind === 'sheet');
  const marked =
    isUnseen && move.through === 'sheet' ? markedCreases(replay, number, missing, prefix) : undefined;
  const short = writeCreases(false);
  const whole = writeCreases(true);
  return [
    ...(marked ? [marked] : []),
    ...[short, turned(short), whole, turned(whole)].map((steps): Mend => ({
      kind: 'put in',
      after: number - 1,
      steps,
      label,
    })),
  ];
}

/**
 * The missing creases in a folder's order, each found by what is on the paper before it: just before the step where the
 * sheet still lies open, else at the start. None where one of them could be given by its place alone.
 */
function markedCreases(
  replay: Replay,
  number: number,
  missing: readonly NeededCrease[],
  prefix: string,
): Mend | undefined {
  const step = replay.steps[number - 1]!;
  const isOpen = step.before.facets.length === 1;
  const single = (id: string): boolean =>
    replay.steps.find((s) => s.step.id === id)?.trail?.creases.length === 1;
  const pressed = isOpen ? step.before.resting.filter((r) => r.pressed === 'full' && single(r.step)) : [];
  const made = writePrecreases(replay.sequence.sheet, missing, {
    prefix,
    pressed,
    passage: step.step.passage,
  });
  if (typeof made === 'string' || made.byPlace > 0) return undefined;
  const count = made.steps.length;
  return {
    kind: 'put in',
    after: isOpen ? number - 1 : 0,
    steps: made.steps,
    label: `Set its creases first (${count} ${count === 1 ? 'step' : 'steps'})`,
  };
}

/** Creases pressed in some layers of what the step folds, pressed through all of them. */
function layerMends(replay: Replay, number: number): Mend[] {
  const pressed = pressedBy(replay.steps[number - 1]!);
  const steps = replay.steps.filter(
    ({ step: { id, move } }) => pressed.includes(id) && move.kind === 'crease' && move.through !== 'all',
  );
  if (steps.length === 0) return [];
  const numbers = steps.map((s) => s.number).join(', ');
  return [
    {
      kind: 'all layers',
      steps: steps.map((s) => s.step.id),
      label: `Crease step${steps.length === 1 ? '' : 's'} ${numbers} through all layers`,
    },
  ];
}

function touches(
  replay: Replay,
  number: number,
  from: PointRef,
  to: PointRef,
  crease: NeededCrease,
): boolean {
  const made = replay.steps[number - 1]!;
  const trial = replaySequence(
    {
      ...replay.sequence,
      steps: [
        ...replay.sequence.steps.slice(0, number - 1),
        write.writeStep('trial', {
          kind: 'crease',
          sense: 'valley',
          line: { kind: 'through', a: from, b: to },
          through: 'all',
          span: [from, to],
        }),
      ],
    },
    replay,
  ).steps.at(-1);
  return (
    trial?.trail !== undefined &&
    trial.after.resting.slice(made.before.resting.length).some((r) => overlap(r, crease))
  );
}
