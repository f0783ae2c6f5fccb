import type { FlatState } from '../folded/index.ts';
import { specOf } from '../kinds/index.ts';
import { type Replay, type Step, repeatMove, replaySequence, write } from '../sequence/index.ts';
import { type SheetSymmetry, symmetriesOf } from '../sheet/index.ts';
import { isSameState } from './trying.ts';

/** A stretch of steps folded on other flaps of the base, with what the plan then comes to. */
export interface Swapped {
  readonly map: SheetSymmetry;
  /** The steps of the stretch as they then are, by the same ids. */
  readonly steps: readonly Step[];
  /** The model at the end. */
  readonly after: FlatState;
}

/**
 * Where a base is symmetric, the same stretch can be folded on other flaps: the wings where the legs were, the head at the
 * tail. Every symmetry of the sheet is tried with the rest of the plan as it is; those by which a step is refused that folded
 * before, or nothing changes, are left out. Cost: one replay from the stretch on for each symmetry.
 */
export function swapFlaps(replay: Replay, first: number, last: number): Swapped[] {
  const refusedNow = new Set(replay.steps.flatMap((s) => (s.refusal ? [s.step.id] : [])));
  const end = replay.steps.at(-1)?.after;
  const seen: FlatState[] = end ? [end] : [];
  return symmetriesOf(replay.sequence.sheet).flatMap((map): Swapped[] => {
    const steps = carryOver(replay, first, last, map);
    if (!steps) return [];
    const all = replay.sequence.steps;
    const tried = replaySequence(
      { ...replay.sequence, steps: [...all.slice(0, first - 1), ...steps, ...all.slice(last)] },
      replay,
    );
    if (tried.steps.some((s) => s.refusal && !refusedNow.has(s.step.id))) return [];
    const { after } = tried.steps.at(-1)!;
    if (seen.some((s) => isSameState(s, after))) return [];
    seen.push(after);
    return [{ map, steps, after }];
  });
}

/** The stretch under a symmetry; repeats in it are written out. None where a step has no image. */
function carryOver(replay: Replay, first: number, last: number, map: SheetSymmetry): Step[] | undefined {
  const { sheet, points, steps } = replay.sequence;
  const stretch = replay.steps.slice(first - 1, last);
  // What a step of the stretch refers to within it is carried along, under the same id.
  const partners = stretch.map(({ step }): Step => ({
    ...step,
    move: write.writeStep(step.id, { kind: 'repeat', of: step.id, map: structuredClone(map) as never }).move,
  }));
  const others = steps.filter((s) => !partners.some((p) => p.id === s.id));
  const carried: Step[] = [];
  for (const { step, move } of stretch) {
    if (specOf(move).motion === 'whole model') {
      carried.push(step);
      continue;
    }
    const made = repeatMove(move, { sheet, points, steps: [...others, ...partners], map, behind: false });
    if (!made.ok) return undefined;
    carried.push({ ...step, move: made.value });
  }
  return carried;
}
