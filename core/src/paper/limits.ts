/** The folder's thresholds; every one is a default (rule of thumb) that Settings can change. */
export interface PaperLimits {
  /** Narrowest width folded comfortably, just possible, and with tweezers, in mm. */
  readonly comfortableMm: number;
  readonly fingersMm: number;
  readonly tweezersMm: number;
  /** Bulk N x t / w up to which a stack closes easily, hard, very hard. */
  readonly bulkEasy: number;
  readonly bulkHard: number;
  readonly bulkVeryHard: number;
}

export const defaultLimits: PaperLimits = {
  comfortableMm: 8,
  fingersMm: 5,
  tweezersMm: 2.5,
  bulkEasy: 0.15,
  bulkHard: 0.3,
  bulkVeryHard: 0.4,
};

export type FingerVerdict = 'comfortable' | 'fingers' | 'tweezers' | 'too small';

/** How a width in mm can be handled. */
export function toFingerVerdict(widthMm: number, limits: PaperLimits): FingerVerdict {
  if (widthMm >= limits.comfortableMm) return 'comfortable';
  if (widthMm >= limits.fingersMm) return 'fingers';
  return widthMm >= limits.tweezersMm ? 'tweezers' : 'too small';
}

export type BulkVerdict = 'easy' | 'hard' | 'very hard' | 'will not close';

/** Bulk of a stack of `layers` of a caliper against the width of the flap there (all mm), and its verdict. */
export function toBulk(
  layers: number,
  caliperMm: number,
  widthMm: number,
  limits: PaperLimits,
): { bulk: number; verdict: BulkVerdict } {
  const bulk = (layers * caliperMm) / widthMm;
  if (bulk <= limits.bulkEasy) return { bulk, verdict: 'easy' };
  if (bulk <= limits.bulkHard) return { bulk, verdict: 'hard' };
  return { bulk, verdict: bulk <= limits.bulkVeryHard ? 'very hard' : 'will not close' };
}

/**
 * Gap in mm to leave where a fold wraps round `layers` of a caliper: about n t at an edge meeting a centre line, and
 * pi/2 n t where that edge will be reversed later. Rule of thumb.
 */
export function gapToLeaveMm(layers: number, caliperMm: number, later: 'stays' | 'reversed'): number {
  return layers * caliperMm * (later === 'reversed' ? Math.PI / 2 : 1);
}
