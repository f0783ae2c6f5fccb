import {
  type Motion,
  type Point,
  type Segment,
  type Spot,
  add,
  apply,
  areaOf,
  chain as after,
  distance,
  dot,
  scale,
  subtract,
  toUnit,
  turnLeft,
  turnWith,
  centroidOf,
} from '../geometry/index.ts';
import { type ActiveFold, facetOnModel, foldsOf, isAbove, subtractSegments } from '../folded/index.ts';
import { type Outcome, done, failed } from '../outcome/index.ts';
import { type Form, type Hinge, motionOf } from './form.ts';
import type { ShapingRefusal } from './refusal.ts';
import { findCrossing } from './crossing.ts';
import { checkForm } from './verify.ts';

/** Creases of a step on the sheet, with its number. */
interface StepCreases {
  readonly number: number;
  readonly creases: readonly Segment[];
}

export interface OpenAsk {
  /** What folded the body in half. */
  readonly half: StepCreases;
  /** Reverse folds and crimps made after it, across which the halves hang together. */
  readonly reverses: readonly StepCreases[];
  /** Between the halves. */
  readonly degrees: number;
  readonly step: string;
}

/** Largest gap between two images of one point that counts as none, in sheet sides. */
const NO_GAP = 1e-9;
/** A fold is covered by creases where less than this of it is not. */
const COVERED = 1e-6;
const MOST_OPEN = 170;

interface Plate {
  /** Hinges on the way to it, outermost first. */
  readonly hinges: readonly Hinge[];
  readonly motion: Motion;
}

/**
 * Opens a body that was folded in half and then reversed: the halves turn by half the angle either way about the spine, every
 * further plate about its reverse fold by the root of c0 + c1 cos r + c2 sin r = 0 that brings its own spine back into the
 * middle plane. Exact; the gap between images of one point is the judge. Refused, naming the step, where a plate is not
 * reached, has no such angle, or tears.
 */
export function openBody(form: Form, ask: OpenAsk): Outcome<Form, ShapingRefusal> {
  const { half, reverses, degrees } = ask;
  if (!(degrees > 0 && degrees <= MOST_OPEN))
    return failed({
      kind: 'amount',
      text: `A body opens by up to ${MOST_OPEN}°; ${Math.round(degrees)}° is none of that.`,
    });
  const { state } = form;
  const folds = foldsOf(state);
  const spine = folds.filter((f) => isCovered(f, half.creases));
  const across = folds.flatMap((fold) => {
    const step = reverses.find((r) => isCovered(fold, r.creases));
    return step && !spine.includes(fold) ? [{ fold, step }] : [];
  });
  const apart = new Set<ActiveFold>([...spine, ...across.map((a) => a.fold)]);
  const plateOf = joinFacets(
    state.facets.length,
    folds.filter((f) => !apart.has(f)),
  );
  // The body is where most paper hangs at the spine: the rest is brought back to its middle.
  const weights = new Map<number, number>();
  state.facets.forEach((_, x) =>
    weights.set(plateOf[x]!, (weights.get(plateOf[x]!) ?? 0) + Math.abs(areaOf(facetOnModel(state, x)))),
  );
  const heft = ({ facets: [a, b] }: ActiveFold): number =>
    weights.get(plateOf[a]!)! + weights.get(plateOf[b]!)!;
  const main = [...spine].sort(
    (a, b) => heft(b) - heft(a) || distance(b.from, b.to) - distance(a.from, a.to),
  )[0];
  if (!main)
    return failed({
      kind: 'reference',
      text: `No fold of step ${half.number} is left to open at; choose the step that folded the body in half.`,
    });
  const [f, g] = main.facets;
  if (plateOf[f] === plateOf[g])
    return failed({
      kind: 'held',
      text: `The halves hang together beside the spine of step ${half.number}; open it where they do not, or fold that part later.`,
      at: centroidOf(facetOnModel(state, f)),
    });
  const upper = isAbove(state, f, g) ? f : g;
  const place = (facet: number, p: Point): Point => apply(state.facets[facet]!.placement, p);
  const plates = new Map<number, Plate>();
  for (const facet of [upper, upper === f ? g : f]) {
    const rises = facet === upper ? 1 : -1;
    const hinge = hingeOf(place(facet, main.from), place(facet, main.to), insideOf(form, facet), {
      radians: (rises * degrees * Math.PI) / 360,
      step: ask.step,
    });
    plates.set(plateOf[facet]!, { hinges: [hinge], motion: motionOf(hinge) });
  }
  for (let grown = true; grown;) {
    grown = false;
    for (const { fold, step } of across) {
      const [from, to] = [fold.facets[0], fold.facets[1]].map((x) => plates.has(plateOf[x]!));
      if (from === to) continue;
      const [near, far] = from ? fold.facets : [fold.facets[1], fold.facets[0]];
      const own = spine
        .filter((s) => s.facets.some((x) => plateOf[x] === plateOf[far]))
        .sort((a, b) => distance(b.from, b.to) - distance(a.from, a.to))[0];
      const parent = plates.get(plateOf[near]!)!;
      const hinge = hingeOf(place(near, fold.from), place(near, fold.to), insideOf(form, far), {
        radians: 0,
        step: ask.step,
      });
      let radians: number | undefined = 0;
      if (own) {
        const facet = own.facets.find((x) => plateOf[x] === plateOf[far])!;
        const [p, q] = [place(facet, own.from), place(facet, own.to)];
        radians = backToMiddle(parent.motion, hinge, toUnit(subtract(q, p)));
      }
      if (radians === undefined)
        return failed({
          kind: 'gap',
          text: `At step ${step.number} the paper beyond cannot follow so far: no angle brings its spine back to the middle; open it less.`,
          at: place(near, fold.from),
        });
      const turned = { ...hinge, radians };
      plates.set(plateOf[far]!, {
        hinges: [...parent.hinges, turned],
        motion: after(parent.motion, motionOf(turned)),
      });
      grown = true;
    }
  }
  const lost = state.facets.findIndex((_, x) => !plates.has(plateOf[x]!));
  if (lost >= 0)
    return failed({
      kind: 'held',
      text: `Part of the paper hangs on neither half by a fold of step ${half.number} or a reverse fold after it; crimps behind one another are such a part. Open it before they are made, or leave it flat.`,
      at: centroidOf(facetOnModel(state, lost)),
    });
  const opened = build(form, plateOf, plates);
  const { gap } = checkForm(opened);
  if (gap > NO_GAP) {
    const torn = reverses.at(-1);
    return failed({
      kind: 'gap',
      text: `Opened so the paper would tear${torn ? `, at one of the steps ${reverses.map((r) => r.number).join(', ')}` : ''}: two images of one point lie ${(gap * 100).toFixed(2)} % of the side apart. Open it before those folds, or leave it flat.`,
    });
  }
  const met = findCrossing(opened);
  return met
    ? failed({
        kind: 'through',
        text: 'Opened so, paper meets paper: parts that reach over the spine cross each other. Open it less, or spread those parts (legs, feet) first.',
        at: centroidOf(opened.pieces[met[1]]!.model),
      })
    : done(opened);
}

const isCovered = (fold: Segment, creases: readonly Segment[]): boolean =>
  subtractSegments(fold, creases).reduce((sum, s) => sum + distance(s.from, s.to), 0) < COVERED;

/** Facets that hang together over some folds: for each the number of its plate. */
function joinFacets(count: number, folds: readonly ActiveFold[]): number[] {
  const plate = Array.from({ length: count }, (_, i) => i);
  const find = (x: number): number => (plate[x] === x ? x : (plate[x] = find(plate[x]!)));
  for (const { facets } of folds) plate[find(facets[0])] = find(facets[1]);
  return plate.map((_, i) => find(i));
}

const insideOf = ({ state }: Form, facet: number): Point => centroidOf(facetOnModel(state, facet));

/** A hinge along two points whose positive sense lifts the side a third one lies on. */
function hingeOf(p: Point, q: Point, side: Point, rest: Pick<Hinge, 'radians' | 'step'>): Hinge {
  const along = toUnit(subtract(q, p));
  const isLeft = dot(turnLeft(along), subtract(side, p)) > 0;
  return { from: p, to: add(p, scale(along, isLeft ? 1 : -1)), ...rest };
}

/** The angle nearest to none at which a direction beyond a hinge lies in the middle plane again. */
function backToMiddle(parent: Motion, hinge: Hinge, along: Point): number | undefined {
  const height = (radians: number): number => {
    const turned: Spot = turnWith(motionOf({ ...hinge, radians }), [along[0], along[1], 0]);
    return turnWith(parent, turned)[2];
  };
  // The height is c0 + c1 cos r + c2 sin r: three values give it.
  const [zero, quarter, halfTurn] = [height(0), height(Math.PI / 2), height(Math.PI)];
  const c0 = (zero + halfTurn) / 2;
  const c1 = (zero - halfTurn) / 2;
  const c2 = quarter - c0;
  const size = Math.hypot(c1, c2);
  if (size < 1e-12) return Math.abs(c0) < 1e-12 ? 0 : undefined;
  if (Math.abs(c0) > size) return undefined;
  const [middle, off] = [Math.atan2(c2, c1), Math.acos(-c0 / size)];
  const roots = [middle + off, middle - off].map((r) => Math.atan2(Math.sin(r), Math.cos(r)));
  return roots.sort((a, b) => Math.abs(a) - Math.abs(b))[0];
}

function build(form: Form, plateOf: readonly number[], plates: ReadonlyMap<number, Plate>): Form {
  const hinges = [...form.hinges];
  const numbers = new Map<Hinge, number>();
  const numberOf = (hinge: Hinge): number => {
    const known = numbers.get(hinge);
    if (known !== undefined) return known;
    numbers.set(hinge, hinges.push(hinge) - 1);
    return hinges.length - 1;
  };
  const pieces = form.pieces.map((piece) => {
    const { hinges: own } = plates.get(plateOf[piece.facet]!)!;
    return { ...piece, plate: [...own.map(numberOf), ...piece.plate] };
  });
  return { ...form, hinges, pieces };
}
