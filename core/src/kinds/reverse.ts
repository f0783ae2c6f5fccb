import { z } from 'zod';
import { reflectBeyond } from '../moves/index.ts';
import { lineRefSchema, sayFoldLine } from '../references/index.ts';
import { flap, mode, picks } from './fields.ts';
import { allMethods } from './methods.ts';
import { drawnByMode, listReflected } from './reflected.ts';
import { atOtherPlace, defineKind, nothing, wrap } from './spec.ts';
import { MOVES, type ToolSpec } from './tools.ts';

const schema = z.strictObject({ kind: z.literal('reverse'), mode, line: lineRefSchema, flap, picks });
type Reverse = z.output<typeof schema>;

const tool = (way: 'inside' | 'outside', word: string, key: string, path: string): ToolSpec<Reverse> => ({
  word,
  key,
  path,
  group: 'Reverse and crimp',
  points: { lineBy: allMethods },
  paper: 'optional',
  paperPrompt: MOVES,
  family: 'flap beyond a line',
  countsLayers: true,
  asks: [],
  compose: (c) => ({ kind: 'reverse', mode: way, line: c.line(), flap: [...c.paper], picks: c.picks }),
  recall: (move) => ({ line: move.line, paper: move.flap, picks: move.picks }),
});

const WORDS = {
  inside: 'Inside-reverse-fold',
  outside: 'Outside-reverse-fold',
  auto: 'Reverse-fold',
} as const;

/** The tip of a doubled flap turned inside out between its halves, or round them. */
export const reverse = defineKind(schema, {
  glossary:
    'the tip of a doubled flap is turned at a line, whole between its two halves (inside) or all round them (outside)',
  word: () => 'reverse',
  say: (move, names) => `${WORDS[move.mode]} ${sayFoldLine(move.line, names)}.`,
  map: (move, to) => ({
    ...move,
    line: to.line(move.line),
    flap: to.points(move.flap),
    picks: to.picks(move.picks),
  }),
  make: (move, { state, read, step }) => {
    const moving = read.papers(move.flap);
    const chosen = read.picks(move.picks);
    return wrap(
      reflectBeyond(state, {
        line: read.line(move.line),
        flap: moving,
        mode: move.mode,
        picks: chosen,
        step,
      }),
    );
  },
  results: (move, making) =>
    listReflected(
      move,
      move.mode === 'auto'
        ? ['inside reverse', 'outside reverse', 'mixed reverse']
        : [`${move.mode} reverse`],
      making,
    ),
  alignments: (move) => [move.line],
  otherWays: (move) => [
    ...atOtherPlace(move),
    ...(['inside', 'outside'] as const)
      .filter((way) => way !== move.mode)
      .map((way) => ({ words: `as an ${way} reverse fold`, move: { ...move, mode: way, picks: [] } })),
  ],
  draw: (move) => drawnByMode(move.mode),
  minutes: 2,
  difficulty: 0,
  leaves: 'crease',
  motion: 'folds',
  leavesStrip: false,
  wrapsEdge: false,
  opens: true,
  // A single crease is bent as it is made; it has to be there in every layer where one was pressed.
  beforehand: { together: true, bends: false, presses: false, everyLayer: true },
  reachesFor: nothing,
  uses: nothing,
  tools: {
    inside: tool('inside', 'Inside reverse', 'I', 'M4 19L12 5l3 9M15 14l-4 1'),
    outside: tool('outside', 'Outside reverse', 'O', 'M4 19L12 5l7 6M19 11l-5-1'),
  },
  toolOf: (move) => (move.mode === 'outside' ? 'outside' : 'inside'),
});
