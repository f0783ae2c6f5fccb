/** A sheet to be bought or in the drawer, in mm. */
export interface StockSize {
  readonly id: string;
  readonly name: string;
  readonly widthMm: number;
  readonly heightMm: number;
}

/** A piece to be cut, in mm; a half square is cut two at a time. */
export interface Piece {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly isHalfSquare?: boolean;
}

/** How a stock sheet is cut: what is trimmed off each edge first, and whether pieces may be turned against the grain. */
export interface CuttingRules {
  readonly trimMm?: number;
  readonly keepGrain?: boolean;
}

/** The smallest stock sheet from which a piece can be cut; undefined when none is large enough. */
export function findNextStock<T extends StockSize>(
  piece: Piece,
  stock: readonly T[],
  rules: CuttingRules = {},
): T | undefined {
  return stock
    .filter((s) => countPieces(piece, s, rules) > 0)
    .reduce<T | undefined>((best, s) => (!best || area(s) < area(best) ? s : best), undefined);
}

/** The largest side in mm of a piece `a : b` (the shorter of the two sides is 1) that a stock sheet gives. */
export function largestSide(
  shape: { readonly width: number; readonly height: number },
  stock: StockSize,
  { trimMm = 0, keepGrain = false }: CuttingRules = {},
): number {
  const shorter = Math.min(shape.width, shape.height);
  const [w, h] = [shape.width / shorter, shape.height / shorter];
  const [sw, sh] = [stock.widthMm - 2 * trimMm, stock.heightMm - 2 * trimMm];
  return Math.max(0, Math.min(sw / w, sh / h), keepGrain ? 0 : Math.min(sw / h, sh / w));
}

/**
 * The largest side in mm at which a stock sheet gives at least so many pieces `a : b`, laid in even rows and columns; mixed
 * rows may give a little more. None for more pieces than are laid out.
 */
export function largestSideFor(
  pieces: number,
  shape: { readonly width: number; readonly height: number },
  stock: StockSize,
  rules: CuttingRules = {},
): number {
  if (pieces > MOST_PIECES) return 0;
  const { trimMm = 0 } = rules;
  const inner = { ...stock, widthMm: stock.widthMm - 2 * trimMm, heightMm: stock.heightMm - 2 * trimMm };
  let best = 0;
  for (let columns = 1; columns <= pieces; columns++) {
    const cell = {
      ...inner,
      widthMm: inner.widthMm / columns,
      heightMm: inner.heightMm / Math.ceil(pieces / columns),
    };
    best = Math.max(best, largestSide(shape, cell, { keepGrain: rules.keepGrain ?? false }));
  }
  return best;
}

const area = (s: { widthMm: number; heightMm: number }): number => s.widthMm * s.heightMm;
/** Rounding of sizes typed in other units. */
const CUT_SLACK_MM = 1e-6;

interface Rect {
  readonly x: number;
  readonly y: number;
  readonly widthMm: number;
  readonly heightMm: number;
}

/** A straight cut with a steel rule, right across what lies before it. */
export interface Cut {
  readonly from: readonly [number, number];
  readonly to: readonly [number, number];
  readonly what: 'trim' | 'strip' | 'piece' | 'diagonal';
}

export interface Cutting {
  readonly pieces: number;
  /** Lower left corners and sizes of the pieces on the stock sheet, in mm; a half square is half of its rectangle. */
  readonly layout: readonly Rect[];
  /** Cuts in the order they are made, each from edge to edge of what is left. */
  readonly cuts: readonly Cut[];
  /** Share of the stock sheet's area that is left over. */
  readonly waste: number;
}

/** More pieces than these are counted, but neither laid out nor drawn. */
export const MOST_PIECES = 4000;

/** How many pieces a stock sheet gives, by the same rule as `toCutting`, without laying them out. */
export function countPieces(piece: Piece, stock: StockSize, rules: CuttingRules = {}): number {
  return findBest(piece, stock, rules).pieces * (piece.isHalfSquare ? 2 : 1);
}

/**
 * The most pieces by cuts from edge to edge: rows all one way, with what is left beside or above them filled the other
 * way; the best over both ways and every number of rows. Pieces keep their direction where the grain is to be kept. Over
 * MOST_PIECES they are only counted: layout and cuts are empty.
 */
export function toCutting(piece: Piece, stock: StockSize, rules: CuttingRules = {}): Cutting {
  const { trimMm = 0 } = rules;
  const { split, first, pieces: rectangles } = findBest(piece, stock, rules);
  const pieces = rectangles * (piece.isHalfSquare ? 2 : 1);
  const waste = 1 - (rectangles * area(piece)) / area(stock);
  if (pieces === 0 || pieces > MOST_PIECES) return { pieces, layout: [], cuts: [], waste };
  const parts = [fill(split.main, first), ...(split.rest ? [fill(split.rest.box, split.rest.piece)] : [])];
  const layout = parts.flatMap((p) => p.layout);
  const cuts = [...(split.cut ? [split.cut] : []), ...parts.flatMap((p) => p.cuts)];
  return { pieces, layout, cuts: [...trims(stock, trimMm), ...cuts, ...diagonals(piece, layout)], waste };
}

interface Best {
  readonly split: Split;
  readonly first: { readonly widthMm: number; readonly heightMm: number };
  readonly pieces: number;
}

/** The way with the most pieces, by counting alone; the plainest of equals. */
function findBest(piece: Piece, stock: StockSize, { trimMm = 0, keepGrain = false }: CuttingRules): Best {
  const inner: Rect = {
    x: trimMm,
    y: trimMm,
    widthMm: stock.widthMm - 2 * trimMm,
    heightMm: stock.heightMm - 2 * trimMm,
  };
  const sides = { widthMm: piece.widthMm, heightMm: piece.heightMm };
  const ways = keepGrain ? [sides] : [sides, { widthMm: sides.heightMm, heightMm: sides.widthMm }];
  const countIn = (box: Rect, p: { widthMm: number; heightMm: number }): number =>
    count(box.widthMm, p.widthMm) * count(box.heightMm, p.heightMm);
  let best: Best = { split: { main: inner }, first: sides, pieces: countIn(inner, sides) };
  for (const first of ways) {
    const plain = countIn(inner, first);
    // A row that holds no piece is no row, and so many pieces are not laid out anyway.
    const splits = plain === 0 || plain > MOST_PIECES ? [{ main: inner }] : splitsOf(inner, first, ways);
    for (const split of splits) {
      const rest = split.rest ? countIn(split.rest.box, split.rest.piece) : 0;
      const pieces = countIn(split.main, first) + rest;
      if (pieces > best.pieces) best = { split, first, pieces };
    }
  }
  return best;
}

interface Split {
  readonly main: Rect;
  readonly rest?: { readonly box: Rect; readonly piece: { widthMm: number; heightMm: number } };
  readonly cut?: Cut;
}

/** The sheet as one block, or parted above or beside some rows so that the rest is laid the other way. */
function splitsOf(
  box: Rect,
  piece: { widthMm: number; heightMm: number },
  ways: readonly { widthMm: number; heightMm: number }[],
): Split[] {
  const splits: Split[] = [{ main: box }];
  const other = ways.find((w) => w !== piece);
  if (!other || piece.widthMm === piece.heightMm) return splits;
  for (let rows = 1; rows <= count(box.heightMm, piece.heightMm); rows++) {
    const y = box.y + rows * piece.heightMm;
    splits.push({
      main: { ...box, heightMm: rows * piece.heightMm },
      rest: { box: { ...box, y, heightMm: box.y + box.heightMm - y }, piece: other },
      cut: { from: [box.x, y], to: [box.x + box.widthMm, y], what: 'strip' },
    });
  }
  for (let columns = 1; columns <= count(box.widthMm, piece.widthMm); columns++) {
    const x = box.x + columns * piece.widthMm;
    splits.push({
      main: { ...box, widthMm: columns * piece.widthMm },
      rest: { box: { ...box, x, widthMm: box.x + box.widthMm - x }, piece: other },
      cut: { from: [x, box.y], to: [x, box.y + box.heightMm], what: 'strip' },
    });
  }
  return splits;
}

const count = (room: number, size: number): number => Math.max(0, Math.floor((room + CUT_SLACK_MM) / size));

/** Rows of pieces from the lower left corner: first the strips are cut off, then each strip into pieces. */
function fill(box: Rect, piece: { widthMm: number; heightMm: number }): { layout: Rect[]; cuts: Cut[] } {
  const [across, up] = [count(box.widthMm, piece.widthMm), count(box.heightMm, piece.heightMm)];
  if (across === 0 || up === 0) return { layout: [], cuts: [] };
  const layout: Rect[] = [];
  const cuts: Cut[] = [];
  const edge = (at: number, end: number): boolean => Math.abs(at - end) > CUT_SLACK_MM;
  const [right, top] = [box.x + box.widthMm, box.y + box.heightMm];
  for (let row = 1; row <= up; row++) {
    const y = box.y + row * piece.heightMm;
    if (edge(y, top)) cuts.push({ from: [box.x, y], to: [right, y], what: 'strip' });
  }
  for (let row = 0; row < up; row++)
    for (let column = 0; column < across; column++) {
      const [x, y] = [box.x + column * piece.widthMm, box.y + row * piece.heightMm];
      layout.push({ x, y, ...piece });
      const far = x + piece.widthMm;
      if (edge(far, right)) cuts.push({ from: [far, y], to: [far, y + piece.heightMm], what: 'piece' });
    }
  return { layout, cuts };
}

function trims({ widthMm: w, heightMm: h }: StockSize, trim: number): Cut[] {
  if (trim <= 0) return [];
  const cut = (from: [number, number], to: [number, number]): Cut => ({ from, to, what: 'trim' });
  return [
    cut([trim, 0], [trim, h]),
    cut([w - trim, 0], [w - trim, h]),
    cut([trim, trim], [w - trim, trim]),
    cut([trim, h - trim], [w - trim, h - trim]),
  ];
}

const diagonals = ({ isHalfSquare }: Piece, layout: readonly Rect[]): Cut[] =>
  isHalfSquare
    ? layout.map(({ x, y, widthMm, heightMm }) => ({
        from: [x, y],
        to: [x + widthMm, y + heightMm],
        what: 'diagonal',
      }))
    : [];
