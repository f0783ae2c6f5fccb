import { z } from 'zod';
import { type RefoldCrease, collapse as collapseOn, listCollapses } from '../moves/index.ts';
import { readExact } from '../geometry/index.ts';
import {
  type Names,
  type PointRef,
  type Reader,
  pointRefSchema,
  sayList,
  sayPoint,
  shortPoint,
} from '../references/index.ts';
import { picks, throughLayers } from './fields.ts';
import { foldsTogether } from './refolded.ts';
import { defineKind, drawn, nothing, wrap } from './spec.ts';
import { STAYS } from './tools.ts';

/** Creases one collapse is written with at most. */
export const MOST_CREASES = 600;

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
    .max(MOST_CREASES),
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

/** More creases than this are told by what they are and by the picture, not one by one. */
const MOST_TOLD = 6;

function sayCollapse(move: Collapse, names: Names): string {
  const known = findPattern(move);
  const counts = (['mountain', 'valley', 'folded'] as const).flatMap((s) => {
    const count = move.creases.filter((c) => c.sense === s).length;
    return count > 0 ? [`${count} ${s === 'folded' ? 'either way' : s}`] : [];
  });
  const isEither = move.creases.every((c) => c.sense === 'folded');
  if (known) return `Collapse to the ${known}, on the ${move.creases.length} creases drawn.`;
  if (move.creases.length > MOST_TOLD)
    return `Collapse on the ${move.creases.length} creases drawn${sayGrid(move)}, set in the order of the numbers${isEither ? '' : `: ${sayList(counts)}`}.`;
  const centre = sharedEnd(move);
  if (centre && move.creases.length > 4)
    return `Collapse on the ${move.creases.length} creases drawn that meet in ${sayPoint(centre, names)}: ${sayList(counts)}.`;
  const list = (sense: Collapse['creases'][number]['sense']): string =>
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

/** The point all creases end in, where they are rays of a star. */
function sharedEnd({ creases }: Collapse): PointRef | undefined {
  const [first, ...others] = creases;
  const isEnd = (p: PointRef, c: Collapse['creases'][number]): boolean =>
    [c.from, c.to].some((q) => JSON.stringify(q) === JSON.stringify(p));
  return [first!.from, first!.to].find((p) => others.every((c) => isEnd(p, c)));
}

type End = 'corner' | 'middle';

/** Patterns of six creases from the centre of a square, by the ends of those of either sense; the senses may change places. */
const PATTERNS: readonly { readonly name: string; readonly four: End; readonly two: End }[] = [
  { name: 'preliminary base', four: 'middle', two: 'corner' },
  { name: 'waterbomb base', four: 'corner', two: 'middle' },
];

/** The name of the base the creases are those of; undefined where it is none of the two that have one crease pattern. */
function findPattern({ creases, through }: Collapse): string | undefined {
  if (through !== 'sheet' || creases.length !== 6) return undefined;
  const ends = creases.map((c) =>
    nameOf(c.from) === 'O' ? nameOf(c.to) : nameOf(c.to) === 'O' ? nameOf(c.from) : '',
  );
  const kindOf = (name: string): End | undefined =>
    /^[A-D]$/.test(name) ? 'corner' : /^mid [A-D]{2}$/.test(name) ? 'middle' : undefined;
  if (new Set(ends).size !== 6) return undefined;
  return PATTERNS.find(({ four, two }) => {
    const own = creases.map((c, i) => ({ sense: c.sense, end: kindOf(ends[i]!) }));
    const [fours, twos] = [own.filter((o) => o.end === four), own.filter((o) => o.end === two)];
    const senses = [fours, twos].map((list) => [...new Set(list.map((o) => o.sense))]);
    return (
      fours.length === 4 &&
      twos.length === 2 &&
      senses.every((s) => s.length === 1 && s[0] !== 'folded') &&
      senses[0]![0] !== senses[1]![0]
    );
  })?.name;
}

const nameOf = (ref: PointRef): string => (ref.kind === 'named' ? ref.name : '');

/** Words of grids, by how many parts an edge is in. */
const GRIDS: Readonly<Record<number, string>> = {
  4: 'quarters',
  6: 'sixths',
  8: 'eighths',
  10: 'tenths',
  12: 'twelfths',
  16: 'sixteenths',
  24: 'twenty-fourths',
  32: 'thirty-seconds',
  64: 'sixty-fourths',
};

/** " of the grid of sixteenths", where all ends lie on one; empty where they do not. */
function sayGrid({ creases }: Collapse): string {
  const shares = creases.flatMap((c) => [c.from, c.to].map(sharesOf));
  const parts = Object.keys(GRIDS)
    .map(Number)
    .find((n) => shares.every((list) => list?.every((v) => isWhole(v * n))));
  return parts === undefined ? '' : ` of the grid of ${GRIDS[parts]}`;
}

const isWhole = (value: number): boolean => Math.abs(value - Math.round(value)) < SAME_PART;
/** Shares of an edge this near to a whole number of parts are one; written shares are exact to nine digits. */
const SAME_PART = 1e-7;

/** Where a point lies on the square's edges, in shares; undefined where it is found by folding. */
function sharesOf(ref: PointRef): number[] | undefined {
  if (ref.kind === 'named') return /^([A-DO]|mid [A-D]{2})$/.test(ref.name) ? [0.5] : undefined;
  if (ref.kind !== 'sheet') return undefined;
  const read = ref.at.map((v) => readExact(v));
  return read.flatMap((r) => (r.ok ? [r.value] : [NaN]));
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
  draw: (move) => ({ ...drawn('valley'), numbered: move.creases.length > MOST_TOLD }),
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
        creases: c.creases.flatMap(({ from, to, sense }) => (sense === 'flat' ? [] : [{ from, to, sense }])),
        through: 'sheet',
        anchor: c.paper[0]!,
        picks: c.picks,
      }),
      recall: (move) =>
        move.through === 'sheet'
          ? { creases: move.creases, paper: [move.anchor], picks: move.picks }
          : undefined,
    },
  },
  toolOf: () => 'collapse',
});
