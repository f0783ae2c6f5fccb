import type { DrawerPaper, PaperLimits } from '../paper/index.ts';
import type { PieceId, Plan } from '../plan/index.ts';
import { type Readings, toWindowInput } from '../readings/index.ts';
import { otherDimension } from '../sizing/index.ts';
import { type LengthUnit } from '../units/index.ts';
import { sayBand, toWindow } from '../window/index.ts';
import { rangeOf } from '../wishes/index.ts';
import { type WholePose } from './whole.ts';

/** What limits one thing of a model: how large all its sheets may be, over what they are now. */
export interface ShareBand {
  readonly id: PieceId | 'wish';
  readonly name: string;
  /** Side of the piece's sheet now, in mm; missing for what is wished of the whole. */
  readonly sideMm?: number;
  /** Least and most share of the present size; missing where nothing limits it. */
  readonly low?: number;
  readonly high?: number;
  /** What binds at either end, in words. */
  readonly lowBy?: string;
  readonly highBy?: string;
}

/** One size window over all pieces: they grow together, so that they go on fitting. */
export interface WholeWindow {
  readonly bands: readonly ShareBand[];
  readonly low: number;
  /** Missing where nothing limits it. */
  readonly high?: number;
  readonly lowBy?: string;
  readonly highBy?: string;
  readonly isOpen: boolean;
}

/** A piece with its readings. */
export interface ReadPiece {
  readonly id: PieceId;
  readonly name: string;
  /** As if it were the only piece, with nothing wished of its size. */
  readonly plan: Plan;
  readonly readings: Readings;
}

/**
 * The window of every piece as shares of its present sheet, with what is wished of the whole; where all hold together. A piece without
 * a folded step limits nothing.
 */
export function windowOfPieces(
  plan: Plan,
  pieces: readonly ReadPiece[],
  pose: WholePose | undefined,
  limits: PaperLimits,
  papers: readonly DrawerPaper[],
  unit: LengthUnit,
): WholeWindow {
  const own = pieces.flatMap(({ id, name, plan: view, readings }): ShareBand[] => {
    const sideMm = readings.sideMm;
    const input = sideMm === undefined ? undefined : toWindowInput(view, readings, limits, papers);
    if (!input || sideMm === undefined) return [];
    const window = toWindow(input);
    const said = (by: typeof window.lowBy): string => (by ? sayBand(by, input, unit).name : '');
    return [
      {
        id,
        name,
        sideMm,
        ...(window.lowMm > 0 ? { low: window.lowMm / sideMm, lowBy: said(window.lowBy) } : {}),
        ...(window.highMm === undefined ? {} : { high: window.highMm / sideMm, highBy: said(window.highBy) }),
      },
    ];
  });
  const bands = [...own, ...(pose ? wishBands(plan, pose) : [])];
  const low = largest(
    bands.filter((b) => b.low !== undefined).map((b) => ({ at: b.low!, by: sayBy(b, b.lowBy) })),
  );
  const high = largest(
    bands.filter((b) => b.high !== undefined).map((b) => ({ at: -b.high!, by: sayBy(b, b.highBy) })),
  );
  return {
    bands,
    low: low?.at ?? 0,
    ...(low ? { lowBy: low.by } : {}),
    ...(high ? { high: -high.at, highBy: high.by } : {}),
    isOpen: (low?.at ?? 0) <= (high ? -high.at : Infinity),
  };
}

const sayBy = ({ name, id }: ShareBand, by: string | undefined): string =>
  id === 'wish' ? name : `${name}: ${by}`;

const largest = (ends: readonly { at: number; by: string }[]) =>
  ends.reduce<{ at: number; by: string } | undefined>((a, b) => (!a || b.at > a.at ? b : a), undefined);

/** Sizes wished of the whole, as shares of what it measures now. */
function wishBands({ brief }: Plan, pose: WholePose): ShareBand[] {
  const sizes = { height: pose.heightMm, length: pose.lengthMm };
  const { target, other } = brief;
  return [
    ...(target.mm === null ? [] : [{ wish: { ...target, mm: target.mm }, dimension: target.dimension }]),
    ...(other ? [{ wish: other, dimension: otherDimension(target.dimension) }] : []),
  ].map(({ wish, dimension }): ShareBand => {
    const { lowMm, highMm } = rangeOf(wish);
    return {
      id: 'wish',
      name: `${dimension} of the whole`,
      ...(lowMm > 0 ? { low: lowMm / sizes[dimension] } : {}),
      ...(Number.isFinite(highMm) ? { high: highMm / sizes[dimension] } : {}),
    };
  });
}
