import { type Point, apartIn, apply, distance, tolerance } from '../geometry/index.ts';
import { facetsAt, findFlaps } from '../folded/index.ts';
import type { Replay } from '../sequence/index.ts';
import { spotOf } from './form.ts';
import type { Material } from './measure.ts';
import type { Shaped } from './replay.ts';

/** A tab that is tucked into a pocket: the corner of the sheet that is its tip, and both ends of the pocket's mouth. */
export interface LockAsk {
  readonly tab: string;
  readonly mouth: readonly [Point, Point];
}

/** Whether a lock holds; lengths in mm. */
export interface LockRead {
  readonly tabMm: number;
  readonly tabLengthMm: number;
  readonly tabLayers: number;
  /** The mouth as it lies flat, and what is left of it round the thickness of the tab. */
  readonly mouthMm: number;
  readonly freeMm: number;
  readonly fits: boolean;
  /** Numbers of the steps after which tab and mouth are as they end; the later one comes before the lock. */
  readonly tabReady: number;
  readonly mouthReady: number;
  /** From the tip of the tab to the middle of the mouth in the figure in space. */
  readonly awayMm: number;
}

/** Why a lock cannot be read. */
export type LockFault = 'no such flap' | 'no mouth';

/**
 * Reads a lock on the last flat state and the figure in space. A mouth that is w wide, lying flat, goes round a tab t thick
 * that is w - t wide at most: its rim is 2 w long, and has to reach round the tab's two faces and its two sides.
 */
export function readLock(
  { tab, mouth }: LockAsk,
  replay: Replay,
  { flat, form }: Shaped,
  { sideMm, caliperMm }: Material,
): LockRead | LockFault {
  const flaps = findFlaps(flat.state);
  const flap = flaps.find((f) => f.tip === tab);
  if (!flap) return 'no such flap';
  const [a, b] = mouth;
  const width = apart(flat.state, a, b);
  const [from, to, tip] = [a, b, flap.tipOnSheet].map((p) => spotOf(form, p));
  if (width === undefined || width < tolerance.samePoint || !from || !to || !tip) return 'no mouth';
  const middle = [0, 1, 2].map((i) => (from[i]! + to[i]!) / 2) as unknown as typeof from;
  const thickMm = flap.layers * caliperMm;
  const freeMm = width * sideMm - thickMm;
  // The root of a flap lies on the model: the paper there is found from the tip on.
  const root = rootOnSheet(flap.tipOnSheet, flap.length, flat.state, flap.root);
  return {
    tabMm: flap.width * sideMm,
    tabLengthMm: flap.length * sideMm,
    tabLayers: flap.layers,
    mouthMm: width * sideMm,
    freeMm,
    fits: flap.width * sideMm <= freeMm,
    tabReady: readySince(replay, flap.tipOnSheet, root),
    mouthReady: readySince(replay, a, b),
    awayMm: apartIn(middle, tip) * sideMm,
  };
}

type State = Replay['start'];

function apart(state: State, a: Point, b: Point): number | undefined {
  const [p, q] = [a, b].map((own) => {
    const f = facetsAt(state, own)[0];
    return f === undefined ? undefined : apply(state.facets[f]!.placement, own);
  });
  return p && q && distance(p, q);
}

/** A place of the sheet that lies at the root of a flap: corners of its facets that come to lie nearest to it. */
function rootOnSheet(tip: Point, length: number, state: State, root: Point): Point {
  const near = state.facets
    .flatMap(({ loop, placement }) =>
      loop.map((v) => ({ sheet: state.vertices[v]!, model: apply(placement, state.vertices[v]!) })),
    )
    .sort((p, q) => distance(p.model, root) - distance(q.model, root));
  return near.find((c) => distance(c.sheet, tip) <= 2 * length)?.sheet ?? near[0]!.sheet;
}

/** The step since which two places of the sheet lie as far from each other as in the end; 0 where they always did. */
function readySince({ steps, start }: Replay, a: Point, b: Point): number {
  const states = [start, ...steps.map((s) => s.after)];
  const end = apart(states.at(-1)!, a, b)!;
  let since = states.length - 1;
  while (since > 0 && Math.abs(apart(states[since - 1]!, a, b)! - end) < tolerance.samePoint * 10) since--;
  return since;
}

/** A dot of glue on a tab: a third of it, so that none comes out at its sides (rule of thumb). */
export const glueDotMm2 = ({ tabMm, tabLengthMm }: LockRead): number => (tabMm * tabLengthMm) / 6;
