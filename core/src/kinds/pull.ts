import { z } from 'zod';
import { rearrange, reflectBeyond } from '../moves/index.ts';
import { done } from '../outcome/index.ts';
import { lineRefSchema, sayFoldLine } from '../references/index.ts';
import { flap, picks } from './fields.ts';
import { allMethods } from './methods.ts';
import { listReflected } from './reflected.ts';
import { defineKind, nothing, nothingBefore, wrap } from './spec.ts';

const schema = z.strictObject({
  kind: z.literal('pull'),
  /** The line the flap turns over while it is pulled out; none when only the layers change places. */
  line: lineRefSchema.nullable(),
  flap,
  picks,
});

/** Paper brought out from between layers. */
export const pull = defineKind(schema, {
  glossary: 'a layer is brought out from between others, with or without being folded anew',
  word: () => 'pull out',
  say: (move, names) =>
    move.line
      ? `Pull out the flap and fold it ${sayFoldLine(move.line, names)}; open its neighbours, fold, close them.`
      : 'Pull out the layer; nothing else moves.',
  map: (move, to) => ({
    ...move,
    line: move.line && to.line(move.line),
    flap: to.points(move.flap),
    picks: to.picks(move.picks),
  }),
  make: (move, { state, read, step }) => {
    const [moving, chosen] = [read.papers(move.flap), read.picks(move.picks)];
    return wrap(
      move.line
        ? reflectBeyond(state, {
            line: read.line(move.line),
            flap: moving,
            mode: 'free',
            picks: chosen,
            step,
          })
        : rearrange(state, { flap: moving, picks: chosen, step }),
    );
  },
  results: ({ line, flap: moving }, making) =>
    line
      ? listReflected(
          { line, flap: moving },
          [
            'unfolded',
            'inside reverse',
            'outside reverse',
            'mixed reverse',
            'valley',
            'mountain',
            'mixed sink',
          ],
          making,
        )
      : done([]),
  alignments: (move) => (move.line ? [move.line] : []),
  otherWays: nothing,
  draw: () => ({ line: 'valley', arrow: null, block: 'pull', equal: null }),
  minutes: 2,
  difficulty: 0,
  leaves: 'crease',
  motion: 'folds',
  leavesStrip: false,
  wrapsEdge: false,
  opens: true,
  beforehand: nothingBefore,
  reachesFor: (move) => move.flap,
  uses: nothing,
  tools: {
    pull: {
      word: 'Pull out',
      key: 'G',
      path: 'M4 8h9M4 16h9M10 12h10M20 12l-4-2M20 12l-4 2',
      group: 'Layers',
      points: { lineBy: allMethods },
      paper: 'needed',
      countsLayers: true,
      asks: [],
      compose: (c) => ({ kind: 'pull', line: c.line(), flap: [...c.paper], picks: c.picks }),
      recall: (move) => (move.line ? { line: move.line, paper: move.flap, picks: move.picks } : undefined),
    },
  },
  toolOf: () => 'pull',
});
