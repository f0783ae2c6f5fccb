import { z } from 'zod';
import { type SquashRequest, listSquashes, squash as squashFlap } from '../moves/index.ts';
import { type Reader, pointRefSchema, sayPoint } from '../references/index.ts';
import { flap, picks, side } from './fields.ts';
import { foldsTogether, otherSide, saySide } from './refolded.ts';
import { creasedAsItFolds, defineKind, seenFrom, wrap } from './spec.ts';
import { behindAsk, sideOf, isBehind } from './tools.ts';

const schema = z.strictObject({
  kind: z.literal('squash'),
  apex: pointRefSchema,
  hinge: pointRefSchema,
  ridge: pointRefSchema,
  to: pointRefSchema,
  front: flap,
  back: flap,
  side,
  picks,
});
type Squash = z.output<typeof schema>;

const request = (move: Squash, read: Reader, step: string): Omit<SquashRequest, 'picks'> => ({
  apex: read.paper(move.apex),
  hinge: read.paper(move.hinge),
  ridge: read.paper(move.ridge),
  to: read.place(move.to),
  front: read.papers(move.front),
  back: read.papers(move.back),
  side: move.side,
  step,
});

/** A doubled flap opened and its folded edge laid flat. */
export const squash = defineKind(schema, {
  ...foldsTogether,
  glossary: 'a doubled flap is stood up, opened and pressed flat, its folded edge to a place',
  word: () => 'squash',
  say: (move, names) =>
    `Squash-fold the flap at ${sayPoint(move.apex, names)}: open it and lay its ridge on ${sayPoint(move.to, names)}${saySide(move.side)}.`,
  map: (move, to) => ({
    ...move,
    apex: to.point(move.apex),
    hinge: to.point(move.hinge),
    ridge: to.point(move.ridge),
    to: to.point(move.to),
    front: to.points(move.front),
    back: to.points(move.back),
    side: to.turn(move.side),
    picks: to.picks(move.picks),
  }),
  make: (move, { state, read, step }) => {
    const chosen = read.picks(move.picks);
    return wrap(squashFlap(state, { ...request(move, read, step), picks: chosen }));
  },
  results: (move, { state, read, step }) => listSquashes(state, { ...request(move, read, step), picks: [] }),
  otherWays: (move) => [
    {
      words: move.side === 'front' ? 'behind' : 'in front',
      move: { ...move, side: otherSide(move.side), front: move.back, back: move.front, picks: [] },
    },
  ],
  draw: (move) => ({ line: seenFrom(move.side), arrow: seenFrom(move.side), block: 'push', equal: null }),
  minutes: 1.5,
  difficulty: 1,
  beforehand: creasedAsItFolds,
  tools: {
    squash: {
      word: 'Squash fold',
      key: 'Q',
      path: 'M4 18L12 5l8 13zM12 5v13',
      group: 'Collapse',
      points: [
        'Choose the closed corner the flap turns about',
        'Choose the far end of the crease the flap hangs on',
        'Choose the far end of the folded edge that is opened',
        'Choose where that edge comes to lie',
      ],
      paper: 'pair',
      paperPrompt: 'Choose the flap, on the side that opens',
      countsLayers: true,
      asks: [behindAsk],
      compose: (c) => {
        const [apex, hinge, ridge, to] = c.points;
        return {
          kind: 'squash',
          apex: apex!,
          hinge: hinge!,
          ridge: ridge!,
          to: to!,
          front: [c.paper[0]!],
          back: [c.paper[1] ?? c.paper[0]!],
          side: sideOf(c),
          picks: c.picks,
        };
      },
      recall: (move) => ({
        points: [move.apex, move.hinge, move.ridge, move.to],
        paper: [...move.front, ...move.back],
        picks: move.picks,
        options: { behind: isBehind(move.side) },
      }),
    },
  },
  toolOf: () => 'squash',
});
