import { z } from 'zod';
import { foldSeveral } from '../moves/index.ts';
import {
  type LineRef,
  type PointRef,
  pointRefSchema,
  sayList,
  sayPoint,
  shortPoint,
} from '../references/index.ts';
import { flap, sense } from './fields.ts';
import { defineKind, drawn, nothing, nothingBefore, oneResult, otherSense, wrap } from './spec.ts';
import { behindAsk, senseOf, isBehind } from './tools.ts';

const schema = z.strictObject({ kind: z.literal('blintz'), sense, points: flap, to: pointRefSchema });

/** Several corners come to one place. */
export const blintz = defineKind(schema, {
  glossary: 'several corners, each by itself, are folded to one place',
  word: () => 'blintz',
  say: (move, names) =>
    `${move.sense === 'valley' ? 'Valley' : 'Mountain'}-fold ${sayList(move.points.map((p) => shortPoint(p, names)))} to ${sayPoint(move.to, names)}.`,
  map: (move, to) => ({
    ...move,
    sense: to.turn(move.sense),
    points: to.points(move.points),
    to: to.point(move.to),
  }),
  make: (move, { state, read, step }) => {
    const folds = move.points.map((p) => ({
      line: read.line({ kind: 'onto', from: p, to: move.to }),
      flap: [read.paper(p)],
      sense: move.sense,
      layers: 'flap' as const,
    }));
    return wrap(foldSeveral(state, { folds, step }));
  },
  results: oneResult,
  alignments: (move) => move.points.map((from): LineRef => ({ kind: 'onto', from, to: move.to })),
  otherWays: (move) => [{ words: 'on the other side', move: { ...move, sense: otherSense(move.sense) } }],
  draw: (move) => drawn(move.sense),
  minutes: 3,
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
    blintz: {
      word: 'Blintz',
      key: 'B',
      path: 'M12 3l9 9-9 9-9-9zM3 3l6 6M21 3l-6 6M21 21l-6-6M3 21l6-6',
      group: 'Fold',
      points: ['Choose the place all corners of the sheet come to'],
      paper: 'none',
      countsLayers: false,
      asks: [behindAsk],
      compose: (c) => ({
        kind: 'blintz',
        sense: senseOf(c),
        points: ['A', 'B', 'C', 'D'].map((name): PointRef => ({ kind: 'named', name })),
        to: c.points[0]!,
      }),
      recall: (move) => ({ points: [move.to], options: { behind: isBehind(move.sense) } }),
    },
  },
  toolOf: () => 'blintz',
});
