import { type Point, centroidOf } from '../geometry/index.ts';
import { paperWithin } from '../folded/index.ts';
import { type FoldedBase, tryFoldBase } from './fold.ts';
import type { Base } from './words.ts';

/** A layer of a flap: its facet, and a point of the sheet well inside it. */
interface Layer {
  readonly facet: number;
  readonly at: Point;
}

/** So many orders of layers are tried. */
const TRIES = 60;
/** A collapse keeps at most so many picks. */
const MOST_PICKS = 40;
/** Share of a flap's length within which paper counts as its own. */
const WITHIN = 0.97;

/**
 * A designed base folded with its flaps side by side; `make` gives it with pairs of layers picked, the upper first. At each
 * hub the flaps are stacked in the order in which their tips lie round the sheet, none between the layers of another, as far
 * as the paper allows. Whatever lies wrong is asked to lie right, one pair of layers after the other, and asked no more where
 * the paper then cannot close. None where it does not fold at all.
 */
export function stackFlaps(
  make: (picks: readonly (readonly [Point, Point])[]) => Base,
): FoldedBase | undefined {
  let folded = tryFoldBase(make([]));
  if (!folded) return undefined;
  const pairs = pairsToStack(folded);
  // A base and its mirror image are as good; the one nearer to what came by itself takes fewer picks.
  const isWrong = (f: FoldedBase, sign: 1 | -1, [a, b]: readonly [Layer, Layer]): boolean =>
    f.state.order[b.facet * f.state.facets.length + a.facet] === -sign;
  const first = folded;
  const count = (sign: 1 | -1): number => pairs.filter((p) => isWrong(first, sign, p)).length;
  const sign = count(1) <= count(-1) ? 1 : -1;
  const picks: [Point, Point][] = [];
  const given = new Set<string>();
  for (let tries = 0; tries < TRIES && picks.length < MOST_PICKS; tries++) {
    const current: FoldedBase = folded;
    const wrong = pairs.find((p) => isWrong(current, sign, p) && !given.has(keyOf(p)));
    if (!wrong) break;
    given.add(keyOf(wrong));
    const [below, above] = sign === 1 ? wrong : [wrong[1], wrong[0]];
    const next = tryFoldBase(make([...picks, [above.at, below.at]]));
    // A pick can change how facets are numbered only by changing the creases, which it does not.
    if (!next || next.state.facets.length !== current.state.facets.length) continue;
    picks.push([above.at, below.at]);
    folded = next;
  }
  return folded;
}

const keyOf = ([a, b]: readonly [Layer, Layer]): string => `${a.facet} ${b.facet}`;

/** Layers of two flaps of one hub, the first to lie below the second; flaps that are neighbours first. */
function pairsToStack({ base, state, flaps, hubs }: FoldedBase): (readonly [Layer, Layer])[] {
  const round = base.designed!.map((d) => flaps.find((f) => f.tipOnSheet === d.tip)!);
  const found: { pair: readonly [Layer, Layer]; apart: number }[] = [];
  hubs.forEach(({ tips }, hub) => {
    const own = round.filter((f) => tips.includes(f.tip));
    const stack = hub === 0 ? own : [...own].reverse();
    const layers = stack.map((flap): Layer[] => {
      const ray = {
        onSheet: flap.tipOnSheet,
        tip: flap.tipOnModel,
        along: [
          (flap.root[0] - flap.tipOnModel[0]) / flap.length,
          (flap.root[1] - flap.tipOnModel[1]) / flap.length,
        ] as Point,
      };
      const within = paperWithin(state, ray, flap.length * WITHIN);
      return [...(within?.part ?? [])].map((i) => {
        const { loop, parent } = within!.mesh.pieces[i]!;
        return { facet: parent, at: centroidOf(loop.map((v) => within!.mesh.vertices[v]!)) };
      });
    });
    layers.forEach((lower, i) =>
      layers.slice(i + 1).forEach((upper, j) => {
        for (const a of lower)
          for (const b of upper) if (a.facet !== b.facet) found.push({ pair: [a, b], apart: j });
      }),
    );
  });
  return found.sort((a, b) => a.apart - b.apart).map((f) => f.pair);
}
