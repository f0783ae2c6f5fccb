import { buildEffort } from '../effort/index.ts';
import { type PointRef, type Step, stepSchema } from '../sequence/index.ts';
import type { SheetShape } from '../sheet/index.ts';
import type { Construction, MarkAsk } from './constructions.ts';
import { type MarkAnswer, findMark } from './search.ts';
import { MarkTable } from './table.ts';
import { pressShort } from './short.ts';
import { writeMark } from './write.ts';

/** Creases in the table; crossing its lines reaches twice as many. */
const LEVELS = 3;
const MOST_CREASES = 6;
/** What is near enough, in sheet sides: half a mm on 300. */
const NEAR = 0.5 / 300;
const EXACT = 1e-10;
/** So many ways are written out. */
const MOST_EXACT = 2;
const MOST_NEAR = 2;
const MOST_TABLES = 4;

const tables = new Map<string, MarkTable>();

/** The table of a sheet, built once (some tenths of a second) and kept. */
function tableOf(sheet: SheetShape): MarkTable {
  const key = JSON.stringify(sheet);
  const known = tables.get(key);
  if (known) return known;
  const table = new MarkTable(sheet);
  for (let level = 1; level <= LEVELS; level++) table.grow(level, buildEffort(Infinity), level < LEVELS);
  if (tables.size >= MOST_TABLES) tables.delete(tables.keys().next().value!);
  tables.set(key, table);
  return table;
}

/** Ways found among all single folds on the sheet: exact ones with the fewest creases, then near ones with fewer still. */
export function foundConstructions(sheet: SheetShape, ask: MarkAsk, prefix: string): Construction[] {
  const table = tableOf(sheet);
  const target = { kind: 'share', edge: ask.edge, share: ask.top / ask.bottom } as const;
  const search = (tolerance: number, best: number): readonly MarkAnswer[] => {
    const found = findMark(table, target, { creases: MOST_CREASES, tolerance, best });
    return found.ok ? found.value.filter((a) => a.error <= tolerance) : [];
  };
  const exact = search(EXACT, 8).filter((a) => a.exact);
  const fewest = exact[0]?.creases ?? Infinity;
  const near = search(NEAR, 8).filter((a) => !a.exact && a.creases < fewest);
  const ways = [...distinct(exact).slice(0, MOST_EXACT), ...distinct(near).slice(0, MOST_NEAR)];
  return ways.map((answer, i) => ({
    id: `found-${i + 1}`,
    title: `${answer.creases} ${answer.creases === 1 ? 'crease' : 'creases'}${answer.exact ? ', exact' : ''}${i > 0 && ways[i - 1]!.creases === answer.creases ? ', another way' : ''}`,
    how: answer.exact
      ? 'Found among all single folds; nothing is left but your own slips.'
      : 'Found among all single folds; near enough, with fewer creases.',
    steps: pressShort(
      sheet,
      asPinch(writeMark(table, answer, `${prefix}-f${i + 1}`, ask.edge).steps, ask.edge),
    ),
    exact: answer.exact,
  }));
}

/** Answers that fold the same lines are one way. */
function distinct(answers: readonly MarkAnswer[]): MarkAnswer[] {
  const keyOf = (a: MarkAnswer): string => [...a.lines].sort((p, q) => p - q).join();
  return answers.filter((a, i) => answers.findIndex((b) => keyOf(b) === keyOf(a)) === i);
}

/** Where the last crease crosses the edge at the mark, only that place is pressed. */
function asPinch(steps: readonly Step[], edge: string): Step[] {
  const last = steps.at(-1)!;
  if (last.move.kind !== 'crease') return [...steps];
  const on = edge.split('').map((name): PointRef => ({ kind: 'named', name }));
  const { sense, line } = last.move;
  return [...steps.slice(0, -1), stepSchema.parse({ ...last, move: { kind: 'pinch', sense, line, on } })];
}
