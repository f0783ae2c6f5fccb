import { type Point, type Segment, areaOf, between, isSamePoint, tolerance } from '../geometry/index.ts';
import { type ActiveFold, type FlatState, type Refusal, facetOnSheet, foldsOf } from '../folded/index.ts';
import type { PointRef } from '../references/index.ts';
import { type Step, replaySequence, write } from '../sequence/index.ts';
import { type SheetShape, landmarksOf } from '../sheet/index.ts';
import { type Precreases, writePrecreases } from '../ways/index.ts';
import { foldBase } from './fold.ts';
import { middleOf, pairsOtherwise } from './otherwise.ts';
import type { Base } from './words.ts';

/** A folded state made anew from its creases: they are set one by one on the open sheet, then collapse together. */
export interface Precreased extends Omit<Precreases, 'steps'> {
  /** The crease steps, and the collapse as the last, or one after the other where it is made in stages. */
  readonly steps: readonly Step[];
  /** Collapses it takes. */
  readonly stages: number;
  /** Pairs of layers that lie the other way round than in the state that was asked for. */
  readonly otherwise: number;
}

const NONE_PRESSED: Precreases = { steps: [], byPlace: 0, bothSenses: 0, helping: 0 };
const ALONG_A_PRINT = 'Press every crease along the printed pattern first.';

/** So many pairs of layers are asked for at most; a collapse keeps no more. */
const MOST_PICKS = 40;

/** A base of the atlas by its creases. Fails with a sentence where they are too many, or do not collapse on this engine. */
export const precreaseBase = (base: Base, prefix: string): Precreased | string =>
  precreaseState(base.sheet, foldBase(base).state, { prefix });

export interface PrecreaseHow {
  /** What the ids of the steps begin with. */
  readonly prefix: string;
  /** Found by marks one by one, or pressed along a printed pattern before the first step. */
  readonly by?: 'marks' | 'print';
  /** Creases that are pressed too and stay flat. */
  readonly resting?: readonly Segment[];
  /** At which collapse the crease through a place of the sheet is folded, from 0; all at once when left out. */
  readonly stageAt?: (p: Point) => number;
}

/**
 * A state by its creases. Where a collapse could end in several orders, pairs of layers that came to lie otherwise are asked
 * for one after the other.
 */
export function precreaseState(
  sheet: SheetShape,
  wanted: FlatState,
  { prefix, by = 'marks', resting = [], stageAt = () => 0 }: PrecreaseHow,
): Precreased | string {
  const folds = foldsOf(wanted);
  const numbers = folds.map((f) => stageAt(between(f.from, f.to, 0.5)));
  const lots = [...new Set(numbers)]
    .sort((a, b) => a - b)
    .map((n) => folds.filter((_, i) => numbers[i] === n));
  if (folds.length < 2) return 'A collapse folds two creases or more; fold this one as it is.';
  const flat = resting.map((r) => ({ ...r, sense: 'valley' as const }));
  const pressed =
    by === 'marks' ? writePrecreases(sheet, [...folds, ...flat], { prefix }) : { ...NONE_PRESSED };
  if (typeof pressed === 'string') return pressed;
  const anchor = widestFacet(wanted);
  const place = placer(sheet);
  const isLast = (lot: readonly ActiveFold[]): boolean => lot === lots.at(-1);
  // Which layer lies over which is asked for where all of them lie.
  const collapses = (picks: readonly (readonly [Point, Point])[]): Step[] =>
    lots.map((lot, k) =>
      write.writeStep(
        isLast(lot) ? `${prefix}-collapse` : `${prefix}-collapse-${k + 1}`,
        {
          kind: 'collapse',
          creases: lot.map(({ from, to, sense }: ActiveFold) => ({
            from: place(from),
            to: place(to),
            sense,
          })),
          anchor: place(middleOf(wanted, anchor)),
          picks: isLast(lot) ? picks.map(([above, below]) => [place(above), place(below)]) : [],
        },
        { passage: 'Collapse', ...(by === 'print' && k === 0 ? { note: ALONG_A_PRINT } : {}) },
      ),
    );
  const start = replaySequence({ sheet, points: {}, steps: pressed.steps });
  const fold = (picks: readonly (readonly [Point, Point])[]): { after: FlatState; refusal?: Refusal } => {
    const all = [...pressed.steps, ...collapses(picks)];
    const made = replaySequence({ sheet, points: {}, steps: all }, start).steps;
    const refusal = made.find((s) => s.refusal)?.refusal;
    return { after: made.at(-1)!.after, ...(refusal ? { refusal } : {}) };
  };
  let picks: (readonly [Point, Point])[] = [];
  let made = fold(picks);
  // What does not go in stages may go at once.
  if (made.refusal && lots.length > 1) return precreaseState(sheet, wanted, { prefix, by, resting });
  if (made.refusal) return made.refusal.text;
  const given = new Set<string>();
  let wrong = pairsOtherwise(wanted, made.after);
  while (wrong.length > 0 && picks.length < MOST_PICKS) {
    const next = wrong.find((pair) => !given.has(pair.join()));
    if (!next) break;
    given.add(next.join());
    const asked = [...picks, [middleOf(wanted, next[0]), middleOf(wanted, next[1])] as const];
    const tried = fold(asked);
    if (tried.refusal) continue;
    [picks, made] = [asked, tried];
    wrong = pairsOtherwise(wanted, made.after);
  }
  return {
    ...pressed,
    steps: [...pressed.steps, ...collapses(picks)],
    stages: lots.length,
    otherwise: wrong.length,
  };
}

function widestFacet(state: FlatState): number {
  const areas = state.facets.map((_, f) => Math.abs(areaOf(facetOnSheet(state, f))));
  return areas.indexOf(Math.max(...areas));
}

/** Writes a place of the sheet, by its name where it has one. */
function placer(sheet: SheetShape): (p: Point) => PointRef {
  const named = landmarksOf(sheet);
  return (p) => {
    const own = named.find((l) => isSamePoint(l.at, p, tolerance.alike));
    return own
      ? { kind: 'named', name: own.name }
      : { kind: 'sheet', at: [Number(p[0].toFixed(12)), Number(p[1].toFixed(12))] };
  };
}
