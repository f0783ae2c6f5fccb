import { type Cut, type CuttingRules, type Piece, type StockSize, countPieces, toCutting } from './stock.ts';

/** Pieces of one model that are wanted of a paper. */
export interface WantedPieces {
  readonly name: string;
  readonly piece: Piece;
  readonly count: number;
}

/** A piece where it lies on a stock sheet, in mm from its lower left corner; two half squares share one. */
export interface LaidPiece {
  readonly names: readonly string[];
  readonly x: number;
  readonly y: number;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly isHalfSquare: boolean;
}

/** One stock sheet of several models: where their pieces lie, and the cuts in the order they are made. */
export interface SharedSheet {
  readonly pieces: readonly LaidPiece[];
  readonly cuts: readonly Cut[];
}

/** Models of one paper cut from as few stock sheets as was found. */
export interface SharedCutting {
  readonly sheets: readonly SharedSheet[];
  /** No way of cutting takes fewer than this: by area, and by pieces that no sheet holds two of. */
  readonly atLeast: number;
  /** Share of all these sheets that is left over. */
  readonly waste: number;
  /** Models whose piece no stock sheet gives. */
  readonly tooLarge: readonly string[];
}

/** More pieces than these are counted model by model, and not laid together. */
export const MOST_TOGETHER = 300;
const SLACK_MM = 1e-6;

interface Box {
  readonly x: number;
  readonly y: number;
  readonly widthMm: number;
  readonly heightMm: number;
}

/** A rectangle to be laid: a piece, or two half squares. */
interface Block {
  readonly names: readonly string[];
  readonly widthMm: number;
  readonly heightMm: number;
  readonly isHalfSquare: boolean;
}

/**
 * Cuts the pieces of several models from common stock sheets by straight cuts from edge to edge of what is left (guillotine
 * cuts, as a steel rule makes them). Pieces are laid the largest first into the free rectangle they fit best, which is then cut
 * twice; several orders, fits and directions of the first cut are tried, and the fewest sheets taken (guillotine best fit, Jylänki
 * 2010). Where each model by itself takes no more, it is cut by itself. Not proved best: `atLeast` says how far it can be off.
 */
export function cutTogether(
  wanted: readonly WantedPieces[],
  stock: StockSize,
  rules: CuttingRules = {},
): SharedCutting {
  const tooLarge = wanted.filter((w) => w.count > 0 && countPieces(w.piece, stock, rules) === 0);
  const good = wanted.filter((w) => w.count > 0 && !tooLarge.includes(w));
  const blocks = blocksOf(good);
  const area = stock.widthMm * stock.heightMm;
  const used = blocks.reduce((sum, b) => sum + b.widthMm * b.heightMm, 0);
  const byThemselves = good.flatMap((w) => alone(w, stock, rules));
  const atLeast = Math.max(Math.ceil(used / area - 1e-9), halves(blocks, stock, rules));
  let best = byThemselves;
  if (blocks.length <= MOST_TOGETHER && good.length > 1)
    for (const [order, fit, isLong] of blocks.length > MANY ? TRIES.slice(0, 2) : TRIES) {
      // What cannot be bettered is not looked for any more.
      if (best.length === atLeast) break;
      const sorted = [...blocks].sort((a, b) => order(b) - order(a));
      const sheets = lay(sorted, stock, rules, fit, isLong);
      if (sheets.length < best.length) best = sheets;
    }
  return {
    sheets: best,
    atLeast,
    waste: best.length === 0 ? 0 : 1 - used / (best.length * area),
    tooLarge: tooLarge.map((w) => w.name),
  };
}

/** Rectangles to lay: half squares of one size lie two to a square, of whichever models they are. */
function blocksOf(wanted: readonly WantedPieces[]): Block[] {
  const whole = wanted.filter((w) => !w.piece.isHalfSquare);
  const halved = wanted.filter((w) => w.piece.isHalfSquare);
  const each = (names: readonly string[], { widthMm, heightMm, isHalfSquare = false }: Piece): Block => ({
    names,
    widthMm,
    heightMm,
    isHalfSquare,
  });
  const squares = new Map<string, { piece: Piece; names: string[] }>();
  for (const { name, piece, count } of halved) {
    const key = `${piece.widthMm} ${piece.heightMm}`;
    const own = squares.get(key) ?? { piece, names: [] };
    squares.set(key, own);
    for (let i = 0; i < count; i++) own.names.push(name);
  }
  // The halves of two models share a square before those of one do: so both are cut at once.
  return [
    ...whole.flatMap(({ name, piece, count }) => Array.from({ length: count }, () => each([name], piece))),
    ...[...squares.values()].flatMap(({ piece, names }) => {
      const mixed = spread(names);
      return Array.from({ length: Math.ceil(mixed.length / 2) }, (_, i) =>
        each(mixed.slice(2 * i, 2 * i + 2), piece),
      );
    }),
  ];
}

/** Names in such an order that neighbours are of different models as far as may be. */
function spread(names: readonly string[]): string[] {
  const groups = [...new Set(names)].map((name) => names.filter((n) => n === name));
  const out: string[] = [];
  for (let i = 0; groups.some((g) => i < g.length); i++)
    for (const g of groups) if (i < g.length) out.push(g[i]!);
  return out;
}

/** Blocks so large that a sheet holds no two of them (each over half of it in both directions). */
const halves = (blocks: readonly Block[], stock: StockSize, { trimMm = 0 }: CuttingRules): number => {
  const [w, h] = [stock.widthMm - 2 * trimMm, stock.heightMm - 2 * trimMm];
  return blocks.filter((b) => Math.min(b.widthMm, b.heightMm) > Math.max(w, h) / 2 + SLACK_MM).length;
};

/** The sheets of one model by itself. */
function alone({ name, piece, count }: WantedPieces, stock: StockSize, rules: CuttingRules): SharedSheet[] {
  const { layout, cuts, pieces } = toCutting(piece, stock, rules);
  const each = piece.isHalfSquare ? 2 : 1;
  const sheets: SharedSheet[] = [];
  for (let left = count; left > 0; left -= Math.max(1, pieces)) {
    // A sheet that is not used up is cut no farther than it has to be.
    const few =
      left < pieces ? fewestCuts(blocksOf([{ name, piece, count: left }]), stock, rules) : undefined;
    sheets.push(
      few ?? {
        cuts,
        pieces: layout.slice(0, Math.ceil(Math.min(left, pieces) / each)).map((box, i) => ({
          ...box,
          names: Array.from({ length: Math.min(each, left - i * each) }, () => name),
          isHalfSquare: piece.isHalfSquare ?? false,
        })),
      },
    );
  }
  return sheets;
}

/** One sheet that holds all blocks, by as few cuts as were found. */
function fewestCuts(
  blocks: readonly Block[],
  stock: StockSize,
  rules: CuttingRules,
): SharedSheet | undefined {
  const tried = TRIES.flatMap(([order, fit, isLong]) => {
    const sheets = lay(
      [...blocks].sort((a, b) => order(b) - order(a)),
      stock,
      rules,
      fit,
      isLong,
    );
    return sheets.length === 1 ? sheets : [];
  });
  return tried.sort((a, b) => a.cuts.length - b.cuts.length)[0];
}

const ORDERS: readonly ((b: Block) => number)[] = [
  (b) => b.widthMm * b.heightMm,
  (b) => Math.max(b.widthMm, b.heightMm),
  (b) => b.heightMm,
];
/** How well a block fits a box: the smaller the better. */
const FITS: readonly ((box: Box, w: number, h: number) => number)[] = [
  (box, w, h) => box.widthMm * box.heightMm - w * h,
  (box, w, h) => Math.min(box.widthMm - w, box.heightMm - h),
];

const TRIES = ORDERS.flatMap((order) =>
  FITS.flatMap((fit) => [false, true].map((isLong) => [order, fit, isLong] as const)),
);
/** More blocks than these are laid in two ways only. */
const MANY = 100;

interface Open {
  readonly pieces: LaidPiece[];
  readonly cuts: Cut[];
  free: Box[];
}

function lay(
  blocks: readonly Block[],
  stock: StockSize,
  { trimMm = 0, keepGrain = false }: CuttingRules,
  fit: (typeof FITS)[number],
  isLong: boolean,
): SharedSheet[] {
  const sheets: Open[] = [];
  for (const block of blocks) {
    const ways = [[block.widthMm, block.heightMm] as const];
    if (!keepGrain && block.widthMm !== block.heightMm) ways.push([block.heightMm, block.widthMm]);
    let place = findPlace(sheets, ways, fit);
    if (!place) {
      sheets.push(openSheet(stock, trimMm));
      place = findPlace(sheets.slice(-1), ways, fit)!;
    }
    put(place, block, isLong);
  }
  return sheets.map(({ pieces, cuts }) => ({
    pieces,
    cuts: [
      ...cuts,
      ...pieces.flatMap(({ isHalfSquare, x, y, widthMm, heightMm }): Cut[] =>
        isHalfSquare ? [{ from: [x + widthMm, y], to: [x, y + heightMm], what: 'diagonal' }] : [],
      ),
    ],
  }));
}

interface Place {
  readonly sheet: Open;
  readonly box: Box;
  readonly w: number;
  readonly h: number;
}

/** The free box a block fits best; undefined where it fits into none. Plain loops: it is asked some ten thousand times. */
function findPlace(
  sheets: readonly Open[],
  ways: readonly (readonly [number, number])[],
  fit: (typeof FITS)[number],
): Place | undefined {
  let best: Place | undefined;
  let least = Infinity;
  for (const sheet of sheets)
    for (const box of sheet.free)
      for (const [w, h] of ways) {
        if (w > box.widthMm + SLACK_MM || h > box.heightMm + SLACK_MM) continue;
        const over = fit(box, w, h);
        if (over < least) [best, least] = [{ sheet, box, w, h }, over];
      }
  return best;
}

function openSheet({ widthMm, heightMm }: StockSize, trimMm: number): Open {
  const [right, top] = [widthMm - trimMm, heightMm - trimMm];
  const cuts: Cut[] =
    trimMm > 0
      ? [
          { from: [trimMm, 0], to: [trimMm, heightMm], what: 'trim' },
          { from: [right, 0], to: [right, heightMm], what: 'trim' },
          { from: [trimMm, trimMm], to: [right, trimMm], what: 'trim' },
          { from: [trimMm, top], to: [right, top], what: 'trim' },
        ]
      : [];
  return {
    pieces: [],
    cuts,
    free: [{ x: trimMm, y: trimMm, widthMm: right - trimMm, heightMm: top - trimMm }],
  };
}

/** Lays a block into the lower left corner of a box; the first cut runs right across it, the second frees the block. */
function put({ sheet, box, w, h }: Place, block: Block, isLong: boolean): void {
  const [beside, above] = [box.widthMm - w, box.heightMm - h];
  sheet.free = sheet.free.filter((b) => b !== box);
  sheet.pieces.push({
    names: block.names,
    x: box.x,
    y: box.y,
    widthMm: w,
    heightMm: h,
    isHalfSquare: block.isHalfSquare,
  });
  const [right, top] = [box.x + w, box.y + h];
  // Along the longer or the shorter leftover first: both leave two boxes, of other sizes.
  const isAcross = beside > above === isLong;
  const cut = (from: [number, number], to: [number, number], what: Cut['what']): void =>
    void sheet.cuts.push({ from, to, what });
  const free = (own: Box): void => void sheet.free.push(own);
  if (isAcross) {
    if (above > SLACK_MM) {
      cut([box.x, top], [box.x + box.widthMm, top], 'strip');
      free({ x: box.x, y: top, widthMm: box.widthMm, heightMm: above });
    }
    if (beside > SLACK_MM) {
      cut([right, box.y], [right, top], 'piece');
      free({ x: right, y: box.y, widthMm: beside, heightMm: h });
    }
    return;
  }
  if (beside > SLACK_MM) {
    cut([right, box.y], [right, box.y + box.heightMm], 'strip');
    free({ x: right, y: box.y, widthMm: beside, heightMm: box.heightMm });
  }
  if (above > SLACK_MM) {
    cut([box.x, top], [right, top], 'piece');
    free({ x: box.x, y: top, widthMm: w, heightMm: above });
  }
}
