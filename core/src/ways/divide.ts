import { type AlignmentSigma, slipErrors } from '../slips/index.ts';
import { distance, dot, subtract, toUnit } from '../geometry/index.ts';
import { type Outcome, done, failed, invariant } from '../outcome/index.ts';
import type { PointRef } from '../references/index.ts';
import { type Replay, type Step, replaySequence, stepSchema } from '../sequence/index.ts';
import { type SheetShape, edgesOf } from '../sheet/index.ts';
import { type ClearParts, isHeld, isTouched } from './clear.ts';
import type { Construction } from './construction.ts';
import { constructMark, cornerShares, oddPartOf } from './constructions.ts';
import { MOST_PARTS } from './fraction.ts';
import { type Halving, halvingsFrom, halvingsNear, writeChain } from './halving.ts';

/** An edge in so many equal parts, every mark a pinch on it. */
export interface DivideAsk {
  readonly edge: string;
  readonly parts: number;
  /** Convex parts of the sheet that no crease of the construction may touch; the pinches of the division may. */
  readonly clear?: ClearParts;
}

/** A way to all marks of a division. */
export interface DividedWay extends Construction {
  /** The step that pinches each mark, from 1 to parts - 1. */
  readonly marks: ReadonlyMap<number, string>;
}

export interface JudgedDivision {
  readonly replay: Replay;
  readonly creases: number;
  readonly pinches: number;
  /** Creases that are no mark of the division and stay on the sheet. */
  readonly extra: number;
  /** The largest expected error of a mark (one standard deviation), in mm, and which mark that is. */
  readonly errorMm: number;
  readonly worstMark: number;
  /** The largest distance of an unslipped mark from its place, in mm. */
  readonly missMm: number;
  /** The step whose slip counts most at the worst mark, from 1. */
  readonly worstStep: number;
  /** Whether a crease of the construction lies in the part to keep clear. */
  readonly touches: boolean;
}

const LEAST_PARTS = 2;
/** Pinches after a guess until its error is a hundredth. */
const WARM_UP = 7;
/** Marks a construction is looked for, those in the middle before others. */
const MOST_TRIED = 12;

/**
 * Ways to divide an edge, the schools side by side: one mark found exactly and the others by halving between marks,
 * each in both schools
 * (an edge brought across, or the nearest mark); halving to and fro from a guess, an S-bend by eye that is then corrected (thirds), and a rule. Exact chains that keep
 * `clear` free stand first; where none does, they are offered all the same and judged as touching it.
 */
export function divideEdge(sheet: SheetShape, ask: DivideAsk, prefix: string): Outcome<DividedWay[], string> {
  const { edge, parts } = ask;
  if (!edgesOf(sheet).some((e) => e.name === edge)) return failed(`This sheet has no edge ${edge}.`);
  if (!Number.isInteger(parts) || parts < LEAST_PARTS || parts > MOST_PARTS)
    return failed(
      `An edge is divided into ${LEAST_PARTS} to ${MOST_PARTS} equal parts; ${parts} is none of them. Divide coarser, and halve the parts afterwards.`,
    );
  const [p, q] = edge.split('').map((name): PointRef => ({ kind: 'named', name })) as [PointRef, PointRef];
  const builder = { p, q, parts, prefix };
  const ways: DividedWay[] = [];
  if (Number.isInteger(Math.log2(parts))) ways.push(...byHalving(builder));
  else
    ways.push(
      ...byOneMark(sheet, ask, builder),
      byGuess(builder),
      ...(parts === 3 ? [bySBend(builder)] : []),
    );
  ways.push(byRule(builder));
  return done(ways);
}

interface Builder {
  readonly p: PointRef;
  readonly q: PointRef;
  readonly parts: number;
  readonly prefix: string;
}

const pinch = ({ p, q }: Builder, id: string, move: object, more: object = {}): Step =>
  stepSchema.parse({
    id,
    passage: 'Marks',
    ...more,
    move: { kind: 'pinch', sense: 'valley', on: [p, q], ...move },
  });

const on = (builder: Builder, name: string): Builder => ({ ...builder, prefix: `${builder.prefix}-${name}` });

function byHalving(builder: Builder): DividedWay[] {
  return chainsOf(builder.parts, []).map(({ chain, isNear }) => {
    const marks = new Map<number, string>();
    const steps = writeChain(on(builder, isNear ? 'n' : 'h'), chain, marks);
    return {
      id: isNear ? 'nearest' : 'halving',
      title: `Halve and halve again${isNear ? ', to the nearest marks' : ''}`,
      how: isNear ? HOW.nearest : HOW.halving,
      steps,
      exact: true,
      marks,
    };
  });
}

/** Both schools of halving on from known marks: ends of the edge are brought across, or marks to the nearest mark. */
function chainsOf(parts: number, known: readonly number[]): { chain: Halving[]; isNear: boolean }[] {
  const [far, near] = [halvingsFrom(parts, known), halvingsNear(parts, known)];
  const isSame = far.every(([k, a, b]) => near.some((n) => n[0] === k && n[1] === a && n[2] === b));
  return [{ chain: far, isNear: false }, ...(isSame ? [] : [{ chain: near, isNear: true }])];
}

/** One mark exactly, found among all marks from which the others follow. */
function byOneMark(sheet: SheetShape, { edge, parts, clear }: DivideAsk, builder: Builder): DividedWay[] {
  const odd = oddPartOf(parts);
  const { a } = cornerShares(odd);
  // A corner and halvings alone reach these on a square.
  const byCorner = [2 * a, odd - 2 * a].map((top) => (top * parts) / odd);
  const others = Array.from({ length: parts - 1 }, (_, i) => i + 1)
    .filter((top) => !byCorner.includes(top))
    .sort((x, y) => Math.abs(x - parts / 2) - Math.abs(y - parts / 2));
  const tops = [...byCorner, ...others]
    .filter((top) => halvingsFrom(parts, [top]).length === parts - 2)
    .slice(0, MOST_TRIED);
  const found = tops.flatMap((top) => {
    const ways = constructMark(sheet, { edge, top, bottom: parts }, `${builder.prefix}-m${top}`);
    return ways.ok ? ways.value.filter((w) => w.exact).map((way) => ({ way, top })) : [];
  });
  const touching = new Map(
    found.map(({ way }) => [
      way,
      clear ? isTouched(sheet, way.steps, clear, new Set([markOf(way).id])) : false,
    ]),
  );
  const best = [...found]
    .sort(
      (a, b) =>
        Number(touching.get(a.way)) - Number(touching.get(b.way)) || a.way.steps.length - b.way.steps.length,
    )
    .slice(0, 2);
  return best.flatMap(({ way, top }, i) => {
    // The first alone in both schools: of the second they would differ by as much.
    const chains = chainsOf(parts, [top]).slice(0, i === 0 ? 2 : 1);
    return chains.map(({ chain, isNear }): DividedWay => {
      const made = new Map([[top, markOf(way).id]]);
      const steps = [...way.steps, ...writeChain(on(builder, `${isNear ? 'n' : 'c'}${i}-`), chain, made)];
      return {
        id: `${isNear ? 'nearest' : 'exact'}-${i + 1}`,
        title: `${top}/${parts} exactly, the rest by halving${isNear ? ' to the nearest marks' : ''}`,
        how: isNear ? HOW.nearest : HOW.exact,
        steps,
        exact: true,
        marks: made,
      };
    });
  });
}

/** The pinch a construction ends in. */
const markOf = (way: Construction): Step => [...way.steps].reverse().find((s) => s.move.kind === 'pinch')!;

/**
 * Brings corners to the last pinch, so often; the error of the first, at `start` of the odd parts, is halved each time. An
 * even mark is halved to the near corner, an odd one to the far corner: so it stays on the marks.
 */
function correct(builder: Builder, from: Step, start: number, count: number): { steps: Step[]; at: number } {
  const { p, q, parts, prefix } = builder;
  const odd = oddPartOf(parts);
  const steps = [from];
  let k = start;
  for (let i = 1; i <= count; i++) {
    const line = {
      kind: 'onto',
      from: k % 2 === 0 ? p : q,
      to: { kind: 'mark', step: steps.at(-1)!.id },
    };
    k = k % 2 === 0 ? k / 2 : (k + odd) / 2;
    steps.push(pinch(builder, `${prefix}-w${i}`, { line }));
  }
  return { steps, at: (k * parts) / odd };
}

/** A first mark by eye, within a share of the side. */
const byEye = (builder: Builder, at: number, within: number, note: string): Step =>
  pinch(
    builder,
    `${builder.prefix}-w0`,
    {
      line: {
        kind: 'across',
        at: { kind: 'along', from: builder.p, to: builder.q, share: at },
        to: { kind: 'through', a: builder.p, b: builder.q },
      },
    },
    { note, tolerance: { kind: 'taste', share: within } },
  );

function finish(builder: Builder, warm: { steps: Step[]; at: number }, name: string) {
  const made = new Map([[warm.at, warm.steps.at(-1)!.id]]);
  const chain = halvingsFrom(builder.parts, [warm.at]);
  return { steps: [...warm.steps, ...writeChain(on(builder, name), chain, made)], marks: made };
}

function byGuess(builder: Builder): DividedWay {
  const share = 1 / oddPartOf(builder.parts);
  const guess = byEye(builder, share, 0.03, 'A guess by eye; it may be some millimetres out.');
  const done = finish(builder, correct(builder, guess, 1, WARM_UP), 'g');
  return { id: 'guess', title: 'Guess, and halve to and fro', how: HOW.guess, exact: true, ...done };
}

function bySBend(builder: Builder): DividedWay {
  const bend = byEye(
    builder,
    1 / builder.parts,
    0.004,
    'Roll the edge into an S until three layers lie flush, and pinch one bend.',
  );
  const done = finish(builder, correct(builder, bend, 1, 3), 's');
  return { id: 's-bend', title: 'S-bend by eye, then corrected', how: HOW.bend, exact: true, ...done };
}

function byRule(builder: Builder): DividedWay {
  const { p, q, parts, prefix } = builder;
  const marks = new Map<number, string>();
  const steps = Array.from({ length: parts - 1 }, (_, i) => {
    const id = `${prefix}-r${i + 1}`;
    marks.set(i + 1, id);
    return pinch(builder, id, {
      line: {
        kind: 'across',
        at: { kind: 'along', from: p, to: q, share: `${i + 1}/${parts}` },
        to: { kind: 'through', a: p, b: q },
      },
    });
  });
  return { id: 'rule', title: 'Measured with a rule', how: HOW.rule, steps, exact: true, marks };
}

const HOW = {
  halving:
    'Edges are brought across to the marks wherever that serves: an edge has no error of its own, and every pinch halves that of the mark.',
  nearest:
    'Marks go to the nearest mark: short reaches that are easier to hold flush (no slip is taken off for that), and the errors of two marks meet in each.',
  exact: 'Nothing is left but your own slips; every halving halves those of the marks it lies between.',
  guess:
    'Pinches on this edge only. Seven pinches make a hundredth of the guess’s error; the first ones lie a little beside their marks.',
  bend: 'By eye within a millimetre; three pinches make an eighth of that.',
  rule: 'No fold depends on another; each mark is as good as the rule and the eye.',
} as const;

/**
 * Folds a division in the engine and measures every mark: each crease end of each step is displaced in turn and the whole
 * replayed. Cost: two replays a step.
 */
export function judgeDivision(
  way: DividedWay,
  { edge, parts, clear }: DivideAsk,
  sheet: SheetShape,
  sideMm: number,
  sigma: AlignmentSigma,
): JudgedDivision {
  const sequence = { sheet, points: {}, steps: way.steps };
  const replay = replaySequence(sequence);
  const own = edgesOf(sheet).find((e) => e.name === edge);
  invariant(own, 'the edge of a division exists');
  const along = toUnit(subtract(own.to, own.from));
  const long = distance(own.from, own.to);
  const order = [...way.marks].sort(([a], [b]) => a - b);
  const placesIn = (r: Replay): number[] => {
    const at = new Map(r.steps.map((s) => [s.step.id, s.trail?.mark]));
    return order.map(([, id]) => {
      const mark = at.get(id);
      invariant(mark, 'every mark of a division is pinched');
      return dot(subtract(mark, own.from), along);
    });
  };
  const errors = slipErrors(sequence, replay, placesIn, sigma);
  const sizes = order.map((_, i) => Math.hypot(...errors.map((e) => e[i]!)));
  const worst = sizes.indexOf(Math.max(...sizes));
  const byStep = errors.map((e) => e[worst]!);
  const pinches = way.steps.filter((s) => s.move.kind === 'pinch').length;
  const creases =
    way.steps.filter((s) => s.move.kind === 'crease' || s.move.kind === 'fold').length + pinches;
  return {
    replay,
    creases,
    pinches,
    extra: creases - way.marks.size - way.steps.filter(isHeld).length,
    errorMm: sizes[worst]!,
    worstMark: order[worst]![0],
    missMm:
      Math.max(...placesIn(replay).map((at, i) => Math.abs(at - (order[i]![0] / parts) * long))) * sideMm,
    worstStep: byStep.indexOf(Math.max(...byStep)) + 1,
    touches: clear !== undefined && isTouched(sheet, way.steps, clear, new Set(way.marks.values())),
  };
}
