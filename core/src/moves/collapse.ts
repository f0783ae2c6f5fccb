import type { Point } from '../geometry/index.ts';
import { buildPattern } from '../creases/index.ts';
import { checkVertices } from '../flatness/index.ts';
import { type FlatState, type Refusal, foldsOf } from '../folded/index.ts';
import { type Outcome, failed } from '../outcome/index.ts';
import { outlineOf } from '../sheet/index.ts';
import type { Picks } from './lay.ts';
import { type RefoldCrease } from './creases.ts';
import { type RefoldRequest, listRefolds, refold } from './refold.ts';
import type { MoveResult } from './result.ts';

/** Folds all at once along creases; what is folded already stays folded, the paper at `anchor` stays where it is. */
export interface CollapseRequest {
  readonly creases: readonly RefoldCrease[];
  readonly anchor: Point;
  readonly picks?: Picks;
  readonly step: string;
}

/**
 * Collapses on creases with known or unknown senses: local conditions first, with the place and the remedy; then the
 * resting place and an order of layers by search. The end state is checked; on the way the paper does not lie flat.
 */
export function collapse(state: FlatState, request: CollapseRequest): Outcome<MoveResult, Refusal> {
  const made = refold(state, toRefold(request));
  if (made.ok || made.fault.adds) return made;
  // On the flat sheet a vertex tells more than an order of layers that does not exist.
  if (made.fault.kind !== 'crease' && state.facets.length > 1) return made;
  return failed(checkLocally(state, request) ?? made.fault);
}

/** Every result a collapse can have, for offering as pictures: creases wished `folded` may take either sense. */
export function listCollapses(state: FlatState, request: CollapseRequest): Outcome<MoveResult[], Refusal> {
  return listRefolds(state, toRefold(request));
}

const toRefold = ({ creases, anchor, picks, step }: CollapseRequest): RefoldRequest => ({
  creases,
  anchor,
  picks: picks ?? [],
  free: [],
  folds: 'kept',
  bring: [],
  side: 'any',
  step,
});

/** The first inner vertex of the sheet that cannot lie flat with the creases asked for; creases on the sheet only. */
function checkLocally(state: FlatState, { creases }: CollapseRequest): Refusal | undefined {
  const wanted = creases.flatMap((c) => (c.frame === 'sheet' ? [c] : []));
  if (wanted.length < creases.length) return undefined;
  const rim = outlineOf(state.sheet);
  const segments = [
    ...rim.map((from, i) => ({ from, to: rim[(i + 1) % rim.length]!, assignment: 'B' as const })),
    ...foldsOf(state).map((f) => ({ from: f.from, to: f.to, assignment: 'U' as const })),
    ...wanted.map((c) => ({
      from: c.from,
      to: c.to,
      assignment: ({ valley: 'V', mountain: 'M', flat: 'F', folded: 'U', free: 'U' } as const)[c.wish],
    })),
  ];
  const built = buildPattern({
    vertices: segments.flatMap((s) => [s.from, s.to]),
    edges: segments.map((s, i) => ({ a: 2 * i, b: 2 * i + 1, assignment: s.assignment })),
  });
  if (!built.ok) return { kind: 'crease', text: built.fault[0]!.text };
  const vertex = checkVertices(built.value, 1e-12).find((v) => v.reasons.length > 0);
  return (
    vertex && {
      kind: 'crease',
      text: `It cannot be collapsed: at the place marked, ${vertex.reasons[0]!.replace(/^vertex \d+ at \([^)]*\):? ?/, '')}.`,
      at: vertex.at,
    }
  );
}
