import { type PrecreaseHow, precreaseState } from '../bases/index.ts';
import { type FlatState, foldsOf } from '../folded/index.ts';
import { type Plan, buildPlan } from '../plan/index.ts';
import type { Step } from '../sequence/index.ts';
import type { SheetShape } from '../sheet/index.ts';
import { MOST_LINES } from '../ways/index.ts';

/** The steps a pattern begins a plan with. */
export interface Begun {
  readonly steps: readonly Step[];
  /** Whether the creases are found by marks step by step, or pressed along a printed pattern. */
  readonly by: 'marks' | 'print';
  /** Creases pressed before the collapse, step by step. */
  readonly pressed: number;
  /** Creases no marks were found for, whose steps say where they run by their place. */
  readonly byPlace: number;
  readonly helping: number;
  /** Pairs of layers that lie the other way round than was chosen. */
  readonly otherwise: number;
}

/** Creases in a collapse at most. */
const MOST_CREASES = 600;

/**
 * The steps from the flat sheet to a folded state: its creases in a folder's order, each by its marks, and one collapse with
 * the layers as they lie there. Where there are more lines than are written as steps, or a folder prefers it, they are
 * pressed along a printed pattern. A sentence where it is too large, or the engine cannot close it.
 */
export function beginWith(
  sheet: SheetShape,
  state: FlatState,
  { prefix, by = 'marks', resting = [] }: PrecreaseHow,
): Begun | string {
  const creases = foldsOf(state).length;
  if (creases > MOST_CREASES)
    return `The pattern has ${creases} folded creases, and a collapse takes at most ${MOST_CREASES}; take a part of it, or fold its base first.`;
  const made = precreaseState(sheet, state, { prefix, by, resting });
  if (typeof made === 'string')
    return by === 'marks' && creases > MOST_LINES / 2
      ? beginWith(sheet, state, { prefix, by: 'print', resting })
      : made;
  const { steps, byPlace, helping, otherwise } = made;
  return { steps, by, byPlace, helping, otherwise, pressed: steps.length - 1 };
}

/** What a plan that begins with a pattern is called, and whose it is. */
export interface BeginAs {
  readonly name: string;
  readonly designer: string;
  /** The file it came from. */
  readonly file: string;
  readonly sideMm: number | null;
}

/** A new plan that begins with these steps. Where nobody is named as its designer, its origin says so. */
export function planFrom(sheet: SheetShape, begun: Begun, { name, designer, file, sideMm }: BeginAs): Plan {
  const plan = buildPlan(name);
  return {
    ...plan,
    origin: { ...plan.origin, designer, source: sayFile(file, designer) },
    sheet: { ...plan.sheet, shape: sheet, sideMm },
    steps: [...begun.steps],
  };
}

/** What is written of a file as the source: its name, and that it names nobody, where that is so. */
const sayFile = (file: string, designer: string): string =>
  `${file.slice(0, 120)}${designer === '' ? ', which names no designer' : ''}`;
