import type { Move, Step } from './schema.ts';

/** Lasting short names of what steps leave on the paper: c1, c2 for creases, m1, m2 for pinch marks. */
export interface StepNames {
  readonly crease?: string;
  readonly mark?: string;
  readonly number: number;
  /** How many steps fold it again. */
  readonly repeats?: number;
}

/** Names by step id, in the order the steps make their creases; unique in a plan and short. */
export function nameSteps(steps: readonly Step[]): ReadonlyMap<string, StepNames> {
  const names = new Map<string, StepNames>();
  const kinds = new Map(steps.map((s) => [s.id, s.move]));
  let [creases, marks] = [0, 0];
  steps.forEach((step, i) => {
    const number = i + 1;
    const original = step.move.kind === 'repeat' ? kinds.get(step.move.of) : step.move;
    if (original?.kind === 'pinch') names.set(step.id, { number, mark: `m${++marks}` });
    else if (leavesCrease(original)) names.set(step.id, { number, crease: `c${++creases}` });
    else names.set(step.id, { number });
  });
  for (const { move } of steps) {
    const original = move.kind === 'repeat' ? names.get(move.of) : undefined;
    if (original && move.kind === 'repeat')
      names.set(move.of, { ...original, repeats: (original.repeats ?? 0) + 1 });
  }
  return names;
}

/** Moves after which one line can be named and used again. */
const leavesCrease = (move: Move | undefined): boolean =>
  move !== undefined && ['fold', 'crease', 'reverse', 'sink', 'pull'].includes(move.kind);

/** One word for the move, as under a thumbnail. */
export function moveWord(step: Step): string {
  const { move } = step;
  switch (move.kind) {
    case 'fold':
      return move.sense;
    case 'crease':
      return 'crease';
    case 'ear':
      return 'rabbit ear';
    case 'refold':
      return move.name;
    case 'pull':
      return 'pull out';
    case 'pinch':
    case 'pleat':
    case 'reverse':
    case 'crimp':
    case 'sink':
    case 'accordion':
    case 'narrow':
    case 'blintz':
    case 'collapse':
    case 'squash':
    case 'petal':
    case 'swivel':
    case 'unfold':
    case 'rotate':
    case 'repeat':
      return move.kind;
    case 'turn':
      return 'turn over';
  }
}
