import type { LearnedPace, StepTime } from '../schedule/index.ts';
import type { BaseMatch } from '../parts/index.ts';
import type { Flap, Measures, Spine } from '../folded/index.ts';
import type { BulkVerdict, FingerVerdict, PaperLimits } from '../paper/index.ts';
import type { BenchRun, DiaryEntry, Plan } from '../plan/index.ts';
import type { Replay } from '../sequence/index.ts';
import type { AlignmentSigma } from '../slips/index.ts';
import type { LearnedRatio, SizedSheet } from '../sizing/index.ts';
import type { Pose } from '../shaping/index.ts';
import type { Standing } from '../balance/index.ts';
import type { NarrowPlace } from './narrow.ts';
import type { PlaceRead } from './places.ts';
import type { WishReading } from './wishes.ts';
import type { LengthUnit } from '../units/index.ts';

export const stageIds = ['brief', 'parts', 'paper', 'marks', 'folds', 'finish', 'bench', 'diary'] as const;
export type StageId = (typeof stageIds)[number];

/** not begun: nothing decided; in work: something is open; settled: all decided and agreeing; contradicts: an earlier stage says otherwise. */
export type StageState = 'not begun' | 'in work' | 'settled' | 'contradicts';

export interface StageReading {
  readonly state: StageState;
  /** The one telling figure, at most 16 characters. */
  readonly figure: string;
  /** A second line for the open stage. */
  readonly line: string;
}

/** What a remedy does when it is taken. */
export type Remedy =
  | { readonly kind: 'set side'; readonly mm: number; readonly label: string }
  | { readonly kind: 'open halves'; readonly degrees: number; readonly label: string }
  | { readonly kind: 'open stage'; readonly stage: StageId; readonly label: string }
  | { readonly kind: 'choose feet'; readonly label: string }
  | { readonly kind: 'open step'; readonly step: number; readonly label: string };

/** A sentence with the place, the number and the remedy. */
export interface Verdict {
  readonly id: string;
  readonly stage: StageId;
  readonly tone: 'care' | 'fine';
  readonly text: string;
  readonly step?: number;
  readonly remedy?: Remedy;
}

/** A narrow place in mm, how it can be handled, and its stack; `tip` is the corner of a flap, null of a pleat's strip. */
export interface NarrowReading {
  readonly widthMm: number;
  readonly verdict: FingerVerdict;
  readonly tip: string | null;
  readonly layers: number;
  /** The step after which it is so narrow. */
  readonly step: number;
}

/** What the rail shows for one step at the chosen sheet. */
export interface StepReading {
  readonly measures: Measures;
  readonly flaps: readonly Flap[];
  readonly widthMm?: number;
  readonly heightMm?: number;
  readonly layersAtCrease: number;
  /** The most layers at any place before or after the step. */
  readonly layersMost: number;
  readonly thicknessMm?: number;
  readonly narrowest?: NarrowReading;
  readonly bulk?: { readonly bulk: number; readonly verdict: BulkVerdict };
  readonly shortestMm?: number;
  readonly gapMm?: number;
  readonly minutes: number;
}

export interface ReadingsInput {
  readonly plan: Plan;
  readonly replay: Replay;
  readonly runs: readonly BenchRun[];
  readonly diary: readonly DiaryEntry[];
  /** Entries of the folder's other plans, plan by plan: those of one plan are no independent news. */
  readonly otherDiary: readonly (readonly DiaryEntry[])[];
  /** Steps timed in runs of the folder's other plans: the same hands fold there. */
  readonly otherTimes?: readonly StepTime[];
  readonly limits: PaperLimits;
  readonly sigma: AlignmentSigma;
  readonly unit: LengthUnit;
  /** The plan is a piece of a larger model: standing, house rules and sizes are asked of that. */
  readonly isPart?: boolean;
  /** What the whole measures where the plan is of several pieces and its first sheet has this side, in mm. */
  readonly whole?: (sideMm: number) => PosedReading;
}

/** What a shaped figure measures, and whether it stands. */
export type PosedReading = Pick<
  Pose,
  'stands' | 'marginMm' | 'tipDegrees' | 'falls' | 'heightMm' | 'lengthMm' | 'depthMm'
>;

export interface Readings {
  readonly stages: Readonly<Record<StageId, StageReading>>;
  readonly verdicts: readonly Verdict[];
  /** Sizes the brief wishes, each with what it becomes. */
  readonly wishes: readonly WishReading[];
  /** Side the plan is computed for: the chosen one, else the one wanted for the target. */
  readonly sideMm?: number;
  /** Size of the model, in the target's dimension, over the side of its sheet: of the shaped figure where it is shaped. */
  readonly ratio?: number;
  /** Whether sizes are those of the shaped figure, not of the flat form. */
  readonly isShaped: boolean;
  /** Lengths wished between two places, in sheet sides. */
  readonly places: readonly PlaceRead[];
  /** Of the dimension that is not the target's. */
  readonly otherRatio?: number;
  /**
   * Where the finished form opens, and its depth in mm as it is opened. `isStuck`: an edge was chosen at which the paper
   * cannot open, because the halves hang together elsewhere.
   */
  readonly form?: {
    readonly spine?: Spine;
    readonly isStuck?: true;
    readonly depthMm: number;
    readonly thicknessMm: number;
  };
  readonly wanted?: SizedSheet;
  readonly finishedMm?: number;
  readonly learned: LearnedRatio;
  readonly pace: number;
  /** The pace with its range, by kind of move. */
  readonly paces: LearnedPace;
  readonly minutes: number;
  /** Minutes that pass without hands: drying, pressing, clamps and glue. */
  readonly waitMinutes: number;
  readonly last?: StepReading;
  /** The narrowest place at any step on the way to the finished model. */
  readonly narrowest?: NarrowReading;
  /** How narrow each flap and pleat becomes on the way, the narrowest first; widths in sheet sides. */
  readonly narrows?: readonly NarrowPlace[];
  /** The place with the most layers for its width on the way, and its bulk where the caliper is known. */
  readonly bulkiest?: NarrowReading;
  readonly bulk?: { readonly bulk: number; readonly verdict: BulkVerdict };
  readonly base?: BaseMatch;
  readonly standing?: Standing;
  /** The shaped figure, where the plan shapes anything. */
  readonly posed?: PosedReading;
  readonly marksErrorMm?: number;
  readonly refused: readonly { readonly number: number; readonly text: string }[];
}
