import { bodyOf } from './measure.ts';
import { type PoseAsk, uprightOf } from './pose.ts';
import { type Shaped, type ShapingInput, replayShaping } from './replay.ts';
import { shapingOf } from './kinds/record.ts';
import { SURE_MM, standingOf } from './standing.ts';

/** An amount of one step that makes the figure stand, tried before it is said. */
export interface Help {
  readonly step: string;
  readonly degrees: number;
  readonly marginMm: number;
  /** Margin over the amount, as far as it was tried; null where the figure falls or the step is refused. */
  readonly curve: readonly { readonly degrees: number; readonly marginMm: number | null }[];
}

/** Amounts tried of each step, evenly over its range; then halves between the nearest two. */
const TRIES = 13;
const HALVINGS = 4;
/** Without a range of its own an amount is tried so far to either side, in degrees. */
const REACH = 30;

/**
 * Which amount helps: each step's alone, scanned over its range and then halved towards the least change that stands with
 * SURE_MM to spare. Nearest to what is wanted first. Cost: about 17 replays from the step on for each step.
 */
export function findHelps(
  input: ShapingInput,
  shaped: Shaped,
  ask: PoseAsk,
  goOn: () => boolean = () => true,
): Help[] {
  const found: (Help & { change: number })[] = [];
  for (const step of input.steps) {
    const amount = shapingOf(step.act).amount(step.act);
    if (!amount || !goOn()) continue;
    const marginAt = (degrees: number): number | null => {
      const steps = input.steps.map((s) =>
        s.id === step.id ? { ...s, act: shapingOf(s.act).withAmount(s.act, degrees) } : s,
      );
      const made = replayShaping({ ...input, steps }, shaped);
      if (made.steps.some((s, i) => s.refusal && !shaped.steps[i]!.refusal)) return null;
      const { pose } = standingOf(bodyOf(made.form, ask.material), uprightOf[ask.posture]);
      return pose ? pose.marginMm : null;
    };
    const low = amount.least ?? amount.degrees - REACH;
    const high = amount.most ?? amount.degrees + REACH;
    const curve = Array.from({ length: TRIES }, (_, i) => low + ((high - low) * i) / (TRIES - 1)).map(
      (degrees) => ({ degrees, marginMm: marginAt(degrees) }),
    );
    const good = curve.filter((c) => (c.marginMm ?? -1) >= SURE_MM);
    const [nearest] = [...good].sort(
      (a, b) => Math.abs(a.degrees - amount.degrees) - Math.abs(b.degrees - amount.degrees),
    );
    if (!nearest) continue;
    let [best, off] = [nearest, amount.degrees];
    for (let k = 0; k < HALVINGS; k++) {
      const degrees = (best.degrees + off) / 2;
      const marginMm = marginAt(degrees);
      if ((marginMm ?? -1) >= SURE_MM) best = { degrees, marginMm };
      else off = degrees;
    }
    // Said in tenths of a degree, and promised only as it is said.
    const degrees = Math.round(best.degrees * 10) / 10;
    const marginMm = marginAt(degrees);
    if (marginMm === null || marginMm < SURE_MM) continue;
    found.push({ step: step.id, degrees, marginMm, curve, change: Math.abs(degrees - amount.degrees) });
  }
  return found.sort((a, b) => a.change - b.change).map(({ change: _, ...help }) => help);
}
