/** Laying out cells of two sizes in rows, and rows on pages. No unit. */

/** Of six parts of a row a cell takes three where it needs room, two where it does not. */
const NEEDS = { large: 3, small: 2 } as const;
const ROW = 6;

/** Cells in their order put into rows; a row that is not full gives its cells what is left. */
export function toRows<T extends { readonly isLarge: boolean }>(cells: readonly T[], most = ROW): T[][] {
  const rows: T[][] = [];
  let taken = Infinity;
  for (const cell of cells) {
    const needs = Math.min(most, NEEDS[cell.isLarge ? 'large' : 'small']);
    if (taken + needs > most) {
      rows.push([]);
      taken = 0;
    }
    rows.at(-1)!.push(cell);
    taken += needs;
  }
  return rows;
}

/** Rows on as few pages as they take, the same number on each as far as can be: no last page with one row. */
export function toPages<T>(rows: readonly T[], mostRows: number): T[][] {
  const count = Math.ceil(rows.length / mostRows);
  const pages: T[][] = [];
  let at = 0;
  for (let i = 0; i < count; i++) {
    const own = Math.ceil((rows.length - at) / (count - i));
    pages.push(rows.slice(at, at + own));
    at += own;
  }
  return pages;
}

/**
 * Pages in the order they are printed on sheets that are folded in half and put into each other: two to a side, padded with
 * empty pages (null) to a multiple of four. Each entry is the left and the right half of one side.
 */
export function imposedOrder(pages: number): [number | null, number | null][] {
  const all = Math.max(4, Math.ceil(pages / 4) * 4);
  const page = (n: number): number | null => (n < pages ? n : null);
  return Array.from({ length: all / 2 }, (_, side): [number | null, number | null] =>
    side % 2 === 0 ? [page(all - 1 - side), page(side)] : [page(side), page(all - 1 - side)],
  );
}
