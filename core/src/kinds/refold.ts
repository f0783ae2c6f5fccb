import { z } from 'zod';
import { type RefoldRequest, lineCrease, listRefolds, refold as refoldPaper } from '../moves/index.ts';
import {
  type Names,
  type Reader,
  lineRefSchema,
  pointRefSchema,
  sayList,
  sayPoint,
} from '../references/index.ts';
import { picks, points, throughLayers, wish } from './fields.ts';
import { foldsTogether } from './refolded.ts';
import { creasedAsItFolds, defineKind, drawn, nothing, seenFrom, wrap } from './spec.ts';
import { type Recalled, STAYS, type ToolCrease } from './tools.ts';

const schema = z.strictObject({
  kind: z.literal('refold'),
  name: z.enum(['refold', 'spread sink']),
  creases: z
    .array(
      z.union([
        z.strictObject({ line: lineRefSchema, on: throughLayers, wish }),
        /** A stretch of the sheet through all its paper, the sense seen from the front. */
        z.strictObject({ from: pointRefSchema, to: pointRefSchema, wish }),
      ]),
    )
    .min(1)
    .max(60),
  free: points.default([]),
  bring: z.array(z.strictObject({ point: pointRefSchema, to: pointRefSchema })).max(8),
  anchor: pointRefSchema,
  side: z.enum(['front', 'behind', 'any']),
  picks,
});
type Refold = z.output<typeof schema>;

/** Creases of the sheet alone; what brings points or goes through layers came with a base or a plan. */
function recallRefold(move: Refold): Recalled | undefined {
  const creases = move.creases.flatMap((c): ToolCrease[] =>
    'from' in c && c.wish !== 'free' ? [{ from: c.from, to: c.to, sense: c.wish }] : [],
  );
  if (move.bring.length + move.free.length > 0 || creases.length < move.creases.length) return undefined;
  return { creases, paper: [move.anchor], picks: move.picks };
}

/** Only what the tool itself can have made: one point brought, creases of the sheet. */
function recallSpread(move: Refold): Recalled | undefined {
  const [brought] = move.bring;
  const creases = move.creases.flatMap((c): ToolCrease[] =>
    'from' in c && (c.wish === 'valley' || c.wish === 'mountain' || c.wish === 'folded')
      ? [{ from: c.from, to: c.to, sense: c.wish }]
      : [],
  );
  if (!brought || move.bring.length > 1 || creases.length < move.creases.length) return undefined;
  return { points: [brought.point, brought.to], creases, paper: [move.anchor], picks: move.picks };
}

const request = (move: Refold, read: Reader): Omit<RefoldRequest, 'picks' | 'step'> => ({
  creases: move.creases.map((c) =>
    'line' in c
      ? lineCrease(read.line(c.line), read.through(c.on), c.wish)
      : { frame: 'sheet', from: read.paper(c.from), to: read.paper(c.to), wish: c.wish },
  ),
  free: read.papers(move.free),
  folds: 'free',
  bring: move.bring.map((b) => ({ point: read.paper(b.point), to: read.place(b.to) })),
  anchor: read.paper(move.anchor),
  side: move.side,
});

function sayRefold({ name, creases, bring }: Refold, names: Names): string {
  const brought = bring.map((b) => `${sayPoint(b.point, names)} to ${sayPoint(b.to, names)}`);
  const on = creases.length === 1 ? 'one crease' : `${creases.length} creases together`;
  if (name === 'refold' || brought.length === 0)
    return `${name === 'refold' ? 'Refold' : 'Spread-sink'} on ${on}${brought.map((b) => `, bringing ${b}`).join('')}.`;
  return `Spread-sink: open the layers, push ${sayList(brought)} and spread the paper round it flat, on ${on}.`;
}

/** Some creases folded, some opened, some points brought to their places; the spread sink is one of these. */
export const refold = defineKind(schema, {
  ...foldsTogether,
  glossary:
    'creases are folded, opened or turned at once while points come to their places; so is the spread sink',
  word: (move) => move.name,
  say: sayRefold,
  map: (move, to) => ({
    ...move,
    creases: move.creases.map((c) =>
      'line' in c
        ? { line: to.line(c.line), on: to.through(c.on), wish: to.turn(c.wish) }
        : // Senses on the sheet belong to its front side, whichever way it lies.
          { from: to.point(c.from), to: to.point(c.to), wish: c.wish },
    ),
    free: to.points(move.free),
    bring: move.bring.map((b) => ({ point: to.point(b.point), to: to.point(b.to) })),
    anchor: to.point(move.anchor),
    side: to.turn(move.side),
    picks: to.picks(move.picks),
  }),
  make: (move, { state, read, step }) => {
    const chosen = read.picks(move.picks);
    return wrap(refoldPaper(state, { ...request(move, read), picks: chosen, step }));
  },
  results: (move, { state, read, step }) => listRefolds(state, { ...request(move, read), picks: [], step }),
  otherWays: nothing,
  draw: (move) => drawn(seenFrom(move.side)),
  minutes: 4,
  difficulty: 3,
  beforehand: creasedAsItFolds,
  tools: {
    refold: {
      word: 'Set folds anew',
      key: '2',
      path: 'M4 7h16M4 17h16M8 7l4 10M16 17l-4-10M12 12l-2-2M12 12l2 2',
      group: 'Collapse',
      points: [],
      paper: 'needed',
      paperPrompt: STAYS,
      creases: 1,
      opensFolds: true,
      countsLayers: false,
      asks: [],
      compose: (c) => ({
        kind: 'refold',
        name: 'refold',
        creases: c.creases.map(({ from, to, sense }) => ({ from, to, wish: sense })),
        free: [],
        bring: [],
        anchor: c.paper[0]!,
        side: 'any',
        picks: c.picks,
      }),
      recall: recallRefold,
    },
    spread: {
      word: 'Spread sink',
      key: 'Z',
      path: 'M3 19L9 9h6l6 10M9 9l3 5 3-5M12 3v7M12 10l-2-3M12 10l2-3',
      group: 'Sink',
      points: ['Choose the tip that is pushed in', 'Choose the place it comes to'],
      paper: 'needed',
      paperPrompt: STAYS,
      creases: 1,
      countsLayers: false,
      asks: [],
      compose: (c) => ({
        kind: 'refold',
        name: 'spread sink',
        creases: c.creases.map(({ from, to, sense }) => ({ from, to, wish: sense })),
        free: [],
        bring: [{ point: c.points[0]!, to: c.points[1]! }],
        anchor: c.paper[0]!,
        side: 'any',
        picks: c.picks,
      }),
      recall: recallSpread,
    },
  },
  toolOf: (move) => (move.name === 'refold' ? 'refold' : 'spread'),
});
