import * as Comlink from 'comlink';
import { beginWorker } from '../workers/index.ts';
import {
  type BasePaper,
  type Precreased,
  bases,
  findBase,
  foldBase,
  precreaseState,
  readBasePaper,
} from '@jade/core/bases';
import { DRAFT_CALLS, type Draft, type DraftStage, draftFigure } from '@jade/core/draft';
import { type Drawing, drawModel } from '@jade/core/drawing';
import { buildEffort } from '@jade/core/effort';
import type { Point } from '@jade/core/geometry';
import {
  type BestIn,
  DESIGN_EFFORT,
  type Design,
  type Fit,
  type OfferedBase,
  PARTING_EFFORT,
  type PartedBase,
  type Stage,
  marksOfTips,
  offerBases,
  partBase,
  stageAt,
  stagesOf,
} from '@jade/core/design';
import { specOf } from '@jade/core/kinds';
import type { Figure } from '@jade/core/parts';
import { type BaseRow, readBaseRow } from '@jade/core/readings';
import type { NamedPoints } from '@jade/core/references';
import { type Step, replaySequence } from '@jade/core/sequence';
import type { SheetShape } from '@jade/core/sheet';
import { type Outcome, type Issue, done, failed } from '@jade/core/outcome';
import {
  type Packing,
  type PackingProof,
  type PackingTask,
  pack,
  provePacking,
  spareOf,
} from '@jade/core/packing';

/** A packing with what is known of it. */
export interface JudgedPacking {
  readonly packing: Packing;
  readonly proof: PackingProof;
  /** For each leaf how many mm longer it alone could be on the same sheet. */
  readonly spare: readonly number[];
}

export interface PackingRequest {
  readonly task: PackingTask;
  readonly hops: number;
  readonly seed: number;
  /** Places to begin with. */
  readonly start?: readonly Point[];
}

/** A draft as the page shows it: its state is drawn. */
export interface DraftCard extends Omit<Draft, 'state' | 'hardest'> {
  readonly drawing: Drawing;
  /** The hardest of its moves, in a word. */
  readonly hardest: string;
}

/** A base folded for one figure, with its steps and what it costs. */
export interface OwnRow extends BaseRow {
  readonly points: NamedPoints;
  readonly steps: readonly Step[];
  /** Of the bases that were folded for the figure, what it is the best in. */
  readonly bestIn: readonly BestIn[];
  /** Limbs that come out longer than wanted, in mm. */
  readonly longer: readonly { readonly limb: string; readonly mm: number }[];
  /** Layers over a hundredth of its silhouette, facets, and points of the rim that only take up paper. */
  readonly layersMax: number;
  readonly facets: number;
  readonly fillers: number;
  readonly paper: BasePaper;
  /** The polygons that collapse one by one, each flat before the next; missing where it collapses at once. */
  readonly stages?: readonly Stage[];
  /** Marks its ends take, and by how many sheet sides the worst is off. */
  readonly marks: { readonly count: number; readonly worst: number };
}

/** The bases of its own of a figure, and how they were come by. */
export interface OwnRows {
  readonly rows: readonly OwnRow[];
  readonly tried: number;
  /** Folded about the figure's mirror line; false where that gave no base. */
  readonly isMirrored: boolean;
}

export interface DraftRequest {
  readonly figure: Figure;
  readonly sheet: SheetShape;
  /** Only from this base; from all that serve when null. */
  readonly baseId: string | null;
}

const toCards = (drafts: readonly Draft[]): DraftCard[] =>
  drafts.map(({ state, hardest, ...rest }) => ({
    ...rest,
    hardest: specOf(hardest).word(hardest),
    drawing: drawModel(state, 0),
  }));

function readMarks(design: Design, sheet: SheetShape): OwnRow['marks'] {
  const marks = marksOfTips(design, sheet).filter((m) => m.creases > 0);
  return { count: marks.length, worst: Math.max(0, ...marks.map((m) => m.error)) };
}

/** A figure bases of its own are wanted for; anywhere on the sheet, or on a grid or on steps of 22.5 degrees. */
export interface FittingRequest extends Pick<DraftRequest, 'figure' | 'sheet'> {
  readonly fit: Fit | null;
}

/** A base that has too few flaps, to be made to serve all the same. */
export interface PartingRequest {
  readonly figure: Figure;
  readonly baseId: string;
}

/** One way such a base can serve; its row is missing where no pattern came of it. */
export interface PartedRow extends Omit<PartedBase, 'offer'> {
  readonly row?: OwnRow;
}

/** A base by its steps, and the stages it collapses in. */
export interface PressRequest {
  readonly stages?: readonly Stage[] | undefined;
  readonly sheet: SheetShape;
  readonly points: NamedPoints;
  readonly steps: readonly Step[];
}

const searcher = {
  /** Tells of every better packing while it looks; `onShare` hears how much of the hops is used. */
  pack(
    { task, hops, seed, start }: PackingRequest,
    onShare: (share: number) => void,
    onBest: (best: Packing) => void,
  ): Outcome<JudgedPacking, Issue> {
    const found = pack(task, buildEffort(hops, onShare), { seed, onBest, ...(start ? { start } : {}) });
    return found.ok ? judge(task, found.value) : found;
  },
  judge,
  /** Tells of the best drafts whenever there are better ones, and of what it is at. */
  draft(
    { figure, sheet, baseId }: DraftRequest,
    onShare: (share: number) => void,
    onBest: (best: DraftCard[]) => void,
    onStage: (stage: DraftStage) => void,
  ): Outcome<DraftCard[], Issue> {
    const folded = bases
      .filter((b) => (baseId ? b.id === baseId : JSON.stringify(b.sheet) === JSON.stringify(sheet)))
      .map(foldBase);
    const found = draftFigure(figure, folded, buildEffort(DRAFT_CALLS, onShare), {
      ...(baseId ? {} : { own: sheet }),
      onBest: (best) => onBest(toCards(best)),
      onStage,
    });
    return found.ok ? done(toCards(found.value)) : found;
  },
  /** Bases of its own for the figure; a sentence where it can have none. */
  fitBases(
    { figure, sheet, fit }: FittingRequest,
    onShare: (share: number) => void,
  ): Outcome<OwnRows, Issue> {
    const found = offerBases(figure, sheet, buildEffort(DESIGN_EFFORT, onShare), fit ? { fit } : {});
    if (!found.ok) return found;
    const { offers, tried, isMirrored } = found.value;
    return done({ rows: offers.map((o) => toOwnRow(o, sheet)), tried: tried.begun, isMirrored });
  },
  /** How a base with too few flaps can serve; a sentence where it cannot, or need not. */
  partBase(
    { figure, baseId }: PartingRequest,
    onShare: (share: number) => void,
  ): Outcome<PartedRow[], Issue> {
    const base = foldBase(findBase(baseId)!);
    const found = partBase(figure, base, buildEffort(PARTING_EFFORT, onShare));
    if (!found.ok) return found;
    return done(
      found.value.map(({ offer, ...told }) =>
        offer ? { ...told, row: toOwnRow(offer, base.base.sheet) } : told,
      ),
    );
  },
  /** The creases of a base set one by one on the open sheet, by marks, and its collapse; a sentence where it cannot be. */
  pressBase({ sheet, points, steps, stages }: PressRequest): Outcome<Precreased, Issue> {
    const { after } = replaySequence({ sheet, points, steps }).steps.at(-1)!;
    const made = precreaseState(sheet, after, {
      prefix: 'own',
      ...(stages ? { stageAt: (p: Point) => stageAt(stages, p) } : {}),
    });
    return typeof made === 'string' ? failed({ path: 'steps', text: made }) : done(made);
  },
};
export type Searcher = typeof searcher;

function stagesIn(design: Design): Pick<OwnRow, 'stages'> {
  const stages = stagesOf(design);
  return stages ? { stages } : {};
}

const toOwnRow = ({ folded, match, bestIn, longer, design }: OfferedBase, sheet: SheetShape): OwnRow => ({
  ...readBaseRow(match, folded),
  points: folded.base.points,
  steps: folded.base.steps,
  hubLayers: design.hubLayers,
  layersMax: design.layersMax,
  facets: design.state.facets.length,
  fillers: design.stubs,
  paper: readBasePaper(folded),
  ...stagesIn(design),
  marks: readMarks(design, sheet),
  bestIn,
  longer,
});

function judge(task: PackingTask, packing: Packing): Outcome<JudgedPacking, Issue> {
  const proof = provePacking(task, packing);
  const spare = spareOf(task, packing);
  if (!proof.ok) return proof;
  return spare.ok ? done({ packing, proof: proof.value, spare: spare.value }) : spare;
}

beginWorker();
Comlink.expose(searcher);
