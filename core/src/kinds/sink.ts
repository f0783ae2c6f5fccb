import { z } from 'zod';
import { type ReflectedKind, closedKinds, reflectBeyond } from '../moves/index.ts';
import { lineRefSchema, sayFoldLine } from '../references/index.ts';
import { flap, picks } from './fields.ts';
import { allMethods } from './methods.ts';
import { listReflected } from './reflected.ts';
import { atOtherPlace, defineKind, nothing, wrap } from './spec.ts';
import type { ToolSpec } from './tools.ts';

const schema = z.strictObject({
  kind: z.literal('sink'),
  mode: z.enum(['open', 'closed', 'out']).default('open'),
  line: lineRefSchema,
  flap,
  picks,
});
type Sink = z.output<typeof schema>;
type SinkMode = Sink['mode'];

/** What the three ways of sinking are to the engine, to a folder, and which results are theirs. */
const MODES: Readonly<
  Record<
    SinkMode,
    {
      readonly reflects: 'sink' | 'closed' | 'unsink';
      readonly words: string;
      readonly otherwise: string;
      readonly results: readonly ReflectedKind[];
    }
  >
> = {
  open: { reflects: 'sink', words: 'Open-sink', otherwise: 'as an open sink', results: ['open sink'] },
  closed: {
    reflects: 'closed',
    words: 'Closed-sink',
    otherwise: 'as a closed sink',
    results: closedKinds,
  },
  out: {
    reflects: 'unsink',
    words: 'Bring out the sunk corner',
    otherwise: 'brought out',
    results: ['unfolded', 'valley', 'mountain', 'inside reverse', 'outside reverse', 'mixed reverse'],
  },
};

const tool = (way: SinkMode, word: string, key: string, path: string): ToolSpec<Sink> => ({
  word,
  key,
  path,
  group: 'Sink',
  points: { lineBy: allMethods },
  paper: 'optional',
  family: 'flap beyond a line',
  countsLayers: true,
  asks: [],
  compose: (c) => ({ kind: 'sink', mode: way, line: c.line(), flap: [...c.paper], picks: c.picks }),
  recall: (move) => ({ line: move.line, paper: move.flap, picks: move.picks }),
});

/** A closed corner pushed in at a line, open or closed, or brought out again. */
export const sink = defineKind(schema, {
  glossary:
    'a closed corner is pushed in at a line: opened for it (open sink), or without being opened (closed sink)',
  word: () => 'sink',
  say: (move, names) => `${MODES[move.mode].words} ${sayFoldLine(move.line, names)}.`,
  map: (move, to) => ({
    ...move,
    line: to.line(move.line),
    flap: to.points(move.flap),
    picks: to.picks(move.picks),
  }),
  make: (move, { state, read, step }) => {
    const moving = read.papers(move.flap);
    const chosen = read.picks(move.picks);
    const mode = MODES[move.mode].reflects;
    return wrap(
      reflectBeyond(state, { line: read.line(move.line), flap: moving, mode, picks: chosen, step }),
    );
  },
  results: (move, making) => listReflected(move, MODES[move.mode].results, making),
  alignments: (move) => [move.line],
  otherWays: (move) => [
    ...atOtherPlace(move),
    ...(['open', 'closed', 'out'] as const)
      .filter((way) => way !== move.mode)
      .map((way) => ({ words: MODES[way].otherwise, move: { ...move, mode: way, picks: [] } })),
  ],
  draw: (move) => ({
    line: 'mountain',
    arrow: null,
    block: move.mode === 'out' ? 'pull' : 'push',
    equal: null,
  }),
  minutes: 4,
  difficulty: 3,
  leaves: 'crease',
  motion: 'folds',
  leavesStrip: false,
  wrapsEdge: false,
  opens: true,
  beforehand: { together: true, bends: true, presses: false, everyLayer: true },
  reachesFor: nothing,
  uses: nothing,
  tools: {
    sink: tool('open', 'Open sink', 'S', 'M4 19L12 6l8 13M12 6v8M12 14l-2-3M12 14l2-3'),
    closed: tool('closed', 'Closed sink', 'D', 'M4 19L12 6l8 13M8 13h8M12 6v7'),
    unsink: tool('out', 'Bring out', 'F', 'M4 19l5-9h6l5 9M12 14V4M12 4l-2 3M12 4l2 3'),
  },
  toolOf: (move) => ({ open: 'sink', closed: 'closed', out: 'unsink' })[move.mode],
});
