import { writeHalvings } from '../../ways/index.ts';
import type { LineRef, NamedPoints, PointRef } from '../../references/index.ts';
import { type Step, write } from '../../sequence/index.ts';

/** A figure of the cast: its own named points and its steps, from one uncut square. */
export interface CastFigure {
  readonly points: NamedPoints;
  readonly steps: readonly Step[];
  /** Degrees the finished model is turned to stand as it shall be seen. */
  readonly stands: number;
}

export const { at, on, along, between, meet, mirrorOf, footOn, unfolded } = write;
export const { through, onto, bisector, across, beside, turned } = write;

export const [A, B, C, D, O] = ['A', 'B', 'C', 'D', 'O'].map(at) as [
  PointRef,
  PointRef,
  PointRef,
  PointRef,
  PointRef,
];
export const [mAB, mBC, mCD, mDA] = ['mid AB', 'mid BC', 'mid CD', 'mid DA'].map(at) as [
  PointRef,
  PointRef,
  PointRef,
  PointRef,
];

type Written = Parameters<typeof write.writeStep>[1];
type Move<K extends Written['kind']> = Extract<Written, { kind: K }>;
type Pair = [PointRef, PointRef];

/** How a step is written: an id, its move, and whether it is done by taste. */
export interface WrittenStep {
  readonly id: string;
  readonly move: Written;
  readonly taste?: boolean;
}

const step = (id: string, move: Written): WrittenStep => ({ id, move });
/** Marks a step as one a folder may make a little longer or shorter. */
export const freely = (s: WrittenStep): WrittenStep => ({ ...s, taste: true });

export const turnOver = (id: string): WrittenStep => step(id, { kind: 'turn', over: 'sideways' });
export const rotate = (id: string, degrees: number): WrittenStep => step(id, { kind: 'rotate', degrees });
export const crease = (id: string, sense: 'valley' | 'mountain', line: LineRef): WrittenStep =>
  step(id, { kind: 'crease', sense, line, through: 'all' });
export const fold = (
  id: string,
  sense: 'valley' | 'mountain',
  line: LineRef,
  flap: PointRef[],
  more: Partial<Pick<Move<'fold'>, 'layers' | 'tuck' | 'picks'>> = {},
): WrittenStep => step(id, { kind: 'fold', sense, line, flap, layers: 'flap', ...more });
export const reverse = (
  id: string,
  mode: 'inside' | 'outside' | 'auto',
  line: LineRef,
  flap: PointRef[],
  picks: Pair[] = [],
): WrittenStep => step(id, { kind: 'reverse', mode, line, flap, picks });
export const pull = (id: string, line: LineRef, flap: PointRef[], picks: Pair[] = []): WrittenStep =>
  step(id, { kind: 'pull', line, flap, picks });
export const sink = (id: string, line: LineRef, flap: PointRef[]): WrittenStep =>
  step(id, { kind: 'sink', line, flap });
export const crimp = (
  id: string,
  mode: 'inside' | 'outside',
  lines: [LineRef, LineRef],
  flap: PointRef[],
  picks: Pair[] = [],
): WrittenStep => step(id, { kind: 'crimp', mode, lines, flap, picks });
export const pleat = (
  id: string,
  sense: 'valley' | 'mountain',
  lines: [LineRef, LineRef],
  flap: PointRef[],
  layers: 'flap' | 'all' = 'flap',
): WrittenStep => step(id, { kind: 'pleat', sense, lines, flap, layers });
export const petal = (
  id: string,
  tip: PointRef,
  hinge: Pair,
  flap: PointRef[],
  more: Partial<Pick<Move<'petal'>, 'sides' | 'virtualTip' | 'picks' | 'side'>> = {},
): WrittenStep => step(id, { kind: 'petal', tip, hinge, flap, side: 'front', ...more });
export const unfold = (of: string): WrittenStep => step(`${of}-open`, { kind: 'unfold', step: of });
/** Pinches by halving that mark shares of the way between two points, in its own layer or in all that lie there. */
export const halvings = (
  prefix: string,
  from: PointRef,
  to: PointRef,
  shares: readonly string[],
  more: { layers?: 'flap' | 'all'; sense?: 'valley' | 'mountain' } = {},
): WrittenStep[] =>
  writeHalvings({ from, to, shares, prefix, ...more })!.map(({ id, move }) => step(id, move as Written));
/** The same step on the other side of the sheet, or behind. */
export const again = (of: string, map: Move<'repeat'>['map'], isBehind = false): WrittenStep =>
  step(`${of}-again`, { kind: 'repeat', of, map, behind: isBehind });
export const inAC: Move<'repeat'>['map'] = { kind: 'mirror', in: ['A', 'C'] };
/** A rabbit ear through all layers, laid over towards the first end of its base. */
export const ear = (id: string, tip: PointRef, base: Pair, anchor: PointRef): WrittenStep =>
  step(id, { kind: 'ear', tip, base, towards: 0, through: 'all', anchor, side: 'front' });
/** A collapse on sheet segments, mountains and valleys as seen from the front (or, through all layers, as it lies). */
export const collapse = (
  id: string,
  anchor: PointRef,
  mountains: Pair[],
  valleys: Pair[],
  through: 'sheet' | 'all' = 'sheet',
): WrittenStep =>
  step(id, {
    kind: 'collapse',
    anchor,
    through,
    creases: [
      ...mountains.map(([from, to]) => ({ from, to, sense: 'mountain' as const })),
      ...valleys.map(([from, to]) => ({ from, to, sense: 'valley' as const })),
    ],
  });

/** A figure from its points and the passages of its sequence. */
export function writeFigure(
  points: NamedPoints,
  passages: Readonly<Record<string, readonly WrittenStep[]>>,
  stands = 0,
): CastFigure {
  const steps = Object.entries(passages).flatMap(([passage, list]) =>
    list.map(({ id, move, taste }) =>
      write.writeStep(id, move, {
        passage,
        ...(taste ? { tolerance: { kind: 'taste', share: 0.02 } } : {}),
      }),
    ),
  );
  return { points, steps, stands };
}

/** Ends of the hinges of the bird base's petals, in front and behind. */
export const birdPoints: NamedPoints = {
  P: on('1/2', 'tan(22.5)/2'),
  Q: on('tan(22.5)/2', '1/2'),
  R: on('1-tan(22.5)/2', '1/2'),
  S: on('1/2', '1-tan(22.5)/2'),
};

/** The bird base, front outside, open corners down: as the heron and the hare begin. */
export const birdBase: readonly WrittenStep[] = [
  crease('s1', 'valley', through(A, C)),
  crease('s2', 'valley', through(B, D)),
  crease('s3', 'mountain', through(mAB, mCD)),
  crease('s4', 'mountain', through(mBC, mDA)),
  collapse(
    'prelim',
    on(0.2, 0.2),
    [
      [O, mAB],
      [O, mBC],
      [O, mCD],
      [O, mDA],
    ],
    [
      [O, B],
      [O, D],
    ],
  ),
  rotate('s6', 45),
  petal('petal', A, [at('P'), at('Q')], [on(0.2, 0.2)], {
    sides: [on(0.6, 0.1), on(0.1, 0.6)],
    picks: [
      [on(0.4, 0.05), on(0.2, 0.2)],
      [on(0.05, 0.4), on(0.2, 0.2)],
      [on(0.6, 0.05), on(0.7, 0.2)],
      [on(0.05, 0.6), on(0.2, 0.7)],
    ],
  }),
  again('petal', { kind: 'turn', degrees: 180 }, true),
];
