import {
  type Line,
  type Point,
  add,
  apply,
  between,
  centroidOf,
  chordOf,
  directionOf,
  dot,
  scale,
  sideOf,
  tolerance,
} from '../geometry/index.ts';
import { type Outcome, done, failed } from '../outcome/index.ts';
import { findCrossing } from './crossing.ts';
import { type Half, ON_LINE, cut, edgeKey, insideSheet } from './cutting.ts';
import { type Form, type Piece, hangsOn, piecesAt } from './form.ts';
import { findInTheWay, staysBeyond } from './inTheWay.ts';
import type { ShapingRefusal } from './refusal.ts';

/** A part turned about a line of the flat model. */
export interface TurnAsk {
  /** The line in the flat model. */
  readonly line: Line;
  /** A place on it: only the run of paper round it is folded. Without one the place nearest to the flap point. */
  readonly at?: Point;
  /** Material points of the part that moves; every layer that hangs together with one of them goes along. */
  readonly flap: readonly Point[];
  /** A material point of the plate the line is laid on; without one the last plate on the way to the flap that has paper there. */
  readonly plate?: Point;
  /** Positive towards the viewer of the flat model. */
  readonly degrees: number;
  readonly step: string;
  /** Every layer that lies there goes along, not only what hangs together with the flap points. */
  readonly everyLayer?: boolean;
  /** Whether paper in the way is looked for; not where a row of turns is made and looked at once, at its end. */
  readonly isChecked?: boolean;
}

type Turned = Outcome<Form, ShapingRefusal>;
const refuse = (refusal: ShapingRefusal): { ok: false; fault: ShapingRefusal } => failed(refusal);

/** Layers that come along can lie with others in turn; a few rounds take them all. */
const MOST_LAYERS_MORE = 12;

/** Largest turn; beyond it paper would lie on itself. */
export const MOST_DEGREES = 180;

/**
 * Turns a part about a line: flood from the flap points over all edges but those on the run of the line, cutting only what is
 * reached; pieces of plates that hang on this one ride whole. Refused where a point or the line misses the paper
 * (reference), nothing moves or stays (empty), the part hangs together elsewhere (held), or other paper is in the way
 * (through; with the angle it turns freely). Cost: one flood, and one test in space for each pair of plates.
 */
export function turnPart(form: Form, ask: TurnAsk): Turned {
  const { degrees, isChecked = true } = ask;
  if (!(Math.abs(degrees) <= MOST_DEGREES))
    return refuse({
      kind: 'amount',
      text: `A part turns by ${MOST_DEGREES}° at most to either side; ${round(degrees)}° is more.`,
    });
  const laid = layLine(form, ask);
  if (!laid.ok) return laid;
  const { line, plate, run } = laid.value;
  const partsOf = ({ halves, moving }: Flooded): { moving: Half[]; staying: Half[] } => {
    const own = halves.map((half, i) => ({ half, i })).filter(({ half }) => isPlate(half, plate));
    return {
      moving: own.flatMap(({ half, i }) => (moving.has(i) ? [half] : [])),
      staying: own.flatMap(({ half, i }) => (moving.has(i) ? [] : [half])),
    };
  };
  let flap = ask.flap;
  let moved = flood(form, flap, line, plate, run);
  for (let more = 0; ask.everyLayer && moved.ok && more < MOST_LAYERS_MORE; more++) {
    const left = staysBeyond(form, partsOf(moved.value), line);
    if (left.length === 0) break;
    flap = [...flap, ...left];
    moved = flood(form, flap, line, plate, run);
  }
  if (!moved.ok) return moved;
  const { halves, moving } = moved.value;
  if (isChecked) {
    const blocked = findInTheWay(form, partsOf(moved.value), line, degrees);
    if (blocked) return refuse(blocked);
  }
  const turned = build(form, halves, moving, line, plate, { degrees, step: ask.step });
  if (!isChecked) return done(turned);
  const met = findCrossing(turned);
  return met ? refuse(meets(form, halves, moving, line, plate, ask, met)) : done(turned);
}

interface Laid {
  /** Running so that the flap lies on its left. */
  readonly line: Line;
  readonly plate: readonly number[];
  /** The stretch of the line, along its direction, that is folded. */
  readonly run: readonly [number, number];
}

/** The stretch of a line, in the flat model, that a turn would fold; refused as the turn is where there is none. */
export function stretchAt(
  form: Form,
  ask: Pick<TurnAsk, 'line' | 'at' | 'flap' | 'plate'>,
): Outcome<readonly [Point, Point], ShapingRefusal> {
  const laid = layLine(form, ask);
  if (!laid.ok) return laid;
  const { line, run } = laid.value;
  const place = (along: number): Point =>
    add(scale(line.normal, line.offset), scale(directionOf(line), along));
  return done([place(run[0]), place(run[1])]);
}

/** Which side the flap lies on, the plate the line is laid on, and the run of its paper round the place. */
function layLine(
  form: Form,
  { line, at, flap, plate: chosen }: Pick<TurnAsk, 'line' | 'at' | 'flap' | 'plate'>,
): Outcome<Laid, ShapingRefusal> {
  const tip = flap[0];
  const own = tip && piecesAt(form, tip)[0];
  if (!tip || own === undefined)
    return refuse({
      kind: 'reference',
      text: 'The point of the part lies off the sheet; choose one on the paper.',
    });
  const placed = apply(form.state.facets[form.pieces[own]!.facet]!.placement, tip);
  const side = sideOf(line, placed);
  if (Math.abs(side) < tolerance.alike)
    return refuse({
      kind: 'reference',
      text: 'The point of the part lies on the line itself; choose one beside it, on the part that moves.',
      at: placed,
    });
  const left: Line = side > 0 ? line : { normal: [-line.normal[0], -line.normal[1]], offset: -line.offset };
  const along = (p: Point): number => dot(directionOf(left), p);
  const place = at ?? add(placed, scale(left.normal, -sideOf(left, placed)));
  const plates = chosen ? platesAt(form, chosen) : prefixesOf(form.pieces[own]!.plate);
  for (const plate of plates) {
    const run = runAt(form, plate, left, along(place), at !== undefined);
    if (run) return done({ line: left, plate, run });
  }
  return refuse({
    kind: 'reference',
    text: 'The line misses the part there: no paper of it lies under the place; choose a line that crosses it.',
    at: place,
  });
}

const platesAt = (form: Form, point: Point): (readonly number[])[] =>
  piecesAt(form, point).map((i) => form.pieces[i]!.plate);

/** A plate and those it hangs on, itself first. */
const prefixesOf = (plate: readonly number[]): (readonly number[])[] =>
  Array.from({ length: plate.length + 1 }, (_, i) => plate.slice(0, plate.length - i));

const isPlate = (piece: Piece, plate: readonly number[]): boolean =>
  piece.plate.length === plate.length && hangsOn(piece.plate, plate);

/** The stretch of the line over which a plate's paper goes on without a gap round a place. */
function runAt(
  form: Form,
  plate: readonly number[],
  line: Line,
  place: number,
  isExact: boolean,
): readonly [number, number] | undefined {
  const along = (p: Point): number => dot(directionOf(line), p);
  const chords = form.pieces
    .flatMap((piece): [number, number][] => {
      if (!isPlate(piece, plate)) return [];
      const chord = chordOf(piece.model, line);
      return chord ? [[along(chord.from), along(chord.to)]] : [];
    })
    .map(([a, b]): [number, number] => [Math.min(a, b), Math.max(a, b)])
    .sort((a, b) => a[0] - b[0]);
  const runs: [number, number][] = [];
  for (const chord of chords) {
    const last = runs.at(-1);
    if (last && chord[0] <= last[1] + tolerance.alike) last[1] = Math.max(last[1], chord[1]);
    else runs.push([...chord]);
  }
  const off = ([low, high]: [number, number]): number => Math.max(0, low - place, place - high);
  const [nearest] = runs.sort((a, b) => off(a) - off(b));
  return nearest && (!isExact || off(nearest) < tolerance.alike) ? nearest : undefined;
}

interface Flooded {
  readonly halves: readonly Half[];
  readonly moving: ReadonlySet<number>;
}

/** Everything that moves with the flap. */
function flood(
  form: Form,
  flap: readonly Point[],
  line: Line,
  plate: readonly number[],
  run: readonly [number, number],
): Outcome<Flooded, ShapingRefusal> {
  const halves = form.pieces.flatMap((piece, own) =>
    isPlate(piece, plate) ? cut(piece, own, line, run) : [{ ...piece, own, side: 0 as const }],
  );
  const touched = new Map<string, number[]>();
  halves.forEach(({ sheet }, h) =>
    sheet.forEach((p, i) => {
      const key = edgeKey(p, sheet[(i + 1) % sheet.length]!);
      const known = touched.get(key);
      if (known) known.push(h);
      else touched.set(key, [h]);
    }),
  );
  const isBarrier = (half: Half, i: number): boolean => {
    if (!isPlate(half, plate)) return false;
    const [p, q] = [half.model[i]!, half.model[(i + 1) % half.model.length]!];
    if (Math.abs(sideOf(line, p)) > ON_LINE || Math.abs(sideOf(line, q)) > ON_LINE) return false;
    const middle = dot(directionOf(line), between(p, q, 0.5));
    return middle > run[0] - ON_LINE && middle < run[1] + ON_LINE;
  };
  const moving = new Set<number>();
  const open: number[] = [];
  for (const point of flap) {
    const hits = halves.flatMap((h, i) =>
      hangsOn(h.plate, plate) && insideSheet(h, point) && centreSide(h, line) > 0 ? [i] : [],
    );
    if (hits.length === 0)
      return refuse({
        kind: 'reference',
        text: 'A point of the part does not lie beyond the line; choose it on the part that moves.',
      });
    open.push(hits[0]!);
  }
  while (open.length > 0) {
    const h = open.pop()!;
    if (moving.has(h)) continue;
    const half = halves[h]!;
    if (!hangsOn(half.plate, plate))
      return refuse({
        kind: 'held',
        text: 'The part hangs together with paper across an earlier shaping fold, which would tear; turn it before that fold, or about a line beyond it.',
        at: centroidOf(form.pieces[half.own]!.model),
      });
    moving.add(h);
    half.sheet.forEach((p, i) => {
      if (isBarrier(half, i)) return;
      for (const g of touched.get(edgeKey(p, half.sheet[(i + 1) % half.sheet.length]!)) ?? [])
        if (!moving.has(g)) open.push(g);
    });
  }
  // Both sides of the run move: the part hangs together past an end of the line.
  for (const [, list] of touched) {
    for (const h of list) {
      const half = halves[h]!;
      const i = half.sheet.findIndex((_, k) => isBarrier(half, k));
      if (i < 0 || !moving.has(h)) continue;
      const key = edgeKey(half.sheet[i]!, half.sheet[(i + 1) % half.sheet.length]!);
      const other = (touched.get(key) ?? []).find((g) => g !== h);
      if (other !== undefined && moving.has(other))
        return refuse({
          kind: 'held',
          text: 'The part hangs together with the rest past the end of the line, and would tear; choose a line that crosses it all, or another part.',
          at: centroidOf(half.model),
        });
    }
  }
  if (halves.every((h, i) => moving.has(i) || !hangsOn(h.plate, plate)))
    return refuse({
      kind: 'empty',
      text: 'Nothing stays: the whole figure lies beyond the line; choose a line that parts it.',
    });
  return done({ halves: mergeStill(form, halves, moving), moving: movingAfter(form, halves, moving) });
}

const centreSide = ({ model }: Piece, line: Line): number => sideOf(line, centroidOf(model));

/** Halves of pieces of which neither moves are whole again. */
function mergeStill(form: Form, halves: readonly Half[], moving: ReadonlySet<number>): Half[] {
  const cutApart = new Set(halves.flatMap((h, i) => (moving.has(i) && h.side !== 0 ? [h.own] : [])));
  return halves.flatMap((h): Half[] => {
    if (h.side === 0 || cutApart.has(h.own)) return [h];
    return h.side === 1 ? [{ ...form.pieces[h.own]!, own: h.own, side: 0 }] : [];
  });
}

function movingAfter(form: Form, halves: readonly Half[], moving: ReadonlySet<number>): Set<number> {
  const kept = new Set(halves.flatMap((h, i) => (moving.has(i) ? [`${h.own} ${h.side}`] : [])));
  return new Set(
    mergeStill(form, halves, moving).flatMap((h, i) => (kept.has(`${h.own} ${h.side}`) ? [i] : [])),
  );
}

function build(
  form: Form,
  halves: readonly Half[],
  moving: ReadonlySet<number>,
  line: Line,
  plate: readonly number[],
  { degrees, step }: Pick<TurnAsk, 'degrees' | 'step'>,
): Form {
  const along = directionOf(line);
  const from = scale(line.normal, line.offset);
  const hinge = { from, to: add(from, along), radians: (degrees * Math.PI) / 180, step };
  const number = form.hinges.length;
  return {
    ...form,
    hinges: [...form.hinges, hinge],
    pieces: halves.map(({ facet, sheet, model, plate: own }, i): Piece => {
      const chain = moving.has(i) ? [...plate, number, ...own.slice(plate.length)] : own;
      return { facet, sheet, model, plate: chain };
    }),
  };
}

/** How fine the angle is searched that a part turns freely to, in degrees. */
const SCAN = 5;
const HALVINGS = 8;

/** The refusal of a part that meets other paper on its way, with how far it goes. */
function meets(
  form: Form,
  halves: readonly Half[],
  moving: ReadonlySet<number>,
  line: Line,
  plate: readonly number[],
  ask: TurnAsk,
  [i, j]: readonly [number, number],
): ShapingRefusal {
  const isFree = (degrees: number): boolean =>
    findCrossing(build(form, halves, moving, line, plate, { degrees, step: ask.step })) === undefined;
  const sign = Math.sign(ask.degrees);
  let [free, shut] = [0, Math.abs(ask.degrees)];
  for (let d = SCAN; d < shut; d += SCAN) {
    if (!isFree(sign * d)) {
      shut = d;
      break;
    }
    free = d;
  }
  for (let k = 0; k < HALVINGS; k++) {
    const middle = (free + shut) / 2;
    if (isFree(sign * middle)) free = middle;
    else shut = middle;
  }
  const other = moving.has(i) ? j : i;
  return {
    kind: 'through',
    text: `It turns freely to ${round((sign * Math.floor(free * 10)) / 10)}°, then it meets other paper; turn it less, or move that paper first.`,
    freeDegrees: sign * free,
    at: centroidOf(halves[other]!.model),
  };
}

const round = (v: number): string => String(Math.round(v * 10) / 10);
