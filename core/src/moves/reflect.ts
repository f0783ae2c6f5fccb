import {
  type Line,
  type Point,
  compose,
  doOverlap,
  isSamePlacement,
  isTurned,
  reflectionIn,
  tolerance,
} from '../geometry/index.ts';
import { buildEffort } from '../effort/index.ts';
import {
  type FineMesh,
  type FlatState,
  type Refusal,
  commit,
  edgeOwners,
  pieceOnModel,
} from '../folded/index.ts';
import { settleOrder } from '../layers/index.ts';
import { type Outcome, done, failed } from '../outcome/index.ts';
import { type Turn, prepareTurn, toTrace } from './fold.ts';
import { listMade } from './made.ts';
import type { MoveResult } from './result.ts';

/** inside and outside: the tip of a flap turned in between or around its own layers; sink: a closed corner pushed in open. */
export type ReflectMode = 'inside' | 'outside' | 'sink';

export interface ReflectRequest {
  readonly line: Line;
  /** Material points of the part that is reflected. */
  readonly flap: readonly Point[];
  readonly mode: ReflectMode;
  readonly step: string;
}

/** Steps of the layer search one move may take. */
const MOVE_EFFORT = 200_000;

/**
 * Reflects everything beyond the line in it (reverse folds and the open sink): the same reflection as a simple fold, other
 * orders. The rules say how the paper lies at the line: inside between its own layers, outside around them, a sink with
 * one sense all round its rim on the sheet; the rest is settled by the layer search. The end state is checked, not the
 * motion that leads there.
 */
export function reflectBeyond(state: FlatState, request: ReflectRequest): Outcome<MoveResult, Refusal> {
  const turn = prepareTurn(state, { ...request, layers: 'flap', hold: [] });
  if (!turn.ok) return turn;
  const rims = findRims(turn.value);
  const rules =
    request.mode === 'sink'
      ? [rimSense(turn.value, rims, 1), rimSense(turn.value, rims, -1)]
      : [reverseRule(turn.value, rims, request.mode)];
  for (const rule of rules) {
    const made = rule && tryRule(state, turn.value, request, rule);
    if (made) return done(made);
  }
  return failed(explain(rims, request.mode));
}

/** Pieces on both sides of the line that are one paper across it: [moving, staying]. */
type Rim = readonly [number, number];
/** Pairs of pieces with the order they must have afterwards: [above, below]. */
type Rule = readonly (readonly [number, number])[];

function findRims({ mesh, moving }: Turn): Rim[] {
  const owner = edgeOwners(mesh.pieces.map((p) => p.loop));
  const rims: Rim[] = [];
  for (const [key, p] of owner) {
    const [u, v] = key.split(',').map(Number) as [number, number];
    const q = owner.get(`${v},${u}`);
    if (q === undefined || !moving.has(p) || moving.has(q)) continue;
    if (isSamePlacement(mesh.pieces[p]!.before, mesh.pieces[q]!.before)) rims.push([p, q]);
  }
  return rims;
}

/** The stack at the line, top half in front and bottom half behind; undefined when it cannot be halved. */
function reverseRule(
  { mesh, order }: Turn,
  rims: readonly Rim[],
  mode: 'inside' | 'outside',
): Rule | undefined {
  if (rims.length < 2 || rims.length % 2 === 1) return undefined;
  const n = mesh.pieces.length;
  const above = (rim: Rim): number => rims.filter((other) => order[other[0] * n + rim[0]] === 1).length;
  const stack = [...rims].sort((a, b) => above(a) - above(b));
  return stack.map(([moving, staying], i) => {
    const front = i < stack.length / 2;
    return front === (mode === 'inside') ? [staying, moving] : [moving, staying];
  });
}

/** One sense all round the rim on the sheet: 1 valley, -1 mountain. */
function rimSense({ mesh }: Turn, rims: readonly Rim[], sense: 1 | -1): Rule | undefined {
  if (rims.length < 3) return undefined;
  return rims.map(([moving, staying]) => {
    const movingAbove = isTurned(mesh.pieces[staying]!.before) ? sense === -1 : sense === 1;
    return movingAbove ? [moving, staying] : [staying, moving];
  });
}

function tryRule(state: FlatState, turn: Turn, request: ReflectRequest, rule: Rule): MoveResult | undefined {
  const { mesh, moving, order } = turn;
  const flip = reflectionIn(request.line);
  const moved: FineMesh = {
    ...mesh,
    pieces: mesh.pieces.map((p, i) => (moving.has(i) ? { ...p, after: compose(flip, p.before) } : p)),
  };
  const n = mesh.pieces.length;
  const after = new Int8Array(n * n);
  for (let i = 0; i < n; i++) {
    for (let j = 0; j < n; j++) if (!moving.has(i) && !moving.has(j)) after[i * n + j] = order[i * n + j]!;
  }
  for (const [above, below] of rule) {
    const shapes = [above, below].map((p) => pieceOnModel(moved, moved.pieces[p]!, 'after')) as [
      Point[],
      Point[],
    ];
    if (!doOverlap(shapes[0], shapes[1], tolerance.overlap)) continue;
    if (after[above * n + below] === -1) return undefined;
    after[above * n + below] = 1;
    after[below * n + above] = -1;
  }
  const committed = commit(state, moved, { before: order, after }, request.step);
  if (!committed.ok) return undefined;
  const settled = settleOrder(committed.value.state, buildEffort(MOVE_EFFORT));
  if (settled.kind !== 'found') return undefined;
  const result = { ...committed.value.state, order: settled.order };
  return { state: result, made: listMade(state, result), trace: toTrace(state, turn, request) };
}

function explain(rims: readonly Rim[], mode: ReflectMode): Refusal {
  if (mode === 'sink') {
    return rims.length < 3
      ? {
          kind: 'empty',
          text: 'Nothing closed lies beyond the line, so there is nothing to sink; choose a line below a closed corner.',
        }
      : {
          kind: 'through',
          text: 'The corner cannot be sunk open here: a layer would be crossed; sink it earlier, or choose a line that keeps clear of other layers.',
        };
  }
  if (rims.length % 2 === 1 || rims.length < 2) {
    return {
      kind: 'crease',
      text: `The line crosses ${rims.length === 1 ? 'one layer' : `${rims.length} layers`}, and a reverse fold needs an even number joined at a spine; choose a line across a folded flap.`,
    };
  }
  const other = mode === 'inside' ? 'outside' : 'inside';
  return {
    kind: 'through',
    text: `The tip cannot go ${mode === 'inside' ? 'in between' : 'around'} its layers along this line; try the ${other} reverse fold, or another angle.`,
  };
}
