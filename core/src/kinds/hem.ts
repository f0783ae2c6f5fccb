import { z } from 'zod';
import { type Point, add, apply, inverse, lineThrough, scale, sideOf, tolerance } from '../geometry/index.ts';
import { type FlatState, type Refusal, facetsAt } from '../folded/index.ts';
import { foldSeveral } from '../moves/index.ts';
import { failed } from '../outcome/index.ts';
import { type LineRef, pointRefSchema, sayPair, sayPoint, through } from '../references/index.ts';
import { toFractionText } from '../units/index.ts';
import { pair, points, sense } from './fields.ts';
import {
  type Making,
  type Tried,
  defineKind,
  drawn,
  nothing,
  nothingBefore,
  oneResult,
  otherSense,
  wrap,
} from './spec.ts';
import { MOVES, behindAsk, senseOf, isBehind } from './tools.ts';

const schema = z.strictObject({
  kind: z.literal('hem'),
  sense,
  /** Two points of the edge that is folded over. */
  edge: pair,
  /** A point on the side the edge is folded to. */
  towards: pointRefSchema,
  /** How wide it is folded over, in sheet sides. */
  width: z.number().positive().max(1),
  times: z.union([z.literal(1), z.literal(2)]).default(1),
  /** Paper of the layers that are folded; the layer of the edge's first point when empty. */
  layers: points.default([]),
});
type Hem = z.output<typeof schema>;

/** The creases run even with the edge; how far off is read off the width when they are made. */
const creaseOf = (move: Hem, share: number): LineRef => ({
  kind: 'beside',
  at: { kind: 'between', from: move.edge[0], to: move.towards, share },
  to: through(...move.edge),
});

function foldEdge(move: Hem, { state, read, step }: Making): Tried {
  const [a, b] = [read.place(move.edge[0]), read.place(move.edge[1])];
  const inner = read.place(move.towards);
  const edge = lineThrough(a, b);
  const depth = edge ? sideOf(edge, inner) : 0;
  if (!edge || Math.abs(depth) < tolerance.samePoint)
    return refuse('The edge and the point it is folded to lie in one line; choose a point beside the edge.');
  const inward = scale(edge.normal, Math.sign(depth));
  const middle: Point = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
  const strip = (paper: Point): Point => inStrip(state, paper, add(middle, scale(inward, move.width / 2)));
  const refs = move.layers.length > 0 ? move.layers : [move.edge[0]];
  const flap = refs.map((ref) => strip(read.paper(ref)));
  const folds = Array.from({ length: move.times }, (_, k) => ({
    // The point between the first end and the inner point that lies so far from the edge.
    line: read.line(creaseOf(move, ((k + 1) * move.width) / Math.abs(depth))),
    flap,
    sense: move.sense,
    layers: 'flap' as const,
  }));
  return wrap(foldSeveral(state, { folds, step }));
}

const refuse = (text: string): { ok: false; fault: Refusal } => failed({ kind: 'reference', text });

/** A place of the strip that is folded over, in the layer that has this paper; the paper itself where it has none there. */
function inStrip(state: FlatState, paper: Point, place: Point): Point {
  for (const f of facetsAt(state, paper)) {
    const own = apply(inverse(state.facets[f]!.placement), place);
    if (facetsAt(state, own).includes(f)) return own;
  }
  return paper;
}

/** An edge folded over, once or twice, by a width. */
export const hem = defineKind(schema, {
  glossary: 'an edge is folded over by a width, once or twice, through named layers',
  word: () => 'hem',
  say: (move, names) =>
    `Hem ${sayPair(move.edge, names)}: ${move.sense}-fold it over by ${toFractionText(move.width)} of the side towards ${sayPoint(move.towards, names)}${move.times === 2 ? ', and over once more' : ''}${move.layers.length > 1 ? `, ${move.layers.length} layers together` : ''}.`,
  map: (move, to) => ({
    ...move,
    sense: to.turn(move.sense),
    edge: to.pair(move.edge),
    towards: to.point(move.towards),
    layers: to.points(move.layers),
  }),
  make: foldEdge,
  results: oneResult,
  alignments: (move) => Array.from({ length: move.times }, () => creaseOf(move, 0)),
  otherWays: (move) => [
    { words: 'on the other side', move: { ...move, sense: otherSense(move.sense) } },
    ...(move.times === 2 ? [{ words: 'once', move: { ...move, times: 1 as const } }] : []),
  ],
  draw: (move) => drawn(move.sense),
  minutes: 1.5,
  difficulty: 0,
  leaves: 'nothing',
  motion: 'folds',
  leavesStrip: true,
  wrapsEdge: true,
  opens: true,
  beforehand: nothingBefore,
  reachesFor: nothing,
  uses: nothing,
  tools: {
    hem: {
      word: 'Hem',
      key: '1',
      path: 'M4 19h16M4 12h16M7 12v-6M17 12v-6M12 19v-7M12 12l-2 3M12 12l2 3',
      group: 'Fold',
      points: [
        'Choose one end of the edge',
        'Choose the other end of the edge',
        'Choose a point on the side it is folded to',
      ],
      paper: 'optional',
      paperPrompt: MOVES,
      countsLayers: true,
      asks: [
        {
          kind: 'length',
          id: 'width',
          label: 'Folded over by',
          note: 'measured square to the edge',
          first: 0.05,
          mayBeEmpty: false,
        },
        {
          kind: 'choice',
          id: 'times',
          label: 'Over',
          first: 'once',
          options: [
            { value: 'once', label: 'once' },
            { value: 'twice', label: 'twice' },
          ],
        },
        behindAsk,
      ],
      compose: (c) => ({
        kind: 'hem',
        sense: senseOf(c),
        edge: [c.points[0]!, c.points[1]!],
        towards: c.points[2]!,
        width: c.length('width') ?? 0.05,
        times: c.text('times') === 'twice' ? 2 : 1,
        layers: c.pointedAt ? [...c.paper] : [],
      }),
      recall: (move) => ({
        points: [...move.edge, move.towards],
        paper: move.layers,
        options: {
          width: move.width,
          times: move.times === 2 ? 'twice' : 'once',
          behind: isBehind(move.sense),
        },
      }),
    },
  },
  toolOf: () => 'hem',
});
