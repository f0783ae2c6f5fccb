import type { Move } from '../kinds/index.ts';
import { replaySequence } from '../sequence/index.ts';
import type { Step } from '../sequence/index.ts';
import { bodyOf } from './measure.ts';
import { type PoseAsk, uprightOf } from './pose.ts';
import { type Shaped, type ShapingInput, replayShaping } from './replay.ts';
import { type ShapingStep, shapingOf } from './kinds/record.ts';
import { SURE_MM, standingOf } from './standing.ts';

/** The amount of one step, of shaping or of the flat folds, set to something else. */
export interface AmountChange {
  readonly step: string;
  readonly degrees: number;
  /** A flat step: the angle of its line. */
  readonly isFold: boolean;
}

/** Amounts that make the figure stand with SURE_MM to spare, replayed before they are said. */
export interface Help {
  readonly changes: readonly AmountChange[];
  readonly marginMm: number;
}

/** How one amount was tried: margin over the amount; null where the figure falls so, or a step is refused. */
export interface AmountScan {
  readonly step: string;
  readonly isFold: boolean;
  readonly now: number;
  readonly curve: readonly { readonly degrees: number; readonly marginMm: number | null }[];
}

/** What is tried: every amount of shaping alone, two of them together, or the angle of one flat fold. */
export type HelpSearch =
  | { readonly kind: 'amounts' }
  | { readonly kind: 'pairs' }
  | { readonly kind: 'fold'; readonly step: string };

export interface HelpsFound {
  readonly scans: readonly AmountScan[];
  /** The least change first. */
  readonly helps: readonly Help[];
}

/** Amounts tried of each step, evenly over its range; then halves between the nearest two. */
const TRIES = 13;
const HALVINGS = 4;
/** Of two amounts together so many each, of so many pairs at most. */
const PAIR_TRIES = 7;
const MOST_PAIRS = 6;
/** The angle of a flat fold is tried at so many places: each folds the plan from there on again. */
const FOLD_TRIES = 9;
/** Without a range of its own an amount is tried so far to either side, in degrees. */
const REACH = 30;
const FOLD_REACH = 12;

/**
 * Looks for amounts that make the figure stand. One amount is scanned over its range and halved towards the least change; two
 * on a grid; a flat fold's angle by folding the plan again from there. Cost: about 17 replays of the shaping for each step, 49
 * for each pair, 9 replays of the plan from the step on for a fold.
 */
export function findHelps(search: HelpSearch, input: ShapingInput, shaped: Shaped, ask: PoseAsk): HelpsFound {
  const trial = new Trial(input, shaped, ask);
  if (search.kind === 'pairs') return { scans: [], helps: findPairs(trial) };
  const amounts = search.kind === 'amounts' ? shapingAmounts(input.steps) : foldAmounts(input);
  const wanted = search.kind === 'amounts' ? amounts : amounts.filter((a) => a.step === search.step);
  const tried = wanted.map((amount) => scanAmount(trial, amount));
  return {
    scans: tried.map((t) => t.scan),
    helps: tried
      .flatMap(({ help, scan }) =>
        help ? [{ help, change: Math.abs(help.changes[0]!.degrees - scan.now) }] : [],
      )
      .sort((a, b) => a.change - b.change)
      .map((t) => t.help),
  };
}

/** Flat steps whose line lies at an angle, the last first: what a search of kind `fold` can try. */
export const listFoldAngles = (input: Pick<ShapingInput, 'replay'>): readonly string[] =>
  foldAmounts(input)
    .map((a) => a.step)
    .reverse();

/** Sets an amount in a list of steps of shaping. */
export const withShapingAmount = (step: ShapingStep, degrees: number): ShapingStep => ({
  ...step,
  act: shapingOf(step.act).withAmount(step.act, degrees),
});

/** Sets the angle of the line of a flat step. */
export const withFoldAngle = (step: Step, degrees: number): Step =>
  'line' in step.move && step.move.line?.kind === 'turned'
    ? { ...step, move: { ...step.move, line: { ...step.move.line, degrees } } as Move }
    : step;

interface TriedAmount {
  readonly step: string;
  readonly isFold: boolean;
  readonly now: number;
  readonly low: number;
  readonly high: number;
}

const shapingAmounts = (steps: readonly ShapingStep[]): TriedAmount[] =>
  steps.flatMap((step): TriedAmount[] => {
    const amount = shapingOf(step.act).amount(step.act);
    if (!amount || !shapingOf(step.act).isComputed) return [];
    const { degrees, least, most } = amount;
    return [
      {
        step: step.id,
        isFold: false,
        now: degrees,
        low: least ?? degrees - REACH,
        high: most ?? degrees + REACH,
      },
    ];
  });

const foldAmounts = ({ replay }: Pick<ShapingInput, 'replay'>): TriedAmount[] =>
  replay.sequence.steps.flatMap((step): TriedAmount[] => {
    const line = 'line' in step.move ? step.move.line : undefined;
    if (line?.kind !== 'turned') return [];
    const { degrees } = line;
    return [
      { step: step.id, isFold: true, now: degrees, low: degrees - FOLD_REACH, high: degrees + FOLD_REACH },
    ];
  });

/** Makes the figure with other amounts and stands it on its table. */
class Trial {
  readonly input: ShapingInput;
  private readonly shaped: Shaped;
  private readonly ask: PoseAsk;

  constructor(input: ShapingInput, shaped: Shaped, ask: PoseAsk) {
    this.input = input;
    this.shaped = shaped;
    this.ask = ask;
  }

  /** The margin in mm; null where it falls, or a step is refused that was not. */
  marginAt(changes: readonly AmountChange[]): number | null {
    const { replay } = this.input;
    const to = new Map(changes.map((c) => [c.step, c.degrees]));
    const steps = this.input.steps.map((s) => (to.has(s.id) ? withShapingAmount(s, to.get(s.id)!) : s));
    const folds = changes.some((c) => c.isFold)
      ? replay.sequence.steps.map((s) => (to.has(s.id) ? withFoldAngle(s, to.get(s.id)!) : s))
      : undefined;
    const folded = folds ? replaySequence({ ...replay.sequence, steps: folds }, replay) : replay;
    if (folded.steps.some((s, i) => s.refusal && !replay.steps[i]?.refusal)) return null;
    const made = replayShaping({ ...this.input, replay: folded, steps }, this.shaped);
    if (made.steps.some((s, i) => s.refusal && !this.shaped.steps[i]!.refusal)) return null;
    const { pose } = standingOf(bodyOf(made.form, this.ask.material), uprightOf[this.ask.posture]);
    return pose ? pose.marginMm : null;
  }
}

const isSure = (marginMm: number | null): marginMm is number => marginMm !== null && marginMm >= SURE_MM;

/** Said in tenths of a degree, and promised only as it is said. */
const inTenths = (degrees: number): number => Math.round(degrees * 10) / 10;

const spread = ({ low, high }: TriedAmount, count: number): number[] =>
  Array.from({ length: count }, (_, i) => low + ((high - low) * i) / (count - 1));

function scanAmount(trial: Trial, amount: TriedAmount): { readonly scan: AmountScan; readonly help?: Help } {
  const { step, isFold, now } = amount;
  const marginAt = (degrees: number): number | null => trial.marginAt([{ step, degrees, isFold }]);
  const curve = spread(amount, isFold ? FOLD_TRIES : TRIES).map((degrees) => ({
    degrees,
    marginMm: marginAt(degrees),
  }));
  const scan = { step, isFold, now, curve };
  const [nearest] = curve
    .filter((c) => isSure(c.marginMm))
    .sort((a, b) => Math.abs(a.degrees - now) - Math.abs(b.degrees - now));
  if (!nearest) return { scan };
  let [best, off] = [nearest.degrees, now];
  for (let k = 0; k < (isFold ? 1 : HALVINGS); k++) {
    const degrees = (best + off) / 2;
    if (isSure(marginAt(degrees))) best = degrees;
    else off = degrees;
  }
  const degrees = inTenths(best);
  const marginMm = marginAt(degrees);
  return isSure(marginMm) ? { scan, help: { changes: [{ step, degrees, isFold }], marginMm } } : { scan };
}

/** Two amounts of shaping together: the least change of both that stands, for each pair that has one. */
function findPairs(trial: Trial): Help[] {
  const amounts = shapingAmounts(trial.input.steps);
  const pairs = amounts
    .flatMap((a, i) => amounts.slice(i + 1).map((b) => [a, b] as const))
    .slice(0, MOST_PAIRS);
  return pairs
    .flatMap(([a, b]) => {
      const grid = spread(a, PAIR_TRIES).flatMap((x) =>
        spread(b, PAIR_TRIES).map((y) => {
          const changes = [
            { step: a.step, degrees: inTenths(x), isFold: false },
            { step: b.step, degrees: inTenths(y), isFold: false },
          ];
          return { changes, marginMm: trial.marginAt(changes), change: Math.hypot(x - a.now, y - b.now) };
        }),
      );
      const [least] = grid.filter((g) => isSure(g.marginMm)).sort((g, h) => g.change - h.change);
      return least ? [least] : [];
    })
    .sort((g, h) => g.change - h.change)
    .map(({ changes, marginMm }) => ({ changes, marginMm: marginMm! }));
}
