import { z } from 'zod';
import { type SwivelRequest, listSwivels, swivel as swivelFlap } from '../moves/index.ts';
import { type Reader, pointRefSchema, sayPoint } from '../references/index.ts';
import { picks, side } from './fields.ts';
import { foldsTogether, otherSide, saySide } from './refolded.ts';
import { creasedAsItFolds, defineKind, drawn, seenFrom, wrap } from './spec.ts';
import { STAYS, behindAsk, sideOf, isBehind } from './tools.ts';

const schema = z.strictObject({
  kind: z.literal('swivel'),
  pivot: pointRefSchema,
  along: pointRefSchema,
  flap: pointRefSchema,
  drawn: pointRefSchema,
  anchor: pointRefSchema,
  side,
  picks,
});
type Swivel = z.output<typeof schema>;

const request = (move: Swivel, read: Reader, step: string): Omit<SwivelRequest, 'picks'> => ({
  pivot: read.paper(move.pivot),
  through: read.paper(move.along),
  flap: read.paper(move.flap),
  drawn: read.paper(move.drawn),
  anchor: read.paper(move.anchor),
  side: move.side,
  step,
});

/** A flap turned about a point, which draws a hidden layer along. */
export const swivel = defineKind(schema, {
  ...foldsTogether,
  glossary: 'a flap is narrowed about a point, and the layer that hangs on it is drawn along and laid flat',
  word: () => 'swivel',
  say: (move, names) =>
    `Swivel-fold about ${sayPoint(move.pivot, names)}, along the line to ${sayPoint(move.along, names)}; the layer beneath is drawn along${saySide(move.side)}.`,
  map: (move, to) => ({
    ...move,
    pivot: to.point(move.pivot),
    along: to.point(move.along),
    flap: to.point(move.flap),
    drawn: to.point(move.drawn),
    anchor: to.point(move.anchor),
    side: to.turn(move.side),
    picks: to.picks(move.picks),
  }),
  make: (move, { state, read, step }) => {
    const chosen = read.picks(move.picks);
    return wrap(swivelFlap(state, { ...request(move, read, step), picks: chosen }));
  },
  results: (move, { state, read, step }) => listSwivels(state, { ...request(move, read, step), picks: [] }),
  otherWays: (move) => [
    {
      words: move.side === 'front' ? 'behind' : 'in front',
      move: { ...move, side: otherSide(move.side), picks: [] },
    },
  ],
  draw: (move) => drawn(seenFrom(move.side)),
  minutes: 2,
  difficulty: 2,
  beforehand: creasedAsItFolds,
  tools: {
    swivel: {
      word: 'Swivel fold',
      key: 'H',
      path: 'M5 19V6l12 13M5 12a8 8 0 0 1 6 1M11 13l-3 1',
      group: 'Collapse',
      points: [
        'Choose the point everything turns about',
        'Choose a point of the edge that is narrowed',
        'Choose a point of the flap',
        'Choose a point of the layer that is drawn along',
      ],
      paper: 'needed',
      paperPrompt: STAYS,
      countsLayers: false,
      asks: [behindAsk],
      compose: (c) => {
        const [pivot, along, flap, beneath] = c.points;
        return {
          kind: 'swivel',
          pivot: pivot!,
          along: along!,
          flap: flap!,
          drawn: beneath!,
          anchor: c.paper[0]!,
          side: sideOf(c),
          picks: c.picks,
        };
      },
      recall: (move) => ({
        points: [move.pivot, move.along, move.flap, move.drawn],
        paper: [move.anchor],
        picks: move.picks,
        options: { behind: isBehind(move.side) },
      }),
    },
  },
  toolOf: () => 'swivel',
});
