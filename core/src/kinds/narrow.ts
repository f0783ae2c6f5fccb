import { z } from 'zod';
import { distance, subtract } from '../geometry/index.ts';
import { foldSeveral } from '../moves/index.ts';
import { type LineRef, type Reader, pointRefSchema, sayPoint } from '../references/index.ts';
import { toFractionText } from '../units/index.ts';
import { layers, pair, sense } from './fields.ts';
import {
  defineKind,
  drawn,
  nothing,
  nothingBefore,
  oneResult,
  otherLayers,
  otherSense,
  sayLayers,
  wrap,
} from './spec.ts';
import { behindAsk, senseOf, isBehind } from './tools.ts';

const schema = z.strictObject({
  kind: z.literal('narrow'),
  sense,
  /** The tip, a point of the axis, and a point on each edge that comes to the axis. */
  tip: pointRefSchema,
  axis: pointRefSchema,
  edges: pair,
  layers,
  /** Width the flap shall have at the axis point, in sheet sides; its edges come to the axis when null. */
  width: z.number().positive().max(2).nullable().default(null),
});
type Narrow = z.output<typeof schema>;

/**
 * Edges folded to the axis halve their angles; a flap of a given width is folded on two lines from its tip that are so
 * far apart at the axis point.
 */
function linesOf(move: Narrow, read: Reader): LineRef[] {
  if (move.width === null)
    return move.edges.map((edge) => ({ kind: 'bisector', from: edge, at: move.tip, to: move.axis }));
  const [tip, axis] = [read.place(move.tip), read.place(move.axis)];
  const half = (Math.atan2(move.width / 2, distance(tip, axis)) * 180) / Math.PI;
  return move.edges.map((edge) => {
    const [u, v] = [subtract(axis, tip), subtract(read.place(edge), tip)];
    const side = u[0] * v[1] - u[1] * v[0] > 0 ? 1 : -1;
    return { kind: 'turned', at: move.tip, towards: move.axis, degrees: side * half };
  });
}

/** Both edges of a flap come towards its axis. */
export const narrow = defineKind(schema, {
  glossary: 'both edges of a flap are folded to its axis, or evenly towards it until it has a width',
  word: () => 'narrow',
  say: (move, names) =>
    `Narrow the flap at ${sayPoint(move.tip, names)}: ${move.sense}-fold both edges ${move.width === null ? 'to' : 'evenly towards'} the line towards ${sayPoint(move.axis, names)}${move.width === null ? '' : `, until it is ${toFractionText(move.width)} of the side wide there`}.`,
  map: (move, to) => ({
    ...move,
    sense: to.turn(move.sense),
    tip: to.point(move.tip),
    axis: to.point(move.axis),
    edges: to.pair(move.edges),
  }),
  make: (move, { state, read, step }) => {
    const refs = linesOf(move, read);
    const folds = move.edges.map((edge, i) => ({
      line: read.line(refs[i]!),
      flap: [read.paper(edge)],
      sense: move.sense,
      layers: move.layers,
    }));
    return wrap(foldSeveral(state, { folds, step }));
  },
  results: oneResult,
  // Each edge is brought to the axis, or folded to a width, by itself.
  alignments: (move) =>
    move.edges.map((edge): LineRef =>
      move.width === null
        ? { kind: 'bisector', from: edge, at: move.tip, to: move.axis }
        : { kind: 'turned', at: move.tip, towards: move.axis, degrees: 0 },
    ),
  otherWays: (move) => [
    {
      words: sayLayers(otherLayers(move.layers)),
      move: { ...move, layers: otherLayers(move.layers) },
    },
    { words: 'on the other side', move: { ...move, sense: otherSense(move.sense) } },
  ],
  draw: (move) => drawn(move.sense),
  minutes: 2,
  difficulty: 0,
  leaves: 'nothing',
  motion: 'folds',
  leavesStrip: false,
  wrapsEdge: false,
  opens: true,
  beforehand: nothingBefore,
  reachesFor: nothing,
  uses: nothing,
  tools: {
    narrow: {
      word: 'Narrow',
      key: 'W',
      path: 'M12 3v18M5 8l5 4M19 8l-5 4M10 12l-4 0M14 12l4 0',
      group: 'Fold',
      points: [
        'Choose the tip of the flap',
        'Choose a point of its axis',
        'Choose a point on one edge',
        'Choose a point on the other edge',
      ],
      paper: 'none',
      countsLayers: false,
      asks: [
        {
          kind: 'length',
          id: 'width',
          label: 'To a width of',
          note: 'empty: edges to the middle',
          first: null,
          mayBeEmpty: true,
        },
        behindAsk,
      ],
      compose: (c) => {
        const [tip, axis, one, other] = c.points;
        return {
          kind: 'narrow',
          sense: senseOf(c),
          tip: tip!,
          axis: axis!,
          edges: [one!, other!],
          layers: 'flap',
          width: c.length('width'),
        };
      },
      recall: (move) => ({
        points: [move.tip, move.axis, ...move.edges],
        options: { width: typeof move.width === 'number' ? move.width : null, behind: isBehind(move.sense) },
      }),
    },
  },
  toolOf: () => 'narrow',
});
