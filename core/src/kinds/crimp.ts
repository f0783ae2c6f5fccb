import { z } from 'zod';
import { crimp as crimpFlap, listCrimps } from '../moves/index.ts';
import { sayFoldLine, sayNextLine } from '../references/index.ts';
import { flap, lines, mode, picks } from './fields.ts';
import { drawnByMode } from './reflected.ts';
import { defineKind, nothing, wrap } from './spec.ts';
import { acrossLimb, leanAsk, recallAcross } from './tools.ts';

const schema = z.strictObject({
  kind: z.literal('crimp'),
  mode,
  /** The line nearer to the body first. */
  lines,
  flap,
  picks,
});

const WORDS = { inside: 'Inside-crimp', outside: 'Outside-crimp', auto: 'Crimp' } as const;

/** Two reverse folds side by side, which bend or shorten a doubled flap. */
export const crimp = defineKind(schema, {
  glossary: 'two reverse folds side by side bend or shorten a doubled flap',
  word: () => 'crimp',
  say: (move, names) =>
    `${WORDS[move.mode]} ${sayFoldLine(move.lines[0], names)}, and back ${sayNextLine(move.lines[1], move.lines[0], names)}.`,
  map: (move, to) => ({
    ...move,
    lines: to.lines(move.lines),
    flap: to.points(move.flap),
    picks: to.picks(move.picks),
  }),
  make: (move, { state, read, step }) => {
    const moving = read.papers(move.flap);
    const chosen = read.picks(move.picks);
    return wrap(
      crimpFlap(state, { lines: read.lines(move.lines), flap: moving, mode: move.mode, picks: chosen, step }),
    );
  },
  results: (move, { state, read }) =>
    listCrimps(state, {
      lines: read.lines(move.lines),
      flap: read.papers(move.flap),
      mode: move.mode,
      step: 'offered',
    }),
  alignments: (move) => move.lines,
  otherWays: (move) =>
    (['inside', 'outside'] as const)
      .filter((way) => way !== move.mode)
      .map((way) => ({ words: `as an ${way} crimp`, move: { ...move, mode: way, picks: [] } })),
  draw: (move) => drawnByMode(move.mode),
  minutes: 3,
  difficulty: 2,
  leaves: 'nothing',
  motion: 'folds',
  leavesStrip: true,
  wrapsEdge: false,
  opens: true,
  beforehand: { together: true, bends: true, presses: false, everyLayer: true },
  reachesFor: nothing,
  uses: nothing,
  tools: {
    crimp: {
      word: 'Crimp',
      key: 'J',
      path: 'M3 14l7-4 3 5 8-5M10 10l0 5M13 15l0-5',
      group: 'Reverse and crimp',
      points: [
        'Choose where the first crease crosses the limb',
        'Choose where the second crease crosses it',
        'Choose the tip of the limb',
      ],
      paper: 'none',
      family: 'strip',
      countsLayers: false,
      asks: [leanAsk],
      compose: (c) => ({
        kind: 'crimp',
        mode: 'auto',
        lines: acrossLimb(c.points, c.number('lean')),
        flap: [c.points[2]!],
        picks: c.picks,
      }),
      recall: (move) => {
        const found = recallAcross(move.lines, move.flap[0]);
        return found && { points: found.points, options: { lean: found.lean }, picks: move.picks };
      },
    },
  },
  toolOf: () => 'crimp',
});
