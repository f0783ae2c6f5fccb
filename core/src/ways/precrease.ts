import { SheetBounds } from '../alignments/index.ts';
import {
  type Line,
  type Point,
  type Segment,
  crossingOf,
  directionOf,
  distance,
  lineOnto,
  lineThrough,
  mirrorPoint,
  sideOf,
  subtract,
} from '../geometry/index.ts';
import type { LineRef, PointRef } from '../references/index.ts';
import { type Step, write } from '../sequence/index.ts';
import { type SheetShape, edgesOf, landmarksOf, outlineOf } from '../sheet/index.ts';
import { findWays } from './wish.ts';

/** A crease of a pattern, on the sheet; its sense is that of the front side. */
export interface PatternCrease extends Segment {
  readonly sense: 'valley' | 'mountain';
}

/** The steps that set the creases of a pattern on an open sheet. */
export interface Precreases {
  /** Crease steps in a folder's order: each finds its marks in corners, edges and creases made before it. */
  readonly steps: readonly Step[];
  /** Lines no such way was found for; their steps say where they run by places on the sheet. */
  readonly byPlace: number;
  /** Lines whose creases change their sense on the way: pressed in the sense of the longer part, bent in the collapse. */
  readonly bothSenses: number;
  /** Creases made only to find others. */
  readonly helping: number;
}

/** Lines and points nearer to each other than this are the same, in sheet sides. */
const SAME = 1e-7;
/** Most different lines of a pattern; more would be hours of creasing and are not written. */
export const MOST_LINES = 120;
/** Looking for a line by a table of all folds takes a second; only so many are looked for. */
const MOST_SEARCHED = 6;
/** Places nearer to each other than this give no crease a hand could lay. */
const LEAST_APART = 0.05;

export interface PrecreaseAsk {
  /** What the ids of the steps begin with. */
  readonly prefix: string;
  readonly passage?: string;
  /** Creases the open sheet has already, each the one crease of its step. */
  readonly pressed?: readonly (Segment & { readonly step: string })[];
}

interface WantedLine {
  readonly line: Line;
  readonly ends: readonly [Point, Point];
  readonly creases: PatternCrease[];
}

interface KnownPoint {
  readonly at: Point;
  readonly ref: PointRef;
  /** 0 a corner, 1 a place on the rim, 2 a place inside. */
  readonly rank: 0 | 1 | 2;
}

interface KnownLine {
  readonly line: Line;
  readonly ref: LineRef;
}

/** A way to make a line from what is there, and how hard it is to see. */
interface Laid {
  readonly ref: LineRef;
  readonly cost: number;
}

/**
 * Writes the crease steps that set a pattern, before it is collapsed: whole lines, halves and diagonals first, then what is
 * found from them, parallels together. Fails with a sentence where the pattern has more lines than MOST_LINES.
 * Method: rounds; in each every line that a single alignment of known points and lines gives is made.
 */
export function writePrecreases(
  sheet: SheetShape,
  creases: readonly PatternCrease[],
  { prefix, passage = 'Pre-creases', pressed = [] }: PrecreaseAsk,
): Precreases | string {
  const bounds = new SheetBounds(outlineOf(sheet));
  const wanted = joinLines(bounds, creases);
  if (wanted.length > MOST_LINES)
    return `The pattern has ${wanted.length} different lines and at most ${MOST_LINES} are written as steps; give the creases as a printed pattern instead.`;
  const known = new Known(sheet, bounds);
  for (const { from, to, step } of pressed) {
    const line = lineThrough(from, to);
    if (line) known.addLine(line, { kind: 'crease', step });
  }
  const steps: Step[] = [];
  let [byPlace, helping, searched] = [0, 0, 0];
  const press = (line: Line, ref: LineRef, sense: 'valley' | 'mountain'): void => {
    const id = `${prefix}-${steps.length + 1}`;
    steps.push(write.writeStep(id, { kind: 'crease', sense, line: ref, through: 'all' }, { passage }));
    known.addLine(line, { kind: 'crease', step: id });
  };
  let left = wanted;
  let helpers = halvesOf(sheet).filter(({ line }) => !wanted.some((w) => isSameLine(w.line, line)));
  while (left.length > 0) {
    const round = left.flatMap((w) => {
      const way = known.lay(w.line);
      return way ? [{ wanted: w, way }] : [];
    });
    if (round.length > 0) {
      const easiest = Math.min(...round.map((r) => r.way.cost));
      const now = round.filter((r) => r.way.cost < easiest + 1);
      now.sort((a, b) => orderOf(a.wanted) - orderOf(b.wanted));
      for (const { wanted: w, way } of now) press(w.line, way.ref, senseOf(w));
      left = left.filter((w) => !now.some((n) => n.wanted === w));
      continue;
    }
    // Nothing follows from what is there: a half or a diagonal may show it.
    const helper = helpers.find(({ line }) => {
      const way = known.lay(line);
      return way !== undefined && left.some((w) => known.with(line, way.ref).lay(w.line));
    });
    if (helper) {
      helpers = helpers.filter((h) => h !== helper);
      press(helper.line, known.lay(helper.line)!.ref, 'valley');
      helping++;
      continue;
    }
    // Nothing does: the longest line is looked for among all that a few folds make.
    const [next] = [...left].sort((a, b) => distance(...b.ends) - distance(...a.ends));
    left = left.filter((w) => w !== next);
    const found = searched++ < MOST_SEARCHED ? searchLine(sheet, next!, `${prefix}h${searched}`) : undefined;
    if (!found) {
      byPlace++;
      press(next!.line, throughEnds(next!), senseOf(next!));
      continue;
    }
    for (const step of found) {
      const { move } = step;
      const own = move.kind === 'crease' && step === found.at(-1);
      steps.push({
        ...step,
        passage,
        move: own ? { ...move, sense: senseOf(next!) } : move,
      });
      if (!own) helping++;
    }
    known.addLine(next!.line, { kind: 'crease', step: found.at(-1)!.id });
  }
  const bothSenses = wanted.filter((w) => new Set(w.creases.map((c) => c.sense)).size > 1).length;
  return { steps, byPlace, bothSenses, helping };
}

/** Creases that run along one line, together. */
function joinLines(bounds: SheetBounds, creases: readonly PatternCrease[]): WantedLine[] {
  const lines: WantedLine[] = [];
  for (const crease of creases) {
    const own = lines.find((l) => [crease.from, crease.to].every((p) => Math.abs(sideOf(l.line, p)) < SAME));
    if (own) {
      own.creases.push(crease);
      continue;
    }
    const line = lineThrough(crease.from, crease.to);
    const ends = line && bounds.ends(line);
    if (line && ends) lines.push({ line, ends, creases: [crease] });
  }
  return lines;
}

const isSameLine = (a: Line, b: Line): boolean => {
  const along = a.normal[0] * b.normal[0] + a.normal[1] * b.normal[1];
  return Math.abs(Math.abs(along) - 1) < SAME && Math.abs(a.offset - Math.sign(along) * b.offset) < SAME;
};

/** Lines a folder lays first to find others: corner onto corner, and corner to corner. */
function halvesOf(sheet: SheetShape): { readonly line: Line }[] {
  const corners = outlineOf(sheet);
  return corners.flatMap((p, i) =>
    corners
      .slice(i + 1)
      .flatMap((q) =>
        [lineOnto(p, q), lineThrough(p, q)].flatMap((line) =>
          line && !edgesOf(sheet).some((e) => isSameLine(lineThrough(e.from, e.to)!, line)) ? [{ line }] : [],
        ),
      ),
  );
}

/** The sense of the longer part of a line's creases. */
function senseOf({ creases }: WantedLine): 'valley' | 'mountain' {
  const sum = creases.reduce(
    (total, c) => total + distance(c.from, c.to) * (c.sense === 'valley' ? 1 : -1),
    0,
  );
  return sum >= 0 ? 'valley' : 'mountain';
}

/** Parallels one after another, each family from one side of the sheet to the other. */
function orderOf({ line }: WantedLine): number {
  const [x, y] = directionOf(line);
  const angle = Math.round((((Math.atan2(y, x) * 180) / Math.PI + 180 + SAME) % 180) * 1e3) / 1e3;
  const family = angle % 90 === 0 ? angle / 90 : angle % 45 === 0 ? 2 + angle / 90 : 4 + angle;
  const offset = line.offset * (line.normal[0] + line.normal[1] * 1.0001 < 0 ? -1 : 1);
  return Math.round(family * 1e3) * 10 + offset;
}

const throughEnds = ({ ends: [from, to] }: WantedLine): LineRef => ({
  kind: 'through',
  a: placeAt(from),
  b: placeAt(to),
});

const placeAt = (p: Point): PointRef => ({
  kind: 'sheet',
  at: [Number(p[0].toFixed(12)), Number(p[1].toFixed(12))],
});

/** The steps of the shortest exact way to a line, from the open sheet. */
function searchLine(sheet: SheetShape, { ends }: WantedLine, prefix: string): Step[] | undefined {
  const found = findWays(sheet, { kind: 'crease', from: ends[0], to: ends[1] }, { prefix, near: SAME / 100 });
  const exact = found.ok ? found.value.ways.filter((w) => w.exact) : [];
  const [best] = exact.sort((a, b) => a.steps.length - b.steps.length);
  return best && best.steps.at(-1)?.move.kind === 'crease' ? [...best.steps] : undefined;
}

/** Points and lines that can be seen on the paper so far. */
class Known {
  private points: KnownPoint[] = [];
  private lines: KnownLine[] = [];
  private places = new Map<string, KnownPoint>();

  private readonly sheet: SheetShape;
  private readonly bounds: SheetBounds;
  private readonly edges: number;

  constructor(sheet: SheetShape, bounds: SheetBounds) {
    this.sheet = sheet;
    this.bounds = bounds;
    for (const { name, at } of landmarksOf(sheet))
      if (/^[A-Z]$/.test(name) && name !== 'O') this.addPoint({ at, ref: { kind: 'named', name }, rank: 0 });
    for (const { name, from, to } of edgesOf(sheet)) {
      const ref: LineRef = {
        kind: 'through',
        a: { kind: 'named', name: name[0]! },
        b: { kind: 'named', name: name[1]! },
      };
      this.lines.push({ line: lineThrough(from, to)!, ref });
    }
    this.edges = this.lines.length;
  }

  /** The same with one line more. */
  with(line: Line, ref: LineRef): Known {
    const more = new Known(this.sheet, this.bounds);
    more.points = [...this.points];
    more.lines = [...this.lines];
    more.places = new Map(this.places);
    more.addLine(line, ref);
    return more;
  }

  addLine(line: Line, ref: LineRef): void {
    this.lines.forEach((other, i) => {
      const at = crossingOf(line, other.line);
      if (at && this.bounds.holds(at))
        this.addPoint({
          at,
          ref: { kind: 'meet', a: ref, b: other.ref, frame: 'sheet' },
          rank: i < this.edges ? 1 : 2,
        });
    });
    this.lines.push({ line, ref });
  }

  private addPoint(point: KnownPoint): void {
    if (this.at(point.at)) return;
    this.points.push(point);
    this.places.set(keyOf(point.at), point);
  }

  /** The point at a place, where there is one. */
  private at(place: Point): KnownPoint | undefined {
    for (const dx of [0, 1, -1])
      for (const dy of [0, 1, -1]) {
        const found = this.places.get(keyOf([place[0] + (dx * CELL) / 2, place[1] + (dy * CELL) / 2]));
        if (found && distance(found.at, place) < SAME) return found;
      }
    return undefined;
  }

  /** The way to make a line by one alignment that is easiest to see: points before edges, corners before crossings. */
  lay(line: Line): Laid | undefined {
    const onIt = this.points
      .filter((p) => Math.abs(sideOf(line, p.at)) < SAME)
      .sort((a, b) => a.rank - b.rank);
    let best: Laid | undefined;
    const offer = (ref: LineRef, cost: number): void => {
      if (!best || cost < best.cost - 1e-9) best = { ref, cost };
    };
    onIt.forEach((p, i) => {
      for (const q of onIt.slice(i + 1)) {
        const apart = distance(p.at, q.at);
        if (apart < LEAST_APART) continue;
        // Far points guide a crease better than near ones.
        offer({ kind: 'through', a: p.ref, b: q.ref }, (p.rank + q.rank) / 4 + (1 - Math.min(1, apart)) / 2);
      }
    });
    for (const p of this.points) {
      if (sideOf(line, p.at) < LEAST_APART / 2) continue;
      const q = this.at(mirrorPoint(line, p.at));
      if (q) offer({ kind: 'onto', from: p.ref, to: q.ref }, 0.1 + (p.rank + q.rank) / 4);
    }
    for (const corner of onIt.slice(0, MOST_CORNERS)) {
      const rays = new Map<number, KnownPoint>();
      for (const p of this.points) {
        if (sideOf(line, p.at) > -LEAST_APART) continue;
        const key = angleOf(subtract(mirrorPoint(line, p.at), corner.at));
        const own = rays.get(key);
        if (!own || p.rank < own.rank) rays.set(key, p);
      }
      for (const p of this.points) {
        if (sideOf(line, p.at) < LEAST_APART) continue;
        const q = rays.get(angleOf(subtract(p.at, corner.at)));
        if (q)
          offer(
            { kind: 'bisector', from: p.ref, at: corner.ref, to: q.ref },
            0.6 + (p.rank + q.rank + corner.rank) / 4,
          );
      }
    }
    return best;
  }
}

/** The direction of a ray in millionths of a degree, for a look-up; one at the seam is not found. */
const angleOf = ([x, y]: Point): number => Math.round(((Math.atan2(y, x) * 180) / Math.PI) * 1e6);
/** So many corners are tried for halving an angle; those that are seen first. */
const MOST_CORNERS = 12;

const CELL = 1e-5;
const keyOf = (p: Point): string => `${Math.round(p[0] / CELL)},${Math.round(p[1] / CELL)}`;
