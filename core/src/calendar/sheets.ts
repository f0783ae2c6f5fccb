import { type DrawerPaper, type SharedCutting, cutTogether } from '../paper/index.ts';
import { type SheetShape, boxOf } from '../sheet/index.ts';

/** Sheets a model needs. */
export interface SheetNeed {
  readonly name: string;
  readonly paper: string;
  readonly drawerId: string | null;
  readonly shape: SheetShape;
  readonly sideMm: number;
  readonly foldings: number;
  readonly trimMm?: number;
  readonly keepGrain?: boolean;
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
  /** How the drawer's sheets are cut, and how large one is; missing where the paper is in no drawer. */
  readonly cutting?: SharedCutting;
  readonly stock?: { readonly widthMm: number; readonly heightMm: number };
}

/**
 * Stock sheets for all models, paper by paper: the models of one paper are cut from common sheets. What the drawer does not have
 * is counted a sheet for each folding.
 */
export function countSheets(needs: readonly SheetNeed[], drawer: readonly DrawerPaper[]): SheetCount[] {
  const groups = new Map<string, SheetNeed[]>();
  for (const need of needs) {
    const key = need.drawerId ?? `name:${need.paper}`;
    groups.set(key, [...(groups.get(key) ?? []), need]);
  }
  return [...groups.values()].map((group): SheetCount => {
    const stock = drawer.find((p) => p.id === group[0]!.drawerId);
    const cutting =
      stock &&
      cutTogether(
        group.map((need) => {
          const [widthMm, heightMm] = sizeOf(need);
          const isHalfSquare = need.shape.kind === 'triangle';
          return { name: need.name, piece: { widthMm, heightMm, isHalfSquare }, count: need.foldings };
        }),
        { id: stock.id, name: stock.name, widthMm: stock.widthMm, heightMm: stock.heightMm },
        { trimMm: Math.max(...group.map((n) => n.trimMm ?? 0)), keepGrain: group.some((n) => n.keepGrain) },
      );
    const lost = new Set(cutting?.tooLarge);
    // What no sheet of the drawer gives has to be bought larger: a sheet for each.
    const needed = cutting
      ? cutting.sheets.length + group.reduce((sum, n) => sum + (lost.has(n.name) ? n.foldings : 0), 0)
      : group.reduce((sum, n) => sum + n.foldings, 0);
    const had = stock ? stock.count : null;
    return {
      paper: stock?.name ?? (group[0]!.paper || 'any paper'),
      needed,
      had,
      buy: Math.max(0, needed - (had ?? 0)),
      for: group.map(({ name, sideMm, foldings }) => ({ name, sideMm, foldings })),
      tooLarge: cutting?.tooLarge ?? [],
      ...(stock && cutting ? { cutting, stock: { widthMm: stock.widthMm, heightMm: stock.heightMm } } : {}),
    };
  });
}

function sizeOf({ shape, sideMm }: SheetNeed): [number, number] {
  const { width, height } = boxOf(shape);
  return [width * sideMm, height * sideMm];
}
