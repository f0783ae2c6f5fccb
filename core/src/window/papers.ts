import { type SheetWindow, type StockPiece, type WindowInput, toWindow } from './bands.ts';

/** A paper judged for a plan: the window it leaves, and what speaks against it. */
export interface JudgedPaper {
  readonly id: string;
  readonly window: SheetWindow;
  readonly against: readonly PaperFault[];
}
export type PaperFault =
  'no caliper' | 'none left' | 'not wet-foldable' | 'sheet too small' | 'no size holds';

export interface PaperWish {
  readonly isWetFolded: boolean;
  /** Kinds of paper that bear water. */
  readonly wetFoldable: (paperId: string) => boolean;
}

/**
 * Papers for a plan, the fittest first: fewest faults, then the widest window over its lower end. Each is judged on its own
 * caliper and its own largest piece.
 */
export function rankPapers(
  input: WindowInput,
  papers: readonly StockPiece[],
  { isWetFolded, wetFoldable }: PaperWish,
): JudgedPaper[] {
  const room = ({ lowMm, highMm }: SheetWindow): number =>
    highMm === undefined ? Infinity : (highMm - lowMm) / Math.max(lowMm, 1e-9);
  return papers
    .map((paper): JudgedPaper => {
      const window = toWindow({ ...input, caliperMm: paper.caliperMm, stock: [paper] });
      const against: PaperFault[] = [];
      if (paper.caliperMm === null) against.push('no caliper');
      if (paper.count === 0) against.push('none left');
      if (isWetFolded && !wetFoldable(paper.id)) against.push('not wet-foldable');
      if (!window.isOpen) against.push(window.highBy === 'stock' ? 'sheet too small' : 'no size holds');
      return { id: paper.id, window, against };
    })
    .sort((a, b) => a.against.length - b.against.length || room(b.window) - room(a.window));
}
