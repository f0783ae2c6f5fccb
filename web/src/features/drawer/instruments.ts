import { type DrawerPaper, findPaperKind } from '@jade/core/paper';

/** An instrument on the table that reads a stack of sheets: mm for a caliper, g for a scale. */
export interface Instrument {
  readonly name: string;
  read(sheets: number): number;
}

/** Stand-ins for instruments this computer has none of: they read what the kind usually has, within a few percent. */
export function simulatedInstruments(paper: DrawerPaper): { caliper: Instrument; scale: Instrument } {
  const kind = findPaperKind(paper.kind);
  // The same paper always reads the same.
  const lot = 1 + (([...paper.id].reduce((s, c) => s + c.charCodeAt(0), 0) % 9) - 4) / 100;
  return {
    caliper: {
      name: 'caliper (simulated)',
      read: (sheets) => Math.round(sheets * (kind?.caliperMm ?? 0.1) * lot * 100) / 100,
    },
    scale: {
      name: 'scale (simulated)',
      read: (sheets) =>
        Math.round(((sheets * paper.widthMm * paper.heightMm) / 1e6) * (kind?.grammage ?? 80) * lot * 10) /
        10,
    },
  };
}
