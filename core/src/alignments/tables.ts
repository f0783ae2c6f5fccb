import { type Effort, buildEffort } from '../effort/index.ts';
import type { SheetShape } from '../sheet/index.ts';
import { MarkTable } from './table.ts';

/** Creases of the table every question can wait for; crossing its lines reaches twice as many. */
const QUICK = 3;
/** Creases of the table that is built once and kept. */
const DEEP = 4;
/** From more sets of three creases than this the fourth takes too long: crossings of three have to do. */
const MOST_SETS = 6000;
const MOST_TABLES = 4;

interface Kept {
  table: MarkTable;
  levels: number;
}

const tables = new Map<string, Kept>();

/** The table of a sheet as deep as it was built, three creases at least (some tenths of a second) and kept. */
export const tableOf = (sheet: SheetShape): MarkTable => keptOf(sheet).table;

/** Whether a deeper table of this sheet can be built, and is not yet. */
export const canDeepen = (sheet: SheetShape): boolean => {
  const { table, levels } = keptOf(sheet);
  return levels < DEEP && table.setsAt(QUICK) <= MOST_SETS;
};

/** Deepens the table of a sheet to four creases; `onShare` hears how much is done. Seconds, once for each shape. */
export function deepen(sheet: SheetShape, onShare: (share: number) => void): void {
  if (!canDeepen(sheet)) return;
  const kept = keptOf(sheet);
  kept.table.grow(DEEP, buildEffort(kept.table.setsAt(QUICK), onShare), false);
  kept.levels = DEEP;
}

const bothTables = new Map<string, MarkTable>();

/** The table in which two marks can be brought onto two lines at once: three creases, half a second, kept. */
export const tableOfBoth = (sheet: SheetShape): MarkTable =>
  keep(bothTables, sheet, () => grown(sheet, true, QUICK - 1));

/** A new table three creases deep; its sets of creases are kept up to a level. */
function grown(sheet: SheetShape, both: boolean, kept: number): MarkTable {
  const table = new MarkTable(sheet, both);
  const unlimited: Effort = buildEffort(Infinity);
  for (let level = 1; level <= QUICK; level++) table.grow(level, unlimited, level <= kept);
  return table;
}

/** What is known for a sheet, built where it is not; the oldest is dropped when there are too many. */
function keep<T>(known: Map<string, T>, sheet: SheetShape, build: () => T): T {
  const key = JSON.stringify(sheet);
  const own = known.get(key);
  if (own) return own;
  if (known.size >= MOST_TABLES) known.delete(known.keys().next().value!);
  const built = build();
  known.set(key, built);
  return built;
}

const keptOf = (sheet: SheetShape): Kept =>
  keep(tables, sheet, () => ({ table: grown(sheet, false, QUICK), levels: QUICK }));
