/** A sheet to be bought or in the drawer, in mm. */
export interface StockSize {
  readonly id: string;
  readonly name: string;
  readonly widthMm: number;
  readonly heightMm: number;
}

/** The smallest stock sheet from which a piece (either way round) can be cut; undefined when none is large enough. */
export function findNextStock(
  piece: { widthMm: number; heightMm: number },
  stock: readonly StockSize[],
): StockSize | undefined {
  return stock
    .filter((s) => fits(piece, s))
    .reduce<StockSize | undefined>((best, s) => (!best || area(s) < area(best) ? s : best), undefined);
}

const area = (s: { widthMm: number; heightMm: number }): number => s.widthMm * s.heightMm;
const CUT_SLACK_MM = 1e-6;

function fits(piece: { widthMm: number; heightMm: number }, s: StockSize): boolean {
  const [ps, pl] = [Math.min(piece.widthMm, piece.heightMm), Math.max(piece.widthMm, piece.heightMm)];
  const [ss, sl] = [Math.min(s.widthMm, s.heightMm), Math.max(s.widthMm, s.heightMm)];
  return ps <= ss + CUT_SLACK_MM && pl <= sl + CUT_SLACK_MM;
}

export interface Cutting {
  readonly pieces: number;
  /** Lower left corners and sizes of the pieces on the stock sheet, in mm. */
  readonly layout: readonly { x: number; y: number; widthMm: number; heightMm: number }[];
  /** Share of the stock sheet's area that is left over. */
  readonly waste: number;
}

/** Pieces in rows from one corner, all laid one way; the better of the two ways. */
export function toCutting(piece: { widthMm: number; heightMm: number }, stock: StockSize): Cutting {
  const ways = [piece, { widthMm: piece.heightMm, heightMm: piece.widthMm }].map((p) => {
    const across = Math.floor((stock.widthMm + CUT_SLACK_MM) / p.widthMm);
    const up = Math.floor((stock.heightMm + CUT_SLACK_MM) / p.heightMm);
    const layout = Array.from({ length: across * up }, (_, i) => ({
      x: (i % across) * p.widthMm,
      y: Math.floor(i / across) * p.heightMm,
      widthMm: p.widthMm,
      heightMm: p.heightMm,
    }));
    return { pieces: layout.length, layout, waste: 1 - (layout.length * area(p)) / area(stock) };
  });
  return ways[0]!.pieces >= ways[1]!.pieces ? ways[0]! : ways[1]!;
}
