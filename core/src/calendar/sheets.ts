import { type DrawerPaper, countPieces } from '../paper/index.ts';
import { type SheetShape, boxOf } from '../sheet/index.ts';

/** Sheets a model needs. */
export interface SheetNeed {
  readonly name: string;
  readonly paper: string;
  readonly drawerId: string | null;
  readonly shape: SheetShape;
  readonly sideMm: number;
  readonly foldings: number;
}

export interface SheetCount {
  readonly paper: string;
  /** Stock sheets needed, had and to be bought; had is null where the paper is in no drawer. */
  readonly needed: number;
  readonly had: number | null;
  readonly buy: number;
  /** "Heron: 3 of 240 mm". */
  readonly for: readonly { readonly name: string; readonly sideMm: number; readonly foldings: number }[];
  /** Models whose sheet is larger than a stock sheet. */
  readonly tooLarge: readonly string[];
}

/**
 * Stock sheets for all models, paper by paper. Each model's sheets are cut from stock sheets of their own, as many pieces
 * from one as its cutting plan gives; what is left over is not counted.
 */
export function countSheets(needs: readonly SheetNeed[], drawer: readonly DrawerPaper[]): SheetCount[] {
  const groups = new Map<string, SheetNeed[]>();
  for (const need of needs) {
    const key = need.drawerId ?? `name:${need.paper}`;
    groups.set(key, [...(groups.get(key) ?? []), need]);
  }
  return [...groups.values()].map((group): SheetCount => {
    const stock = drawer.find((p) => p.id === group[0]!.drawerId);
    const tooLarge: string[] = [];
    const needed = group.reduce((sum, need) => {
      if (need.foldings === 0) return sum;
      if (!stock) return sum + need.foldings;
      const [w, h] = sizeOf(need);
      const piece = { widthMm: w, heightMm: h, isHalfSquare: need.shape.kind === 'triangle' };
      const pieces = countPieces(piece, {
        id: stock.id,
        name: stock.name,
        widthMm: stock.widthMm,
        heightMm: stock.heightMm,
      });
      if (pieces === 0) tooLarge.push(need.name);
      return sum + Math.ceil(need.foldings / Math.max(1, pieces));
    }, 0);
    const had = stock ? stock.count : null;
    return {
      paper: stock?.name ?? (group[0]!.paper || 'any paper'),
      needed,
      had,
      buy: Math.max(0, needed - (had ?? 0)),
      for: group.map(({ name, sideMm, foldings }) => ({ name, sideMm, foldings })),
      tooLarge,
    };
  });
}

function sizeOf({ shape, sideMm }: SheetNeed): [number, number] {
  const { width, height } = boxOf(shape);
  return [width * sideMm, height * sideMm];
}
