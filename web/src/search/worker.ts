import * as Comlink from 'comlink';
import { beginWorker } from '../workers/index.ts';
import { bases, foldBase } from '@jade/core/bases';
import { DRAFT_CALLS, type Draft, draftFigure } from '@jade/core/draft';
import { type Drawing, drawModel } from '@jade/core/drawing';
import { buildEffort } from '@jade/core/effort';
import type { Point } from '@jade/core/geometry';
import { type Figure, leastOwn, limbsOf, matchBase, taskOfFigure } from '@jade/core/parts';
import { type BaseRow, readBaseRow } from '@jade/core/readings';
import type { NamedPoints } from '@jade/core/references';
import type { Step } from '@jade/core/sequence';
import type { SheetShape } from '@jade/core/sheet';
import { type Outcome, type Issue, done } from '@jade/core/outcome';
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
export interface DraftCard extends Omit<Draft, 'state'> {
  readonly drawing: Drawing;
}

/** A base folded for one figure, with its steps. */
export interface OwnRow extends BaseRow {
  readonly points: NamedPoints;
  readonly steps: readonly Step[];
}

export interface DraftRequest {
  readonly figure: Figure;
  readonly sheet: SheetShape;
  /** Only from this base; from all that serve when null. */
  readonly baseId: string | null;
}

const toCards = (drafts: readonly Draft[]): DraftCard[] =>
  drafts.map(({ state, ...rest }) => ({ ...rest, drawing: drawModel(state, 0) }));

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
  /** Tells of the best drafts whenever there are better ones. */
  draft(
    { figure, sheet, baseId }: DraftRequest,
    onShare: (share: number) => void,
    onBest: (best: DraftCard[]) => void,
  ): Outcome<DraftCard[], Issue> {
    const folded = bases
      .filter((b) => (baseId ? b.id === baseId : JSON.stringify(b.sheet) === JSON.stringify(sheet)))
      .map(foldBase);
    const found = draftFigure(figure, folded, buildEffort(DRAFT_CALLS, onShare), {
      ...(baseId ? {} : { own: sheet }),
      onBest: (best) => onBest(toCards(best)),
    });
    return found.ok ? done(toCards(found.value)) : found;
  },
  /** The base of its own for the figure's body; null for a figure or sheet that can have none. */
  fitBase({ figure, sheet }: Pick<DraftRequest, 'figure' | 'sheet'>): Outcome<OwnRow | null, Issue> {
    const task = taskOfFigure(figure, limbsOf(figure, []));
    const own = leastOwn(task, sheet);
    if (!own) return done(null);
    const { folded, sideMm } = own;
    const row = readBaseRow({ ...matchBase(folded, task), sideMm }, folded);
    return done({ ...row, points: folded.base.points, steps: folded.base.steps });
  },
};
export type Searcher = typeof searcher;

function judge(task: PackingTask, packing: Packing): Outcome<JudgedPacking, Issue> {
  const proof = provePacking(task, packing);
  const spare = spareOf(task, packing);
  if (!proof.ok) return proof;
  return spare.ok ? done({ packing, proof: proof.value, spare: spare.value }) : spare;
}

beginWorker();
Comlink.expose(searcher);
