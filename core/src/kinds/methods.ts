import { type LineRef, type PointRef, through } from '../references/index.ts';

/** How a folder says where a crease runs. */
export type Method = 'onto' | 'through' | 'bisector' | 'edge' | 'landing' | 'across' | 'angle' | 'length';

interface MethodSpec {
  readonly word: string;
  /** What it asks for, in order. */
  readonly points: readonly string[];
  /** Whether the line alone leaves open which side moves. */
  readonly leavesSideOpen: boolean;
  /** Which of its points moves where nothing else is chosen: its place among the points. */
  readonly moves: number;
  /** Two lines do it: which one is meant is asked for. */
  readonly hasOther?: boolean;
  readonly line: (points: readonly PointRef[], values: LineValues) => LineRef;
  /** The points and values a line was found by; undefined for lines found in another way. */
  readonly recall: (
    line: LineRef,
  ) => ({ readonly points: readonly PointRef[] } & Partial<LineValues>) | undefined;
}

/**
 * What some methods ask for besides points: how far a limb turns in degrees, the share of a flap that is kept, and whether the
 * other of two places is meant where a point or an edge can come to a line in two ways.
 */
interface LineValues {
  readonly turnsBy: number;
  readonly kept: number;
  readonly other: boolean;
}

export const METHODS: Readonly<Record<Method, MethodSpec>> = {
  onto: {
    word: 'a point onto a point',
    points: ['Choose the point to bring', 'Choose the place it comes to'],
    leavesSideOpen: false,
    moves: 0,
    line: ([from, to]) => ({ kind: 'onto', from: from!, to: to! }),
    recall: (l) => (l.kind === 'onto' ? { points: [l.from, l.to] } : undefined),
  },
  through: {
    word: 'through two points',
    points: ['Choose a point the crease runs through', 'Choose a second point it runs through'],
    leavesSideOpen: true,
    moves: 0,
    line: ([a, b]) => through(a!, b!),
    recall: (l) => (l.kind === 'through' ? { points: [l.a, l.b] } : undefined),
  },
  bisector: {
    word: 'halving an angle',
    points: [
      'Choose a point on the side that moves',
      'Choose the corner of the angle',
      'Choose a point on the side it comes to',
    ],
    leavesSideOpen: false,
    moves: 0,
    line: ([from, corner, to]) => ({ kind: 'bisector', from: from!, at: corner!, to: to! }),
    recall: (l) => (l.kind === 'bisector' ? { points: [l.from, l.at, l.to] } : undefined),
  },
  edge: {
    word: 'an edge onto a line',
    points: [
      'Choose one end of the edge to bring',
      'Choose the other end of that edge',
      'Choose one end of the line it comes to',
      'Choose the other end of that line',
    ],
    leavesSideOpen: false,
    moves: 0,
    hasOther: true,
    line: ([a, b, c, d], { other }) => ({
      kind: 'lineOnto',
      a: through(a!, b!),
      b: through(c!, d!),
      which: other ? 1 : 0,
    }),
    recall: (l) =>
      l.kind === 'lineOnto' && l.a.kind === 'through' && l.b.kind === 'through'
        ? { points: [l.a.a, l.a.b, l.b.a, l.b.b], other: l.which === 1 }
        : undefined,
  },
  landing: {
    word: 'a point onto a line, turning about a point',
    points: [
      'Choose the point to bring',
      'Choose the point it turns about: hold here',
      'Choose one end of the line it meets',
      'Choose the other end of that line',
    ],
    leavesSideOpen: false,
    moves: 0,
    hasOther: true,
    line: ([from, pivot, a, b], { other }) => ({
      kind: 'landing',
      from: from!,
      on: through(a!, b!),
      by: { kind: 'through', at: pivot! },
      which: other ? 1 : 0,
    }),
    recall: (l) =>
      l.kind === 'landing' && l.on.kind === 'through' && l.by.kind === 'through'
        ? { points: [l.from, l.by.at, l.on.a, l.on.b], other: l.which === 1 }
        : undefined,
  },
  across: {
    word: 'straight across a line',
    points: [
      'Choose where the crease crosses',
      'Choose one end of the line it crosses squarely',
      'Choose the other end of that line',
    ],
    leavesSideOpen: true,
    moves: 0,
    line: ([at, a, b]) => ({ kind: 'across', at: at!, to: through(a!, b!) }),
    recall: (l) =>
      l.kind === 'across' && l.to.kind === 'through' ? { points: [l.at, l.to.a, l.to.b] } : undefined,
  },
  angle: {
    word: 'by how far a limb turns',
    points: ['Choose where the limb bends', 'Choose the tip of the limb'],
    leavesSideOpen: false,
    moves: 1,
    // A mirror turns a limb by twice the angle between it and the crease.
    line: ([at, tip], { turnsBy }) => ({ kind: 'turned', at: at!, towards: tip!, degrees: turnsBy / 2 }),
    recall: (l) => (l.kind === 'turned' ? { points: [l.at, l.towards], turnsBy: l.degrees * 2 } : undefined),
  },
  length: {
    word: 'to a length of the flap',
    points: ['Choose the tip of the flap', 'Choose where the flap begins'],
    leavesSideOpen: false,
    moves: 0,
    line: ([tip, root], { kept }) => ({
      kind: 'across',
      at: { kind: 'between', from: root!, to: tip!, share: kept },
      to: through(root!, tip!),
    }),
    recall: (l) => {
      if (l.kind !== 'across' || l.at.kind !== 'between' || l.to.kind !== 'through') return undefined;
      const { from, to, share } = l.at;
      if (typeof share !== 'number' || !isAlike(from, l.to.a) || !isAlike(to, l.to.b)) return undefined;
      return { points: [to, from], kept: share };
    },
  },
};

const isAlike = (a: PointRef, b: PointRef): boolean => JSON.stringify(a) === JSON.stringify(b);

/** The method a line was found by, with its points; undefined where no method gives such a line. */
export function recallLine(
  line: LineRef,
  methods: readonly Method[],
): ({ readonly method: Method; readonly points: readonly PointRef[] } & Partial<LineValues>) | undefined {
  // A length of a flap is a line across at a share of it as well: the narrower way of saying it first.
  const order = [...methods].sort((a, b) => Number(b === 'length') - Number(a === 'length'));
  for (const method of order) {
    const found = METHODS[method].recall(line);
    if (found) return { method, ...found };
  }
  return undefined;
}

export const allMethods = Object.keys(METHODS) as readonly Method[];
