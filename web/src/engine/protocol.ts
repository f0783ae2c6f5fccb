import type { ExportFormat, PatternOptions } from '@jade/core/exporting';
import type { Issue, Outcome } from '@jade/core/outcome';
import type { ActionRead, LockFault, LockRead } from '@jade/core/shaping';
import type { Landmark, SheetCrease } from '@jade/core/trying';
import type { BasePaper, BaseFamily, BaseFlap, Precreased } from '@jade/core/bases';
import type { Remedy, Show, ShowAsk, ShowModel } from '@jade/core/calendar';
import type { Finding, judgeColours, Mend } from '@jade/core/checks';
import type { Drawing, ModelView } from '@jade/core/drawing';
import type { Point, Segment, Spot } from '@jade/core/geometry';
import type { LastChoice } from '@jade/core/editing';
import type { Measures } from '@jade/core/folded';
import type { ClearParts } from '@jade/core/ways';
import type { BenchRun, DiaryEntry, PieceId, Plan } from '@jade/core/plan';
import type { Drill, DrillAsk, NeededStep, PlanNeeds } from '@jade/core/practice';
import type { StepTime } from '@jade/core/schedule';
import type { AlignmentSigma } from '@jade/core/slips';
import type { PlayedStep } from '@jade/core/play';
import type {
  BaseRow,
  Readings,
  RulePrice,
  StepLength,
  StepReading,
  StopAdvice,
  WayReading,
} from '@jade/core/readings';
import type { Move, ToolCrease } from '@jade/core/kinds';
import type { PointRef } from '@jade/core/references';
import type { Settings } from '@jade/core/settings';
import type { Step } from '@jade/core/sequence';
import type {
  DampStep,
  HelpSearch,
  HelpsFound,
  Pose,
  RosePetal,
  ShapingRefusal,
  ShapingStep,
  Surface,
} from '@jade/core/shaping';
import type { SheetShape, SheetSymmetry } from '@jade/core/sheet';
import type { PartialSheet } from '@jade/core/window';
import type { Whole, WholeWindow } from '@jade/core/whole';
import type { DrawerPaper } from '@jade/core/paper';

/** What the worker needs to compute a plan. */
export interface PlanInput {
  /** The plan, or the view of the piece of it that is looked at. */
  readonly plan: Plan;
  /** The plan with all its pieces, where it has several. */
  readonly whole?: Plan;
  readonly runs: readonly BenchRun[];
  readonly diary: readonly DiaryEntry[];
  readonly otherDiary: readonly (readonly DiaryEntry[])[];
  readonly otherTimes: readonly StepTime[];
  readonly settings: Settings;
}

/** A remedy of the calendar, as the page tells it. */
export type ToldRemedy = Omit<Remedy, 'change'>;

/** A piece of the open plan at its end, to choose places on. */
export interface PieceForm {
  readonly id: PieceId;
  readonly name: string;
  readonly drawing: Drawing;
  readonly landmarks: readonly Landmark[];
}

/** A plan of several pieces put together, and how large it can be made. */
export interface WholeReading {
  readonly whole: Whole;
  readonly window: WholeWindow;
  /** Minutes of folding and shaping, piece by piece; steps that are another's too count as a repeat. */
  readonly minutes: readonly { readonly id: PieceId; readonly minutes: number; readonly alike: number }[];
}

/** One step for the strip; its picture goes by its stamp. */
export interface StepCard {
  readonly id: string;
  readonly number: number;
  readonly word: string;
  readonly sentence: string;
  readonly passage: string;
  readonly minutes: number;
  /** Kind of its move, and what the rule of thumb foresees for it. */
  readonly kind: string;
  readonly ruleSeconds: number;
  readonly refusal?: string;
  readonly stamp: number;
}

export interface PlanResult {
  readonly readings: Readings;
  readonly steps: readonly StepCard[];
}

/** A kind of fold on a small example. */
export interface FoldSign {
  readonly word: string;
  readonly sentence: string;
  readonly before: Drawing;
  readonly after: Drawing;
  /** What moves in it; missing where nothing does. */
  readonly played?: PlayedStep;
}

/** A drill with its steps drawn and said. */
export interface DrillCard {
  readonly drill: Drill;
  readonly steps: readonly {
    readonly number: number;
    readonly sentence: string;
    readonly before: Drawing;
    readonly after: Drawing;
  }[];
}

/** Everything the table shows for the selected step. */
export interface StepDetail {
  readonly number: number;
  readonly sentence: string;
  /** The gap to leave, as a sentence of the step; empty where none is. */
  readonly gap: string;
  /** Why the step must be folded exactly, or that it need not. */
  readonly use: string;
  /** Its lengths on the sheet of the plan and on another; missing without a sheet or a length. */
  readonly lengths?: { readonly otherMm: number; readonly lengths: readonly StepLength[] };
  readonly before: Drawing;
  readonly after: Drawing;
  readonly sheet: Drawing;
  readonly reading?: StepReading;
  readonly landmarks: readonly Landmark[];
  readonly refusalAt?: Point;
}

/** A stretch on other flaps: by which symmetry, its steps, and the model at the end. */
export interface SwapOffer {
  readonly map: SheetSymmetry;
  readonly steps: readonly Step[];
  readonly drawing: Drawing;
}

/** The figure in space: how it looks, what it measures, and its shaping steps. */
export interface PosedFigure {
  readonly sideMm: number;
  readonly pose: Omit<Pose, 'stance' | 'rest'>;
  /** How far it can be pushed each way before it tips; empty where it does not stand. */
  readonly rose: readonly RosePetal[];
  /** What its steps take where they are shaped damp; empty where that is not meant, or the paper's weight is not known. */
  readonly damp: readonly DampStep[];
  /** Sizes before it was shaped, in mm. */
  readonly flat: { readonly heightMm: number; readonly lengthMm: number };
  readonly surface: Surface;
  readonly steps: readonly {
    readonly id: string;
    readonly number: number;
    readonly sentence: string;
    readonly isComputed: boolean;
    /** How far it is turned, repeats written out; missing where it has no amount. */
    readonly degrees?: number;
    /** The figure after it; null in a quick answer. */
    readonly drawing: Drawing | null;
    readonly refusal?: ShapingRefusal;
    /** What it is estimated to do where the picture does not show it. */
    readonly estimate?: string;
    /** A length to hold a rule to at the bench, in a sentence. */
    readonly check?: string;
  }[];
}

export interface Preview {
  readonly ok: boolean;
  readonly sentence: string;
  readonly refusal?: {
    readonly text: string;
    readonly at?: Point;
    /** Creases on the sheet that would make the move possible. */
    readonly adds?: readonly Segment[];
  };
  readonly drawing: Drawing;
  readonly after?: Drawing;
}

/** One layer under a point of the model, top first, with a material point of it. */
export interface LayerTooth {
  readonly facet: number;
  readonly side: 'front' | 'back';
  readonly point: Point;
}

/** A move that would bring a dragged point where it was let go, and what it gives. */
export interface Proposal {
  readonly move: Move;
  readonly word: string;
  readonly after: Drawing;
}

/** One of several ways a move can end. */
export interface OfferedPicture {
  readonly drawing: Drawing;
  readonly picks: readonly (readonly [PointRef, PointRef])[];
}

/** The thumbnail of a state of the open plan. */
export interface DrawnState {
  readonly stamp: number;
  readonly drawing: Drawing;
}

export type ColourReading = NonNullable<ReturnType<typeof judgeColours>> & { readonly drawing: Drawing };

/** A base of the atlas in the list: read off its folded state. */
export interface BaseCard {
  readonly id: string;
  readonly name: string;
  readonly family: BaseFamily;
  readonly drawing: Drawing;
  readonly flaps: number;
  readonly layers: number;
}

/** Everything the atlas says about one base; lengths in sheet sides. */
export interface BaseSheet extends Omit<BaseCard, 'flaps'> {
  readonly sheet: SheetShape;
  readonly sheetTitle: string;
  readonly flaps: readonly BaseFlap[];
  readonly measures: Measures;
  /** Share of the sheet under circles about the flaps' tips, each as wide as its flap is long. */
  readonly covered: number;
  readonly pattern: Drawing;
  readonly steps: readonly {
    readonly number: number;
    readonly word: string;
    readonly sentence: string;
    readonly drawing: Drawing;
  }[];
}

export interface Silhouette {
  readonly drawing: Drawing;
  /** Height and width of what is drawn where it is the figure in space, in sheet sides. */
  readonly size?: { readonly height: number; readonly width: number };
  readonly measures: Measures;
  readonly readings: Readings;
}

/** One way to fold a stretch, with the model it ends in. */
export type ComparedWay = Omit<WayReading, 'after'> & { readonly drawing: Drawing };

/** A step by taste at the ends of its range. */
export interface TasteReading {
  /** The model after the step as wanted, with the outlines of the ends dotted. */
  readonly between: Drawing;
  /** The model after the last step as wanted. */
  readonly wanted: Drawing;
  readonly ends: readonly {
    readonly end: 'least' | 'most';
    readonly whole: Drawing;
    readonly says: string;
    readonly isCare: boolean;
  }[];
}

/** The worker's door. Every call is a question with one answer; the page drops answers that come too late. */
export interface Engine {
  computePlan(input: PlanInput): PlanResult;
  /** Pictures of states the page does not have yet, the plan's last first; none when it has all. */
  drawStates(known: readonly number[]): DrawnState[];
  readDetail(number: number): StepDetail;
  /** What to know of the whole sequence, in the order of its steps. */
  readFindings(): readonly Finding[];
  /** A remedy that was tried and helps; null where none can be computed. */
  mendOf(finding: Finding, prefix: string): Mend | null;
  /** What a step's motion is made from, with a key for the pair of states; null where there is no such step. */
  readPlayed(number: number): (PlayedStep & { readonly key: string }) | null;
  /** How the model comes out with either side of the sheet up; null while nothing is folded. */
  readColours(): ColourReading | null;
  /** For each variant that waits, until when it can still be taken. */
  readChoices(): readonly LastChoice[];
  /** What comes of a step by taste at the least and at the most; null where it is exact. */
  readTaste(number: number): TasteReading | null;
  /** The ways of a stretch side by side, the chosen one first. */
  compareWays(alternative: string): readonly ComparedWay[];
  /** The model after a step, looked at in another way than as it lies. */
  readView(number: number, view: ModelView): Drawing;
  /** What to mind where a folder stops after so many steps, shaping counted on. */
  readStop(done: number, isWaiting: boolean): StopAdvice | null;
  /** A step as drawn in print; null where there is none. */
  drawStepOf(number: number): Drawing | null;
  previewMove(before: number, move: Move, id: string): Preview;
  listLayers(before: number, at: Point): LayerTooth[];
  listCreases(before: number, which: 'resting' | 'all'): SheetCrease[];
  /** Creases chosen for a collapse as the stretches that can be clicked there. */
  splitCreases(
    before: number,
    creases: readonly ToolCrease[],
    which: 'resting' | 'all',
  ): (ToolCrease & { readonly key: string })[];
  /** Every result the move can have, where it has more than one. */
  offerResults(before: number, move: Move): OfferedPicture[];
  /**
   * The figure in space with these shaping steps, or the first of them; null before a plan is folded. Quick, while a part is
   * dragged, without pictures of the steps and without a promise of standing.
   */
  readPosed(
    steps: readonly ShapingStep[],
    how?: { readonly to?: number; readonly isQuick?: boolean },
  ): PosedFigure | null;
  /** The figure on its way from flat to shaped, picture by picture, on its table in the pose it ends in. */
  playShaping(): readonly { readonly step: number; readonly surface: Surface }[];
  /** The figure as a flat picture, from where an eye sees it standing on its table (y up). */
  drawPosed(towards: Spot): Drawing | null;
  /** The plan in another format, as text. */
  exportPlan(format: ExportFormat): Outcome<string, Issue>;
  /** The finished model as the audience sees it; null before a plan is folded. */
  drawFinished(): Drawing | null;
  /** Its pattern at full size, in mm. */
  exportPattern(options: PatternOptions, as: 'svg' | 'dxf'): Outcome<string, Issue>;
  /** Amounts that make the figure stand, each tried; and the flat folds whose angle can be tried. */
  findHelps(search: HelpSearch): HelpsFound;
  /** Whether a lock holds; null where its plan is not open, a fault where its tab or mouth is gone. */
  readLock(id: string): LockRead | LockFault | null;
  /** Corners whose flaps are free at the end, to be tabs. */
  listTabs(): readonly string[];
  /** How an action moves, in mm; null where its step or a place of it is gone. */
  readAction(id: string): (ActionRead & { readonly sideMm: number }) | null;
  listFoldAngles(): readonly string[];
  /** A stretch of steps on other flaps of the base, where every step then folds. */
  swapFlaps(first: number, last: number): readonly SwapOffer[];
  /** Other ways of asking for a move that the paper allows. */
  listOtherWays(before: number, move: Move): readonly Proposal[];
  /** Where a point dragged to a place would bring its flap: outlines of the moved paper. */
  dragGhost(before: number, from: Point, to: Point): readonly (readonly Point[])[];
  /** Moves that bring one landmark onto another, each tried. */
  proposeMoves(before: number, from: PointRef, to: PointRef): Proposal[];
  /** Moves that bring a landmark to any place on the paper; none off it. */
  proposeTo(before: number, from: PointRef, place: Point): Proposal[];
  /** The parts of the sheet a zone of the finished skin shows, convex each; none where nothing shows. */
  zoneParts(zone: Plan['zones'][number]): ClearParts;
  /** All bases from a sheet of this shape, or from any; the best first. */
  readAtlas(wanted: Pick<Plan, 'figure' | 'limbs'>, sheet: SheetShape | 'any'): BaseRow[];
  /** The part of the sheet that is enough to practise each passage on; passages that need it all are left out. */
  readPartials(): ({ readonly passage: string } & PartialSheet)[];
  /** What each house rule costs for these limbs. */
  readPrices(wanted: Pick<Plan, 'figure' | 'limbs'>, pace: number): RulePrice[];
  /** A base by its creases: steps that set them, and the collapse; a sentence where it cannot be made so. */
  precreaseBase(id: string): Precreased | string;
  /** The open sheet of a base, with the paper each of its flaps takes. */
  readBasePaper(id: string): BasePaper;
  readBaseCard(id: string): BaseCard;
  readBase(id: string): BaseSheet;
  /** (Side by circle packing of the base's own flaps / its side) squared; null with fewer than two flaps. */
  readEfficiency(id: string): number | null;
  drawSilhouette(input: PlanInput): Silhouette;
  /** All pieces put together; null for a plan of one. */
  readWhole(papers: readonly DrawerPaper[]): WholeReading | null;
  /** The whole as a flat picture, from where an eye sees it standing on its table (y up). */
  drawWhole(towards: Spot): Drawing | null;
  /** Every piece as it ends flat. */
  readPieces(): readonly PieceForm[];
  /** The step of the open plan that is hardest to make, and its sentence; null where none takes a skill. */
  readHardest(): (NeededStep & { readonly sentence: string }) | null;
  /** What a plan asks of the hands. */
  readNeeds(id: string, input: PlanInput): PlanNeeds;
  /** What a kind of fold looks like, on a small example the engine folds; null where there is none. */
  readSign(kind: Move['kind']): FoldSign | null;
  /** Drills for a skill, one for each level, with every step drawn; none where the engine finds no place for it. */
  drawDrills(ask: DrillAsk): readonly DrillCard[];
  /** Where a rule can be held to the drill when it is folded, and how far off this hand usually is; null where nowhere. */
  checkDrill(drill: Drill, sigma: AlignmentSigma): { readonly says: string; readonly errorMm: number } | null;
  /** A plan as the calendar needs it. */
  readForShow(id: string, input: PlanInput, trials: number | undefined): ShowModel;
  /** The calendar of all plans. */
  planShow(ask: ShowAsk): Show;
  /** What would help where something is late, each tried. */
  findRemedies(ask: ShowAsk, show: Show): readonly ToldRemedy[];
}
