import { z } from 'zod';
import { type RabbitEarRequest, listRabbitEars, rabbitEar } from '../moves/index.ts';
import { type Reader, pointRefSchema, sayPair, sayPoint } from '../references/index.ts';
import { pair, picks, side, throughLayers } from './fields.ts';
import { foldsTogether, otherSide, saySide } from './refolded.ts';
import { creasedAsItFolds, defineKind, drawn, seenFrom, wrap } from './spec.ts';
import { STAYS, behindAsk, sideOf, isBehind } from './tools.ts';

const schema = z.strictObject({
  kind: z.literal('ear'),
  tip: pointRefSchema,
  base: pair,
  towards: z.union([z.literal(0), z.literal(1)]),
  through: throughLayers,
  anchor: pointRefSchema,
  side,
  picks,
});
type Ear = z.output<typeof schema>;

const request = (move: Ear, read: Reader, step: string): Omit<RabbitEarRequest, 'picks'> => ({
  tip: read.paper(move.tip),
  base: read.pair(move.base),
  towards: move.towards,
  on: read.through(move.through),
  anchor: read.paper(move.anchor),
  side: move.side,
  step,
});

/** A triangle folded on the halvings of its angles, its tip made a small flap. */
export const ear = defineKind(schema, {
  ...foldsTogether,
  glossary: 'a triangle is folded on the lines that halve its angles, and its tip becomes a narrow flap',
  word: () => 'rabbit ear',
  say: (move, names) =>
    `Rabbit-ear ${sayPoint(move.tip, names)}: both its edges come to ${sayPair(move.base, names)}, the ear points to ${sayPoint(move.base[move.towards], names)}${saySide(move.side)}.`,
  map: (move, to) => ({
    ...move,
    tip: to.point(move.tip),
    base: to.pair(move.base),
    through: to.through(move.through),
    anchor: to.point(move.anchor),
    side: to.turn(move.side),
    picks: to.picks(move.picks),
  }),
  make: (move, { state, read, step }) => {
    const chosen = read.picks(move.picks);
    return wrap(rabbitEar(state, { ...request(move, read, step), picks: chosen }));
  },
  results: (move, { state, read, step }) =>
    listRabbitEars(state, { ...request(move, read, step), picks: [] }),
  otherWays: (move) => [
    {
      words: 'pointing the other way',
      move: { ...move, towards: move.towards === 0 ? (1 as const) : (0 as const), picks: [] },
    },
    {
      words: move.side === 'front' ? 'behind' : 'in front',
      move: { ...move, side: otherSide(move.side), picks: [] },
    },
  ],
  draw: (move) => drawn(seenFrom(move.side)),
  minutes: 2,
  difficulty: 1,
  beforehand: creasedAsItFolds,
  tools: {
    ear: {
      word: 'Rabbit ear',
      key: 'A',
      path: 'M4 19h16L12 4zM12 13L4 19M12 13l8 6M12 13V4',
      group: 'Collapse',
      points: [
        'Choose the tip of the ear',
        'Choose the corner it leans away from',
        'Choose the corner it leans to',
      ],
      paper: 'needed',
      paperPrompt: STAYS,
      countsLayers: false,
      asks: [behindAsk],
      compose: (c) => ({
        kind: 'ear',
        tip: c.points[0]!,
        base: [c.points[1]!, c.points[2]!],
        towards: 1,
        through: 'all',
        anchor: c.paper[0]!,
        side: sideOf(c),
        picks: c.picks,
      }),
      recall: (move) => ({
        points: [move.tip, ...(move.towards === 1 ? move.base : [move.base[1], move.base[0]])],
        paper: [move.anchor],
        picks: move.picks,
        options: { behind: isBehind(move.side) },
      }),
    },
  },
  toolOf: () => 'ear',
});
