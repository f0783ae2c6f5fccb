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

function keptOf(sheet: SheetShape): Kept {
  const key = JSON.stringify(sheet);
  const known = tables.get(key);
  if (known) return known;
  const table = new MarkTable(sheet);
  const unlimited: Effort = buildEffort(Infinity);
  for (let level = 1; level <= QUICK; level++) table.grow(level, unlimited, true);
  if (tables.size >= MOST_TABLES) tables.delete(tables.keys().next().value!);
  const kept = { table, levels: QUICK };
  tables.set(key, kept);
  return kept;
}
