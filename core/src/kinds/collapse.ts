import { z } from 'zod';
import { type RefoldCrease, collapse as collapseOn, listCollapses } from '../moves/index.ts';
import { type Names, type Reader, pointRefSchema, shortPoint } from '../references/index.ts';
import { picks, throughLayers } from './fields.ts';
import { foldsTogether } from './refolded.ts';
import { defineKind, drawn, nothing, wrap } from './spec.ts';
import { STAYS } from './tools.ts';

const schema = z.strictObject({
  kind: z.literal('collapse'),
  creases: z
    .array(
      z.strictObject({
        from: pointRefSchema,
        to: pointRefSchema,
        sense: z.enum(['valley', 'mountain', 'folded']),
      }),
    )
    .min(2)
    .max(400),
  /** Senses and segments on the sheet, or in the model as it lies, through these layers. */
  through: z.union([z.literal('sheet'), throughLayers]).default('sheet'),
  anchor: pointRefSchema,
  picks,
});
type Collapse = z.output<typeof schema>;

/** The creases, on the sheet or in the model as it lies. */
const readCreases = (move: Collapse, read: Reader): RefoldCrease[] =>
  move.creases.map(({ from, to, sense }) =>
    move.through === 'sheet'
      ? { frame: 'sheet', from: read.paper(from), to: read.paper(to), wish: sense }
      : {
          frame: 'model',
          from: read.place(from),
          to: read.place(to),
          on: read.through(move.through),
          wish: sense,
        },
  );

function sayCollapse(move: Collapse, names: Names): string {
  const list = (sense: 'mountain' | 'valley' | 'folded'): string =>
    move.creases
      .filter((c) => c.sense === sense)
      .map((c) => `${shortPoint(c.from, names)}–${shortPoint(c.to, names)}`)
      .join(', ');
  const seen = move.through === 'sheet' ? 'From the front of the sheet' : 'As it lies';
  const senses = (['mountain', 'valley', 'folded'] as const).flatMap((s) =>
    list(s) ? [`${s === 'folded' ? 'either way' : s}: ${list(s)}`] : [],
  );
  return `Collapse on all these creases together. ${seen}, ${senses.join('; ')}.`;
}

/** Many creases folded at once. */
export const collapse = defineKind(schema, {
  ...foldsTogether,
  glossary: 'many creases, pressed before, fold at once',
  word: () => 'collapse',
  say: sayCollapse,
  map: (move, to) => ({
    ...move,
    through: move.through === 'sheet' ? ('sheet' as const) : to.through(move.through),
    anchor: to.point(move.anchor),
    creases: move.creases.map((c) => ({
      from: to.point(c.from),
      to: to.point(c.to),
      // Senses on the sheet belong to its front side, whichever way it lies.
      sense: move.through === 'sheet' ? c.sense : to.turn(c.sense),
    })),
    picks: to.picks(move.picks),
  }),
  make: (move, { state, read, step }) => {
    const chosen = read.picks(move.picks);
    const creases = readCreases(move, read);
    return wrap(collapseOn(state, { creases, anchor: read.paper(move.anchor), picks: chosen, step }));
  },
  results: (move, { state, read, step }) =>
    listCollapses(state, {
      creases: readCreases(move, read),
      anchor: read.paper(move.anchor),
      picks: [],
      step,
    }),
  otherWays: nothing,
  draw: () => drawn('valley'),
  minutes: 4,
  difficulty: 2,
  beforehand: { together: true, bends: true, presses: true, everyLayer: false },
  tools: {
    collapse: {
      word: 'Collapse',
      key: 'X',
      path: 'M12 4v16M4 12h16M6 6l3 3M18 6l-3 3M6 18l3-3M18 18l-3-3',
      group: 'Collapse',
      points: [],
      paper: 'needed',
      paperPrompt: STAYS,
      creases: 2,
      countsLayers: false,
      asks: [],
      compose: (c) => ({
        kind: 'collapse',
        creases: c.creases.map(({ from, to, sense }) => ({ from, to, sense })),
        through: 'sheet',
        anchor: c.paper[0]!,
        picks: c.picks,
      }),
    },
  },
  toolOf: () => 'collapse',
});
