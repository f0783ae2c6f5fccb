import { type Spot, apartIn, apply, inner, minus, moveBy, outer, unitOf } from '../geometry/index.ts';
import type { Point } from '../geometry/index.ts';
import { type Form, Plates, piecesAt } from './form.ts';
import { withShapingAmount } from './helps.ts';
import { type ShapingStep, shapingOf } from './kinds/record.ts';
import type { ShapingTool } from './kinds/spec.ts';
import type { ShapingRefusal } from './refusal.ts';
import { type Shaped, type ShapingInput, replayShaping } from './replay.ts';

/** A step of shaping that moves to and fro: places on the sheet that are held, pulled and watched. */
export interface ActionAsk {
  readonly step: string;
  readonly held: Point;
  readonly pulled: Point;
  readonly watched: Point;
}

/** How an action moves, as seen by the hand that holds it; lengths in sheet sides. */
export interface ActionRead {
  /** The amounts it moves between, in degrees. */
  readonly from: number;
  readonly to: number;
  /** What ends it at each; missing where its own range does. */
  readonly stops: readonly [ShapingRefusal | undefined, ShapingRefusal | undefined];
  /** Ways of both places over the amounts, from the first on. */
  readonly ways: readonly { readonly degrees: number; readonly pulled: number; readonly watched: number }[];
  /** Watched way over pulled way, from end to end; undefined where the pulled place hardly moves. */
  readonly ratio: number | undefined;
}

/** Amounts tried to each side, halves towards the stop, and pictures of the way. */
const [TRIES, HALVINGS, PICTURES] = [8, 5, 13];
/** A place that goes a shorter way than this, in sheet sides, is not moved. */
const HARDLY = 1e-4;

/** Reads an action; undefined where the step is gone or has no amount, or a place lies off the sheet. */
export function readAction(
  { step, held, pulled, watched }: ActionAsk,
  input: ShapingInput,
  shaped: Shaped,
): ActionRead | undefined {
  const own = input.steps.find((s) => s.id === step);
  const amount = own && shapingOf(own.act).isComputed ? shapingOf(own.act).amount(own.act) : undefined;
  if (!own || !amount) return undefined;
  const [low, high] = limitsOf(own);
  const makeAt = (degrees: number): Shaped =>
    replayShaping(
      { ...input, steps: input.steps.map((s) => (s === own ? withShapingAmount(anyRange(s), degrees) : s)) },
      shaped,
    );
  const stopAt = (degrees: number): ShapingRefusal | undefined =>
    makeAt(degrees).steps.find((s, i) => s.refusal && !shaped.steps[i]!.refusal)?.refusal;
  const [from, before] = endOf(amount.degrees, amount.least ?? low, stopAt);
  const [to, after] = endOf(amount.degrees, amount.most ?? high, stopAt);
  const seen = Array.from({ length: PICTURES }, (_, i) => {
    const degrees = from + ((to - from) * i) / (PICTURES - 1);
    const { form } = makeAt(degrees);
    return { degrees, pulled: seenFrom(form, held, pulled), watched: seenFrom(form, held, watched) };
  });
  if (seen.some((s) => !s.pulled || !s.watched)) return undefined;
  const ways = seen.map(({ degrees }, i) => ({
    degrees,
    pulled: wayOf(seen.slice(0, i + 1).map((s) => s.pulled!)),
    watched: wayOf(seen.slice(0, i + 1).map((s) => s.watched!)),
  }));
  const last = ways.at(-1)!;
  return {
    from,
    to,
    stops: [before, after],
    ways,
    ratio: last.pulled < HARDLY ? undefined : last.watched / last.pulled,
  };
}

/** An action goes beyond the range its amount is kept in for taste. */
const anyRange = (step: ShapingStep): ShapingStep =>
  'least' in step.act ? { ...step, act: { ...step.act, least: null, most: null } } : step;

const limitsOf = ({ act }: ShapingStep): readonly [number, number] =>
  Object.values(shapingOf(act).tools as Record<string, ShapingTool>)[0]!.limits;

/** How far an amount goes from where it is towards a limit, and what stops it. */
function endOf(
  now: number,
  limit: number,
  stopAt: (degrees: number) => ShapingRefusal | undefined,
): [number, ShapingRefusal | undefined] {
  let free = now;
  for (let i = 1; i <= TRIES; i++) {
    const next = now + ((limit - now) * i) / TRIES;
    let stop = stopAt(next);
    if (!stop) {
      free = next;
      continue;
    }
    let shut = next;
    for (let k = 0; k < HALVINGS; k++) {
      const middle = (free + shut) / 2;
      const refusal = stopAt(middle);
      if (refusal) [shut, stop] = [middle, refusal];
      else free = middle;
    }
    return [free, stop];
  }
  return [free, undefined];
}

/** A place in the axes of the piece that is held; undefined off the sheet. */
function seenFrom(form: Form, held: Point, place: Point): Spot | undefined {
  const plates = new Plates(form);
  const at = (p: Point, plate: readonly number[], facet: number): Spot => {
    const [x, y] = apply(form.state.facets[facet]!.placement, p);
    return moveBy(plates.of(plate), [x, y, 0]);
  };
  const [base, own] = [held, place].map((p) => form.pieces[piecesAt(form, p)[0] ?? -1]);
  if (!base || !own) return undefined;
  const origin = at(held, base.plate, base.facet);
  const [a, b] = [base.sheet[0]!, base.sheet[1]!].map((p) => at(p, base.plate, base.facet));
  const c = at(base.sheet[2]!, base.plate, base.facet);
  const along = unitOf(minus(b!, a!));
  const over = unitOf(outer(along, minus(c, a!)));
  const way = minus(at(place, own.plate, own.facet), origin);
  return [inner(way, along), inner(way, outer(over, along)), inner(way, over)];
}

const wayOf = (spots: readonly Spot[]): number =>
  spots.slice(1).reduce((sum, s, i) => sum + apartIn(s, spots[i]!), 0);
