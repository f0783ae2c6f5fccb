import { type LineRef, type PointRef, through } from '../references/index.ts';

/** How a folder says where a crease runs. */
export type Method = 'onto' | 'through' | 'bisector' | 'across' | 'angle' | 'length';

interface MethodSpec {
  readonly word: string;
  /** What it asks for, in order. */
  readonly points: readonly string[];
  /** Whether the line alone leaves open which side moves. */
  readonly leavesSideOpen: boolean;
  /** Which of its points moves where nothing else is chosen: its place among the points. */
  readonly moves: number;
  readonly line: (
    points: readonly PointRef[],
    values: { readonly turnsBy: number; readonly kept: number },
  ) => LineRef;
}

export const METHODS: Readonly<Record<Method, MethodSpec>> = {
  onto: {
    word: 'a point onto a point',
    points: ['Choose the point to bring', 'Choose the place it comes to'],
    leavesSideOpen: false,
    moves: 0,
    line: ([from, to]) => ({ kind: 'onto', from: from!, to: to! }),
  },
  through: {
    word: 'through two points',
    points: ['Choose a point the crease runs through', 'Choose a second point it runs through'],
    leavesSideOpen: true,
    moves: 0,
    line: ([a, b]) => through(a!, b!),
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
  },
  angle: {
    word: 'by how far a limb turns',
    points: ['Choose where the limb bends', 'Choose the tip of the limb'],
    leavesSideOpen: false,
    moves: 1,
    // A mirror turns a limb by twice the angle between it and the crease.
    line: ([at, tip], { turnsBy }) => ({ kind: 'turned', at: at!, towards: tip!, degrees: turnsBy / 2 }),
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
  },
};

export const allMethods = Object.keys(METHODS) as readonly Method[];
