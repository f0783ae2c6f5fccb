import { type FlatState, toModel } from '../folded/index.ts';
import { type Point, between, distance, dot, lineThrough, sideOf, subtract } from '../geometry/index.ts';
import { type Replay, nameSteps } from '../sequence/index.ts';
import { type SheetShape, cornersOf, edgesOf, landmarksOf } from '../sheet/index.ts';

/** Closer than this in the model (sheet sides) things lie on each other. */
const MEETING = 1e-9;
/** Raw edges are flush along so much at least, in sheet sides. */
const LEAST_FLUSH = 0.05;
/** Points in line lie so far apart at least: nearer ones say nothing. */
const LEAST_APART = 0.08;

/** A material point by name. */
export interface Spot {
  readonly name: string;
  readonly at: Point;
  /** Corners, the centre and middles of edges; other spots are too many to be lined up. */
  readonly isMain: boolean;
}

/** What a folder can see at a step, and where it ought to be. */
export interface Watch {
  readonly kind: 'flush' | 'tip' | 'line' | 'points';
  /** The step that brings it about. */
  readonly step: number;
  /** "A and C lie on each other". */
  readonly says: string;
  /** How the same is named as a place that comes out untrue. */
  readonly names: string;
  /** Whether it is still so in the end. */
  readonly isLast: boolean;
  /** How far a replay with a slip misses it, in sheet sides, each way it can miss with its sign. */
  readonly missIn: (slip: Replay) => readonly number[];
}

/** Corners, edge middles, quarters of edges, the middle of the sheet, and the marks that were pinched. */
export function spotsOf({ sequence, steps }: Replay): Spot[] {
  const quarters = edgesOf(sequence.sheet).flatMap((e) =>
    [1, 3].map((k) => ({ name: `${k}/4 of ${e.name}`, at: between(e.from, e.to, k / 4), isMain: false })),
  );
  const names = nameSteps(sequence.steps);
  const made = steps.flatMap(({ number, step, trail }) =>
    trail?.mark
      ? [
          {
            name: `${names.get(step.id)?.mark ?? 'the mark'} of step ${number}`,
            at: trail.mark,
            isMain: false,
          },
        ]
      : [],
  );
  const spots: Spot[] = [];
  const main = landmarksOf(sequence.sheet).map((l) => ({ ...l, isMain: true }));
  for (const spot of [...main, ...quarters, ...made])
    if (!spots.some((s) => distance(s.at, spot.at) < MEETING)) spots.push(spot);
  return spots;
}

/** Where material points lie in the states of replays; each is looked for once. */
class Places {
  private readonly known = new WeakMap<FlatState, Map<Spot, Point>>();

  at(state: FlatState, spot: Spot): Point {
    const own = this.known.get(state) ?? new Map<Spot, Point>();
    this.known.set(state, own);
    const found = own.get(spot) ?? toModel(state, spot.at) ?? spot.at;
    own.set(spot, found);
    return found;
  }

  way = (state: FlatState, a: Spot, b: Spot): Point => subtract(this.at(state, b), this.at(state, a));

  gap = (state: FlatState, a: Spot, b: Spot): number => distance(this.at(state, a), this.at(state, b));

  /** How far a point lies to the left of the line of two others; nothing where those lie on each other. */
  off(state: FlatState, p: Spot, [a, b]: readonly [Spot, Spot]): number {
    const line = lineThrough(this.at(state, a), this.at(state, b));
    return line ? sideOf(line, this.at(state, p)) : 0;
  }
}

/**
 * All that comes to lie true in a sequence, each at the first step that brings it about: raw edges flush, creases that run
 * into a corner (its tip comes out sharp), three points in a line, points on each other.
 */
export function watchesOf(replay: Replay, spots: readonly Spot[]): Watch[] {
  const places = new Places();
  const pieces = piecesOf(replay.sequence.sheet, spots);
  const main = spots.filter((s) => s.isMain);
  const found: Watch[] = [];
  const last = replay.steps.at(-1)?.after ?? replay.start;
  replay.steps.forEach(({ number, after }, i) => {
    const before = i === 0 ? replay.start : replay.steps[i - 1]!.after;
    const at = { places, number, before, after, last };
    found.push(
      ...flushEdges(at, pieces),
      ...sharpTips(replay, number),
      ...threeInLine(at, main),
      ...meetings(at, spots),
    );
  });
  // What comes apart and together again is told at the end once.
  const told = new Set<string>();
  return found.map((w) => {
    const isLast = w.isLast && !told.has(w.says);
    if (w.isLast) told.add(w.says);
    return isLast === w.isLast ? w : { ...w, isLast };
  });
}

/** A step and the states around it. */
interface At {
  readonly places: Places;
  readonly number: number;
  readonly before: FlatState;
  readonly after: FlatState;
  /** The state in the end. */
  readonly last: FlatState;
}

const afterStep = (slip: Replay, number: number): FlatState => slip.steps[number - 1]!.after;

function meetings({ places, number, before, after, last }: At, spots: readonly Spot[]): Watch[] {
  return pairsOf(spots).flatMap(([a, b]): Watch[] => {
    if (places.gap(after, a, b) > MEETING || places.gap(before, a, b) <= MEETING) return [];
    return [
      {
        kind: 'points',
        step: number,
        says: `${a.name} and ${b.name} lie on each other`,
        names: `${a.name} and ${b.name}, which lie on each other`,
        isLast: places.gap(last, a, b) <= MEETING,
        missIn: (slip) => places.way(afterStep(slip, number), a, b),
      },
    ];
  });
}

/** A stretch of a raw edge between two spots of it. */
interface Piece {
  readonly edge: string;
  readonly ends: readonly [Spot, Spot];
}

function piecesOf(sheet: SheetShape, spots: readonly Spot[]): Piece[] {
  return edgesOf(sheet).flatMap(({ name, from, to }) => {
    const long = distance(from, to);
    const own = spots
      .filter((s) => Math.abs(distance(from, s.at) + distance(s.at, to) - long) < MEETING)
      .sort((a, b) => distance(from, a.at) - distance(from, b.at));
    return own.slice(1).map((end, i): Piece => ({ edge: name, ends: [own[i]!, end] }));
  });
}

/** Raw edges that come to lie along each other, of each pair of edges the longest stretch. */
function flushEdges({ places, number, before, after, last }: At, pieces: readonly Piece[]): Watch[] {
  const flushIn = (state: FlatState, p: Piece, q: Piece): number => {
    if (!isStraight(places, state, p) || !isStraight(places, state, q)) return 0;
    return q.ends.some((s) => Math.abs(places.off(state, s, p.ends)) > MEETING)
      ? 0
      : overlap(places, state, p, q);
  };
  const best = new Map<string, { long: number; watch: Watch }>();
  for (const [p, q] of pairsOf(pieces)) {
    const long = flushIn(after, p, q);
    if (long < LEAST_FLUSH || flushIn(before, p, q) >= LEAST_FLUSH) continue;
    const edges = p.edge === q.edge ? `both parts of edge ${p.edge}` : `edges ${p.edge} and ${q.edge}`;
    if ((best.get(edges)?.long ?? 0) >= long) continue;
    const where = `${edges} lie flush from ${p.ends[0].name} to ${p.ends[1].name}`;
    best.set(edges, {
      long,
      watch: {
        kind: 'flush',
        step: number,
        says: where,
        names: where.replace(' lie flush', ', which lie flush'),
        isLast: flushIn(last, p, q) >= LEAST_FLUSH,
        missIn: (slip) => q.ends.map((s) => places.off(afterStep(slip, number), s, p.ends)),
      },
    });
  }
  return [...best.values()].map((b) => b.watch);
}

/** A stretch that no crease bends is as long in the model as on the sheet. */
function isStraight(places: Places, state: FlatState, { ends: [a, b] }: Piece): boolean {
  return Math.abs(places.gap(state, a, b) - distance(a.at, b.at)) <= MEETING;
}

/** How long two pieces of one line lie along each other. */
function overlap(places: Places, state: FlatState, p: Piece, q: Piece): number {
  const [from, to] = p.ends.map((s) => places.at(state, s)) as [Point, Point];
  const long = distance(from, to);
  const along = (s: Spot): number => {
    const at = places.at(state, s);
    return ((at[0] - from[0]) * (to[0] - from[0]) + (at[1] - from[1]) * (to[1] - from[1])) / long;
  };
  const [a, b] = q.ends.map(along) as [number, number];
  return Math.min(long, Math.max(a, b)) - Math.max(0, Math.min(a, b));
}

/** Three main points that come to lie in a line, well apart. */
function threeInLine({ places, number, before, after, last }: At, spots: readonly Spot[]): Watch[] {
  const isApart = (state: FlatState, three: readonly Spot[]): boolean =>
    pairsOf(three).every(([a, b]) => places.gap(state, a, b) >= LEAST_APART);
  const isInLine = (state: FlatState, [a, b, c]: readonly [Spot, Spot, Spot]): boolean =>
    Math.abs(places.off(state, c, [a, b])) <= MEETING;
  return pairsOf(spots).flatMap(([a, b]) =>
    spots.slice(0, spots.indexOf(a)).flatMap((c): Watch[] => {
      const three = [a, b, c] as const;
      if (!isApart(after, three) || !isInLine(after, three)) return [];
      if (isInLine(before, three) && isApart(before, three)) return [];
      // The middle one of the three is what is seen to lie beside the line of the others.
      const [middle, ends] = middleOf(places, after, three);
      const said = `${ends[0].name}, ${middle.name} and ${ends[1].name}`;
      return [
        {
          kind: 'line',
          step: number,
          says: `${said} lie in a line`,
          names: `${said}, which lie in a line`,
          isLast: isApart(last, three) && isInLine(last, three),
          missIn: (slip) => [places.off(afterStep(slip, number), middle, ends)],
        },
      ];
    }),
  );
}

function middleOf(
  places: Places,
  state: FlatState,
  [a, b, c]: readonly [Spot, Spot, Spot],
): [Spot, readonly [Spot, Spot]] {
  const [ab, bc, ca] = [places.gap(state, a, b), places.gap(state, b, c), places.gap(state, c, a)];
  if (ab >= bc && ab >= ca) return [c, [a, b]];
  return bc >= ca ? [a, [b, c]] : [b, [c, a]];
}

/** Creases of a step that run into a corner of the sheet: with a slip they pass it, and the tip comes out blunt. */
function sharpTips({ sequence, steps }: Replay, number: number): Watch[] {
  const made = steps[number - 1]!.trail?.creases ?? [];
  return cornersOf(sequence.sheet).flatMap((corner): Watch[] => {
    const into = made.find((c) => [c.from, c.to].some((p) => distance(p, corner.at) <= MEETING));
    const wanted = into && lineThrough(into.from, into.to);
    if (!wanted) return [];
    return [
      {
        kind: 'tip',
        step: number,
        says: `the crease runs into corner ${corner.name}, and its tip is sharp`,
        names: `the tip at ${corner.name}`,
        isLast: false,
        missIn: (slip) => {
          const offs = (slip.steps[number - 1]!.trail?.creases ?? []).flatMap((c) => {
            const line = lineThrough(c.from, c.to);
            const sign = line && dot(line.normal, wanted.normal) < 0 ? -1 : 1;
            return line ? [sign * sideOf(line, corner.at)] : [];
          });
          // Of several creases the one that still runs nearest to the corner.
          return [offs.sort((a, b) => Math.abs(a) - Math.abs(b))[0] ?? 0];
        },
      },
    ];
  });
}

/** Every two of a list, the earlier one first. */
const pairsOf = <T>(list: readonly T[]): (readonly [T, T])[] =>
  list.flatMap((b, j) => list.slice(0, j).map((a) => [a, b] as const));
