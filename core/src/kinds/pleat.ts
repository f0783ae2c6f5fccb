import { z } from 'zod';
import { pleat as pleatStrip } from '../moves/index.ts';
import { sayFoldLine, sayNextLine } from '../references/index.ts';
import { flap, layers, lines, points, sense } from './fields.ts';
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
import { acrossLimb, behindAsk, leanAsk, senseOf, recallAcross, isBehind } from './tools.ts';

const schema = z.strictObject({
  kind: z.literal('pleat'),
  sense,
  lines,
  flap,
  layers,
  hold: points.default([]),
});

/** Two folds side by side, over and back. */
export const pleat = defineKind(schema, {
  glossary: 'paper is folded over one line and back over a second one beside it',
  word: () => 'pleat',
  say: (move, names) =>
    `Pleat: ${move.sense}-fold ${sayFoldLine(move.lines[0], names)}, and back ${sayNextLine(move.lines[1], move.lines[0], names)}${move.layers === 'all' ? '; all layers' : ''}.`,
  map: (move, to) => ({
    ...move,
    sense: to.turn(move.sense),
    lines: to.lines(move.lines),
    flap: to.points(move.flap),
    hold: to.points(move.hold),
  }),
  make: ({ sense: towards, layers: taken, ...move }, { state, read, step }) => {
    const [moving, hold] = [read.papers(move.flap), read.papers(move.hold)];
    const request = {
      lines: read.lines(move.lines),
      sense: towards,
      layers: taken,
      flap: moving,
      hold,
      step,
    };
    return wrap(pleatStrip(state, request));
  },
  results: oneResult,
  alignments: (move) => move.lines,
  otherWays: (move) => [
    {
      words: 'the other way round',
      move: { ...move, sense: otherSense(move.sense) },
    },
    {
      words: sayLayers(otherLayers(move.layers)),
      move: { ...move, layers: otherLayers(move.layers) },
    },
  ],
  draw: (move) => drawn(move.sense),
  minutes: 2,
  difficulty: 0,
  leaves: 'nothing',
  motion: 'folds',
  leavesStrip: true,
  wrapsEdge: false,
  opens: true,
  beforehand: nothingBefore,
  reachesFor: nothing,
  uses: nothing,
  tools: {
    pleat: {
      word: 'Pleat',
      key: 'L',
      path: 'M3 16h7l4-6h7M10 16l1-5M14 10l-1 5',
      group: 'Fold',
      points: [
        'Choose where the first crease crosses the strip',
        'Choose where the second crease crosses it',
        'Choose the end of the strip that moves',
      ],
      paper: 'none',
      family: 'strip',
      countsLayers: false,
      asks: [leanAsk, behindAsk],
      compose: (c) => ({
        kind: 'pleat',
        sense: senseOf(c),
        lines: acrossLimb(c.points, c.number('lean')),
        flap: [c.points[2]!],
        layers: 'all',
        hold: [],
      }),
      recall: (move) => {
        const found = recallAcross(move.lines, move.flap[0]);
        return found && { points: found.points, options: { lean: found.lean, behind: isBehind(move.sense) } };
      },
    },
  },
  toolOf: () => 'pleat',
});
