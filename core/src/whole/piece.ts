import { type Arrangement, buildArrangement } from '../folded/index.ts';
import { type PieceId, type Plan, listPieces, planOfPiece } from '../plan/index.ts';
import { type Posed, poseAsk, readPosed } from '../readings/index.ts';
import { type Replay, replaySequence } from '../sequence/index.ts';
import type { Form, Material } from '../shaping/index.ts';

/** A piece of a model as it is folded and shaped, on its own. */
export interface FoldedPiece {
  readonly id: PieceId;
  readonly name: string;
  /** The plan as if it were the only piece. */
  readonly plan: Plan;
  readonly replay: Replay;
  readonly material: Material;
  readonly posed: Posed;
  readonly map: Arrangement;
  /** No side was chosen for it: that of the first piece stands in. */
  readonly isSideGuessed: boolean;
}

/** The state a piece ends in. */
export const endOf = ({ replay }: Pick<FoldedPiece, 'replay'>) => replay.steps.at(-1)?.after ?? replay.start;

export const formOf = ({ posed }: Pick<FoldedPiece, 'posed'>): Form => posed.shaped.form;

/** A sheet for plans that have none, in mm. */
const USUAL_SIDE_MM = 150;

/** What a piece's steps fold to, and its figures by sheet: most edits of a plan change one piece. */
interface Known {
  readonly replay: Replay;
  readonly map: Arrangement;
  readonly posed: Map<string, Posed>;
}
/** By what they are folded from, written out: a plan that comes through a worker's door is never the same object twice. */
const known = new Map<string, Known>();
/** A plan's pieces twice over, before and after an edit. */
const MOST_KNOWN = 24;
/** The sheet in use, the one that is wanted, and a few that were tried. */
const MOST_POSED = 6;

function foldOnce(view: Plan): Known {
  const limbs = Object.fromEntries(view.limbs.flatMap((l) => (l.tip === null ? [] : [[l.tip, l.name]])));
  const sequence = { sheet: view.sheet.shape, points: view.points, steps: view.steps, limbs };
  const key = JSON.stringify(sequence);
  const had = known.get(key);
  if (had) {
    // The one used last is forgotten last.
    known.delete(key);
    known.set(key, had);
    return had;
  }
  const replay = replaySequence(sequence);
  const found = { replay, map: buildArrangement(endOf({ replay })), posed: new Map<string, Posed>() };
  known.set(key, found);
  if (known.size > MOST_KNOWN) known.delete(known.keys().next().value!);
  return found;
}

function poseOnce({ replay, posed }: Known, view: Plan, sideMm: number): Posed {
  const key = JSON.stringify([view.shaping, view.paper, view.finish.posture, sideMm]);
  const had = posed.get(key);
  if (had) return had;
  const found = readPosed(view, replay, { sideMm });
  if (posed.size >= MOST_POSED) posed.clear();
  posed.set(key, found);
  return found;
}

/** Folds and shapes every piece of a plan. Cost: that of each piece, kept while its steps and sheet stay. */
export function foldPieces(plan: Plan, firstSideMm?: number): readonly FoldedPiece[] {
  const first = plan.sheet.sideMm ?? firstSideMm ?? USUAL_SIDE_MM;
  return listPieces(plan).map(({ id, name }): FoldedPiece => {
    const view = planOfPiece(plan, id);
    const sideMm = id === null ? first : (view.sheet.sideMm ?? first);
    const folded = foldOnce(view);
    return {
      id,
      name,
      plan: view,
      replay: folded.replay,
      material: poseAsk(view, folded.replay, sideMm).material,
      posed: poseOnce(folded, view, sideMm),
      map: folded.map,
      isSideGuessed: view.sheet.sideMm === null,
    };
  });
}

/** A plan with every sheet, and how deep pieces go into each other, so many times as large. */
export function scalePieces(plan: Plan, by: number): Plan {
  const sized = (sheet: Plan['sheet']): Plan['sheet'] => ({
    ...sheet,
    sideMm: sheet.sideMm === null ? null : sheet.sideMm * by,
  });
  return {
    ...plan,
    sheet: sized(plan.sheet),
    pieces: plan.pieces.map((p) => ({ ...p, sheet: sized(p.sheet) })),
    fits: plan.fits.map((f) => ({ ...f, depthMm: f.depthMm * by, shiftMm: f.shiftMm * by })),
  };
}
