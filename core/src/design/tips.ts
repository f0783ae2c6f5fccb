import { MarkTable, type MarkTarget, findMark } from '../alignments/index.ts';
import { buildEffort } from '../effort/index.ts';
import { distance, dot, isSamePoint, subtract } from '../geometry/index.ts';
import { type SheetShape, edgesOf, landmarksOf } from '../sheet/index.ts';
import type { Design } from './design.ts';

/** A point the creases of a base hang on, and the best mark for it. */
export interface TipMark {
  /** The end's name, or that of a stub. */
  readonly name: string;
  readonly target: MarkTarget;
  /** How many creases the mark takes; 0 where a corner or the middle of an edge is it. */
  readonly creases: number;
  /** How far off the mark is, in sheet sides. */
  readonly error: number;
}

/** Creases a mark may take, and what is near enough that fewer creases count more: half a per cent of the side. */
const [CREASES, NEAR] = [4, 0.005];
/** Levels of the table of lines: marks are crossings, so that it reaches twice as far. */
const LEVELS = 3;

const tables = new Map<string, MarkTable>();

function tableFor(sheet: SheetShape): MarkTable {
  const key = JSON.stringify(sheet);
  const known = tables.get(key);
  if (known) return known;
  const table = new MarkTable(sheet);
  for (let level = 1; level <= LEVELS; level++) table.grow(level, buildEffort(Infinity), level < LEVELS);
  tables.set(key, table);
  return table;
}

/**
 * Marks for the places of all ends: from them every other crease of the base follows, since molecules are made of bisectors
 * and perpendiculars. The nearest that four creases give; lengths in sheet sides.
 */
export function marksOfTips({ done: { tree, at, holds } }: Design, sheet: SheetShape): TipMark[] {
  const table = tableFor(sheet);
  const known = landmarksOf(sheet);
  const edges = edgesOf(sheet);
  return at.map((p, i): TipMark => {
    const name = tree.names[tree.ends[i]!]!;
    const hold = holds[i]!;
    const edge = typeof hold === 'object' ? edges[hold.wall]! : undefined;
    const target: MarkTarget = edge
      ? {
          kind: 'share',
          edge: edge.name,
          share:
            dot(subtract(p, edge.from), subtract(edge.to, edge.from)) / distance(edge.from, edge.to) ** 2,
        }
      : { kind: 'point', at: p };
    const own = known.find((l) => isSamePoint(l.at, p, 1e-7));
    if (own || hold === 'fixed') return { name, target, creases: 0, error: 0 };
    const found = findMark(table, target, { creases: CREASES, tolerance: NEAR, best: 8, each: true });
    const best = found.ok ? [...found.value].sort((a, b) => a.error - b.error)[0] : undefined;
    return best
      ? { name, target, creases: best.creases, error: best.error }
      : { name, target, creases: CREASES, error: Infinity };
  });
}
