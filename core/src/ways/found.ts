import {
  type WrittenTarget,
  proveExact,
  type MarkAnswer,
  type MarkTarget,
  findMark,
  type MarkTable,
  tableOf,
  tableOfBoth,
} from '../alignments/index.ts';
import { lengthWithin } from '../geometry/index.ts';
import type { PointRef } from '../references/index.ts';
import { type Step, stepSchema } from '../sequence/index.ts';
import type { SheetShape } from '../sheet/index.ts';
import { type ClearParts, isTouched } from './clear.ts';
import type { Construction, MarkAsk } from './construction.ts';
import { pressShort } from './short.ts';
import { writeMark } from './write.ts';

const MOST_CREASES = 6;
/** What is near enough where nothing else is said, in sheet sides: half a mm on 300. */
const NEAR = 0.5 / 300;
const EXACT = 1e-10;
/** So many answers of each number of creases are looked at, and so many ways kept. */
const MOST_ANSWERS = 8;
/** Where a part is to stay free, so many. */
const MANY_ANSWERS = 40;
const MOST_EXACT = 2;
const MOST_NEAR = 2;

export interface FoundAsk {
  readonly target: MarkTarget;
  /** The same as it was written, for the proof. */
  readonly written: WrittenTarget;
  readonly prefix: string;
  /** What is near enough, in sheet sides. */
  readonly near?: number;
  readonly clear?: ClearParts;
  /** Whether two marks may be brought onto two lines at once. */
  readonly both?: boolean;
}

/**
 * Ways found among all single folds on the sheet: exact ones with the fewest creases, proved in exact numbers, then near
 * ones with fewer still. Ways that keep `clear` free come first; where none of the best does, many more are tried, and
 * at last only lines that pass those parts by. Ways with a fold of two marks onto two lines stand beside them where wanted.
 */
export function findConstructions(sheet: SheetShape, ask: FoundAsk): Construction[] {
  const ways = findIn(tableOf(sheet), sheet, ask);
  if (!ask.both) return ways;
  const takesBoth = (way: Construction): boolean => way.steps.some(isOntoBoth);
  const more = lookUp(
    tableOfBoth(sheet),
    { ...ask, prefix: `${ask.prefix}-2` },
    { looked: MANY_ANSWERS, isGood: takesBoth },
  );
  return [...ways, ...more.map((w, i) => ({ ...w, id: `both-${i + 1}` }))];
}

const isOntoBoth = ({ move }: Step): boolean => 'line' in move && move.line?.kind === 'ontoBoth';

function findIn(table: MarkTable, sheet: SheetShape, ask: FoundAsk): Construction[] {
  const { clear } = ask;
  const ways = lookUp(table, ask, { looked: MOST_ANSWERS });
  if (!clear) return ways;
  const isGood = (way: Construction): boolean => !isTouched(sheet, way.steps, clear);
  const rounds = [
    () => ways.filter(isGood),
    () => lookUp(table, { ...ask, prefix: `${ask.prefix}-m` }, { looked: MANY_ANSWERS, isGood }),
    () =>
      lookUp(
        table,
        { ...ask, prefix: `${ask.prefix}-p` },
        { looked: MOST_ANSWERS, isGood, barred: linesAcross(table, clear) },
      ),
  ];
  for (const round of rounds) {
    const free = round();
    if (free.length > 0)
      return [...free, ...ways.filter((w) => !isGood(w))].map((w, i) => ({ ...w, id: `found-${i + 1}` }));
  }
  return ways;
}

/** What is near enough on an edge, what stays free of creases, and which folds may be made. */
export type EdgeSearch = Pick<FoundAsk, 'near' | 'clear' | 'both'>;

/** The same for a fraction of an edge. */
export const foundOnEdge = (
  sheet: SheetShape,
  { edge, top, bottom }: MarkAsk,
  prefix: string,
  search: EdgeSearch,
): Construction[] =>
  findConstructions(sheet, {
    target: { kind: 'share', edge, share: top / bottom },
    written: { kind: 'share', edge, share: `${top}/${bottom}` },
    prefix,
    ...search,
  });

interface Looking {
  /** So many answers of each number of creases are looked at. */
  readonly looked: number;
  readonly isGood?: (way: Construction) => boolean;
  readonly barred?: ReadonlySet<number>;
}

/** The first good answers written out: exact ones, then near ones with fewer creases than those. */
function lookUp(
  table: MarkTable,
  ask: FoundAsk,
  { looked, isGood = () => true, barred }: Looking,
): Construction[] {
  const near = ask.near ?? NEAR;
  const found = findMark(table, ask.target, {
    creases: MOST_CREASES,
    tolerance: near,
    best: looked,
    each: true,
    ...(barred ? { barred } : {}),
  });
  // What is there without a fold needs no mark.
  const answers = found.ok ? distinct(found.value.filter((a) => a.error <= near && a.creases > 0)) : [];
  const written: { answer: MarkAnswer; way: Construction }[] = [];
  const take = (answers: readonly MarkAnswer[], most: number): void => {
    const enough = written.length + most;
    for (const answer of answers) {
      if (written.length >= enough) return;
      const before = written.at(-1)?.answer.creases;
      const way = writeOut(table, ask, answer, { number: written.length + 1, before });
      if (isGood(way)) written.push({ answer, way });
    }
  };
  take(
    answers.filter((a) => a.exact),
    MOST_EXACT,
  );
  const fewest = written[0]?.answer.creases ?? Infinity;
  take(
    answers.filter((a) => !a.exact && a.creases < fewest),
    MOST_NEAR,
  );
  return written.map((w) => w.way);
}

function writeOut(
  table: MarkTable,
  { target, written, prefix }: FoundAsk,
  answer: MarkAnswer,
  { number, before }: { number: number; before: number | undefined },
): Construction {
  const edge = target.kind === 'share' ? target.edge : undefined;
  const isProved = answer.exact && proveExact(table, answer, written) === true;
  const { steps, mark } = writeMark(table, answer, `${prefix}-f${number}`, edge);
  const pressed = edge === undefined ? steps : asPinch(steps, edge);
  return {
    id: `found-${number}`,
    title: `${answer.creases} ${answer.creases === 1 ? 'crease' : 'creases'}${isProved ? ', exact' : ''}${before === answer.creases ? ', another way' : ''}`,
    how: isProved
      ? 'Found among all single folds and proved in exact numbers; nothing is left but your own slips.'
      : answer.exact
        ? 'Found among all single folds; true to the last digit computed.'
        : 'Found among all single folds; near enough, with fewer creases.',
    steps: pressShort(table.sheet, pressed, mark),
    exact: isProved,
    ...(mark ? { mark } : {}),
  };
}

/** Lines of the table that run through a part to keep clear. */
function linesAcross(table: MarkTable, clear: ClearParts): ReadonlySet<number> {
  const across = new Set<number>();
  for (let id = table.edges; id < table.count; id++) {
    const ends = table.bounds.ends(table.lineAt(id));
    if (ends && clear.some((part) => lengthWithin(part, ...ends) > EXACT)) across.add(id);
  }
  return across;
}

/** Answers that fold the same lines are one way. */
function distinct(answers: readonly MarkAnswer[]): MarkAnswer[] {
  const keyOf = (a: MarkAnswer): string => `${[...a.lines].sort((p, q) => p - q).join()} ${endOf(a)}`;
  return answers.filter((a, i) => answers.findIndex((b) => keyOf(b) === keyOf(a)) === i);
}

/** A last fold beyond the table's lines makes a way of its own. */
const endOf = ({ end }: MarkAnswer): string =>
  end.kind === 'onto' || end.kind === 'through'
    ? `${end.kind} ${[end.p, end.q]
        .map((m) => m.at.map((v) => v.toFixed(6)).join())
        .sort()
        .join(' ')}`
    : '';

/** Where the last crease crosses the edge at the mark, only that place is pressed. */
function asPinch(steps: readonly Step[], edge: string): Step[] {
  const last = steps.at(-1)!;
  if (last.move.kind !== 'crease') return [...steps];
  const on = edge.split('').map((name): PointRef => ({ kind: 'named', name }));
  const { sense, line } = last.move;
  return [...steps.slice(0, -1), stepSchema.parse({ ...last, move: { kind: 'pinch', sense, line, on } })];
}
