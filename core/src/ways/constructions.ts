import type { PointRef, LineRef } from '../references/index.ts';
import { type Step, stepSchema } from '../sequence/index.ts';
import { type Outcome, done, failed, invariant } from '../outcome/index.ts';
import { type SheetShape, edgesOf } from '../sheet/index.ts';
import type { Construction, MarkAsk } from './construction.ts';
import { creaseStep } from './crease.ts';
import { type EdgeSearch, foundOnEdge } from './found.ts';
import { MOST_PARTS } from './fraction.ts';
import { type Halving, halvingsFor, halvingsFrom, writeChain, writeHalvings } from './halving.ts';

/**
 * Constructions of the wanted mark, any fraction up to 64ths: halving for powers of two, thirds in two exact ways and a
 * self-correcting one, and whatever single folds on this sheet reach (none of those where `search` is null).
 */
export function constructMark(
  sheet: SheetShape,
  asked: MarkAsk,
  prefix: string,
  search: EdgeSearch | null = {},
): Outcome<Construction[], string> {
  const edge = edgesOf(sheet).find((e) => e.name === asked.edge);
  if (!edge)
    return failed(
      `This sheet has no edge ${asked.edge}; choose one of ${edgesOf(sheet)
        .map((e) => e.name)
        .join(', ')}.`,
    );
  const ask = inLowest(asked);
  if (!(ask.top > 0 && ask.top < ask.bottom))
    return failed(`${ask.top}/${ask.bottom} does not lie on the edge; write a fraction between 0 and 1.`);
  if (ask.bottom > MOST_PARTS)
    return failed(
      `${ask.top}/${ask.bottom} is finer than folds can keep; ask for ${MOST_PARTS} parts at most, or round it to a coarser fraction.`,
    );
  const [p, q] = ask.edge.split('').map(named) as [PointRef, PointRef];
  const builder = { p, q, prefix };
  const known: Construction[] = [];
  if (isPowerOfTwo(ask.bottom)) known.push(halving(builder, ask));
  if (ask.bottom === 3) {
    if (sheet.kind === 'square' || sheet.kind === 'rectangle') known.push(crossing(builder, ask));
  }
  if (sheet.kind === 'square' && !isPowerOfTwo(ask.bottom)) known.push(cornerAndHalvings(builder, ask));
  if (ask.bottom === 3) known.push(selfCorrecting(builder, ask));
  // Nothing is found that is better than halving to eighths; of everything else there may be.
  const found =
    search === null || (isPowerOfTwo(ask.bottom) && ask.bottom <= EASY && !search.both)
      ? []
      : foundOnEdge(sheet, ask, prefix, search);
  const ways = [...known, ...found];
  return ways.length > 0
    ? done(ways)
    : failed(
        `No ${MOST_FOLDS} folds or fewer reach ${ask.top}/${ask.bottom} of ${ask.edge} as near as that; allow more, ask for a neighbouring fraction, or measure it.`,
      );
}

/** The same fraction in lowest terms. */
function inLowest({ edge, top, bottom }: MarkAsk): MarkAsk {
  const common = (a: number, b: number): number => (b === 0 ? a : common(b, a % b));
  const by =
    Number.isInteger(top) && Number.isInteger(bottom) && top > 0 && bottom > 0 ? common(top, bottom) : 1;
  return { edge, top: top / by, bottom: bottom / by };
}

const MOST_FOLDS = 6;
const EASY = 8;
const isPowerOfTwo = (n: number): boolean => n > 1 && (n & (n - 1)) === 0;

interface Builder {
  readonly p: PointRef;
  readonly q: PointRef;
  readonly prefix: string;
}

const named = (name: string): PointRef => ({ kind: 'named', name });
const mark = (step: string): PointRef => ({ kind: 'mark', step });
const onto = (from: PointRef, to: PointRef): LineRef => ({ kind: 'onto', from, to });
const through = (a: PointRef, b: PointRef): LineRef => ({ kind: 'through', a, b });

const pinch = (id: string, line: LineRef, on: readonly [PointRef, PointRef], note = ''): Step =>
  stepSchema.parse({ id, passage: 'Marks', note, move: { kind: 'pinch', sense: 'valley', line, on } });

function halving({ p, q, prefix }: Builder, { top, bottom }: MarkAsk): Construction {
  const steps = writeHalvings({ from: p, to: q, shares: [top / bottom], prefix: `${prefix}-h` });
  invariant(steps, 'halves, quarters and eighths come of halving');
  return {
    id: 'halving',
    title: 'Halve and halve again',
    how: 'Every pinch halves the error of the one before.',
    steps,
    exact: true,
  };
}

/** The diagonal meets the line from a corner to the middle of the opposite edge at a third (similar triangles, 1 : 2). */
function crossing({ p, q, prefix }: Builder, ask: MarkAsk): Construction {
  const [from, to] = ask.top === 1 ? [p, q] : [q, p];
  const far = opposite(from);
  const besideFrom = neighbour(from, to);
  const ids = ['x1', 'x2', 'x3', 'x4'].map((s) => `${prefix}-${s}`) as [string, string, string, string];
  const meet: PointRef = {
    kind: 'meet',
    a: { kind: 'crease', step: ids[1] },
    b: { kind: 'crease', step: ids[2] },
    frame: 'sheet',
  };
  return {
    id: 'crossing',
    title: 'Where two creases cross',
    how: 'The diagonal and the line from a corner to the middle of the edge cross at a third; two long creases stay on the sheet.',
    steps: [
      pinch(ids[0], onto(p, q), [p, q]),
      creaseStep(ids[1], through(from, far)),
      creaseStep(ids[2], through(besideFrom, mark(ids[0]))),
      pinch(ids[3], { kind: 'across', at: meet, to: through(p, q) }, [p, q]),
    ],
    exact: true,
  };
}

/** Of an odd number of parts n: the largest power of two below it, b, and a = n - b. */
export function cornerShares(parts: number): { a: number; b: number } {
  const b = 2 ** Math.floor(Math.log2(parts));
  return { a: parts - b, b };
}

/**
 * The corner across to a mark at x on the far side of this edge's corner: the folded edge cuts this edge at 2x / (1 + x)
 * (similar triangles). With x = a/b, a power of two b and a + b = n that is 2a/n: every odd number of parts has one.
 */
function cornerToMark({ p, q, prefix }: Builder, ask: MarkAsk): Construction {
  const { a, b } = cornerShares(ask.bottom);
  const [from, to] = ask.top === 2 * a ? [p, q] : [q, p];
  const corner = opposite(from);
  const beside = neighbour(from, to);
  const halvings = writeHalvings({ from: beside, to: from, shares: [a / b], prefix: `${prefix}-k` });
  invariant(halvings, 'a share of a power of two comes of halving');
  const ids = ['kf', 'kp', 'ku'].map((s) => `${prefix}-${s}`) as [string, string, string];
  // On the edge between the cut and where the crease ends, 1 - (1 - x)^2 / 2 along it: beyond that it moves.
  const share = (2 * a) / ask.bottom / 2 + (1 - (1 - a / b) ** 2 / 2) / 2;
  const staying: PointRef = { kind: 'along', from, to, share };
  const cut: PointRef = { kind: 'meet', a: through(corner, to), b: through(staying, from), frame: 'model' };
  return {
    id: 'corner',
    title: b === 2 ? 'Corner to the middle of a side' : `Corner to ${a}/${b} of a side`,
    how: `The folded edge cuts this edge at ${2 * a}/${ask.bottom}. Hold the fold without pressing it: only the pinch is made, and no long crease stays.`,
    steps: [
      ...halvings,
      stepSchema.parse({
        id: ids[0],
        passage: 'Marks',
        move: {
          kind: 'fold',
          sense: 'valley',
          line: onto(corner, mark(halvings.at(-1)!.id)),
          flap: [corner],
          layers: 'flap',
          held: true,
        },
      }),
      pinch(ids[1], { kind: 'across', at: cut, to: through(staying, from) }, [staying, from]),
      stepSchema.parse({ id: ids[2], passage: 'Marks', move: { kind: 'unfold', step: ids[0] } }),
    ],
    exact: true,
  };
}

/** The largest odd number that divides a number of parts. */
export const oddPartOf = (parts: number): number => (parts % 2 === 0 ? oddPartOf(parts / 2) : parts);

/** The nearer of the two marks a corner reaches, and from there halvings between marks: any fraction of any edge. */
function cornerAndHalvings(builder: Builder, { edge, top, bottom }: MarkAsk): Construction {
  const { p, q, prefix } = builder;
  const odd = oddPartOf(bottom);
  const { a } = cornerShares(odd);
  const reach = (first: number): Reached => {
    const from = (first * bottom) / odd;
    return { first, from, chain: from === top ? [] : halvingsFor(halvingsFrom(bottom, [from]), top) };
  };
  const [one, other] = [reach(2 * a), reach(odd - 2 * a)];
  const { first, from, chain } = other.chain.length < one.chain.length || other.from === top ? other : one;
  const corner = cornerToMark(builder, { edge, top: first, bottom: odd });
  if (chain.length === 0) return corner;
  const made = new Map([[from, `${prefix}-kp`]]);
  return {
    ...corner,
    title: `${corner.title}, and halve`,
    how: `The folded edge cuts this edge at ${first}/${odd}; hold it without pressing. Each halving after it halves the error too.`,
    steps: [...corner.steps, ...writeChain({ p, q, parts: bottom, prefix: `${prefix}-kc` }, chain, made)],
  };
}

interface Reached {
  readonly first: number;
  readonly from: number;
  readonly chain: readonly Halving[];
}

/** A guess, then far and near corner in turn to the last pinch: each pinch halves what is left of the guess's error. */
function selfCorrecting({ p, q, prefix }: Builder, ask: MarkAsk): Construction {
  const guess = `${prefix}-s0`;
  const roughly = { kind: 'along', from: p, to: q, share: ask.top === 1 ? 0.34 : 0.66 } as const;
  const steps: Step[] = [
    {
      ...pinch(
        guess,
        { kind: 'across', at: roughly, to: through(p, q) },
        [p, q],
        'A guess by eye; it may be some millimetres out.',
      ),
      tolerance: { kind: 'taste', share: 0.03 },
    },
  ];
  for (let i = 1; i <= 6; i++) {
    const far = (i % 2 === 1) === (ask.top === 1);
    steps.push(pinch(`${prefix}-s${i}`, onto(far ? q : p, mark(steps[i - 1]!.id)), [p, q]));
  }
  return {
    id: 'self',
    title: 'Guess and halve to and fro',
    how: 'Pinches only: a guess by eye, and each pinch halves its error.',
    steps,
    exact: false,
  };
}

const ring = ['A', 'B', 'C', 'D'];
const nameOf = (ref: PointRef): string => (ref.kind === 'named' ? ref.name : '');
const opposite = (ref: PointRef): PointRef => named(ring[(ring.indexOf(nameOf(ref)) + 2) % 4]!);
/** The corner next to `ref` that is not `other`. */
const neighbour = (ref: PointRef, other: PointRef): PointRef =>
  named([1, 3].map((k) => ring[(ring.indexOf(nameOf(ref)) + k) % 4]!).find((n) => n !== nameOf(other))!);
