import type { AlignmentSigma } from '@jade/core/slips';
import type { ClearParts, MarkWish } from '@jade/core/ways';
import type { Drawing } from '@jade/core/drawing';
import type { PointRef } from '@jade/core/references';
import type { Sequence, Step } from '@jade/core/sequence';
import type { SheetShape } from '@jade/core/sheet';

/** The sheet a mark is folded on, and whose hand folds it. */
interface OnSheet {
  readonly sheet: SheetShape;
  readonly sideMm: number;
  readonly sigma: AlignmentSigma;
  /** Ids of the steps begin so. */
  readonly prefix: string;
  /** Parts of the sheet no crease may touch. */
  readonly clear: ClearParts | null;
}

export interface WaysRequest extends OnSheet {
  readonly wish: MarkWish;
  /** What is near enough, in mm. */
  readonly nearMm: number;
  /** Whether two marks may be brought onto two lines at once. */
  readonly both: boolean;
}

export interface DivideRequest extends OnSheet {
  readonly edge: string;
  readonly parts: number;
  /** The edge that is divided alike, for a grid both ways. */
  readonly other: string | null;
}

/** A sequence whose accuracy is wanted, and the corners whose flaps shall come out alike. */
export interface WholeRequest {
  readonly sequence: Sequence;
  readonly pairs: readonly (readonly [string, string])[];
  readonly sigma: AlignmentSigma;
}

/** A way as the page shows it. */
interface ShownWay {
  readonly id: string;
  readonly title: string;
  readonly how: string;
  readonly exact: boolean;
  readonly touches: boolean;
  readonly creases: number;
  readonly pinches: number;
  readonly errorMm: number;
  readonly missMm: number;
  readonly worstStep: number;
  readonly steps: readonly Step[];
  readonly pictures: readonly { readonly sentence: string; readonly drawing: Drawing }[];
}

export interface MarkWay extends ShownWay {
  /** The place it ends in, where that is a crossing and no pinch on an edge. */
  readonly mark?: PointRef;
  /** How far the mark moves for one unit of slip at every crease end. */
  readonly amplification: number;
}

export interface PartsWay extends ShownWay {
  /** Creases beside the marks of the division that stay on the sheet. */
  readonly extra: number;
  readonly worstMark: number;
}

export type Answer<T> = { readonly ways: readonly T[] } | { readonly fault: string };
