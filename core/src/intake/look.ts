import { type Assignment, type CreasePattern, buildPattern, relaxPattern } from '../creases/index.ts';
import { type VertexCheck, checkVertices } from '../flatness/index.ts';
import type { LineDrawing } from '../formats/index.ts';
import {
  type Bounds,
  type PlanarMap,
  type Point,
  type Segment,
  TooManyCrossings,
  boundsOf,
  distance,
  footOf,
  lineThrough,
  planarize,
  sideOf,
  subtract,
  walkFaces,
} from '../geometry/index.ts';
import { outlineOf } from '../sheet/index.ts';
import { type Joined, type MeantLine, NEAR, STRENGTH, type Tag, joinEnds } from './join.ts';
import type { Meaning } from './meaning.ts';
import { findVertexMend, spokesOf } from './mend.ts';
import { type FoundSheet, findSheet } from './outline.ts';
import { crossingsOf, partOff, rimLoop } from './regions.ts';
import { type CreaseSystem, findSystem } from './system.ts';

/** How a drawing is to be taken. */
export interface LookAsk {
  /** What the lines of each look are. */
  readonly meaning: readonly Meaning[];
  /** Loose ends are joined to what is nearer than this share of the drawing's size. */
  readonly reach: number;
  /** Vertices taken to other places, in the drawing's unit. */
  readonly moved?: readonly { readonly from: Point; readonly to: Point }[];
  /** Every vertex moved a little until the angles close. */
  readonly isEvened?: boolean;
  /** Mountains and valleys are found anew, as if none were said. */
  readonly areSensesFree?: boolean;
}

/** Ends are joined over so much of the drawing unless a folder says otherwise. */
export const USUAL_REACH = 0.003;
export const MOST_REACH = 0.03;

/** A place of the drawing where the paper could not lie flat, or an end that meets nothing. */
export interface PlaceFault {
  readonly at: Point;
  readonly text: string;
  /** Alternate angles less a half turn, in degrees, where that is what is wrong. */
  readonly gap?: number;
}

/** What is found in a drawing, all places in its own unit and position. */
export interface Look {
  readonly bounds: Bounds;
  /** What is taken, by its letter; stretches between places where lines meet. */
  readonly taken: readonly (Segment & { readonly letter: Assignment })[];
  /** Lines that stand on the page and do not belong to the sheet. */
  readonly apart: readonly Segment[];
  readonly joined: readonly Joined[];
  /** Crossings of two lines where the drawing has no point. */
  readonly added: readonly Point[];
  /** Lines drawn as raw edges that lie inside the sheet, and are taken as folded either way. */
  readonly innerRims: number;
  readonly sheet: FoundSheet | null;
  readonly faults: readonly PlaceFault[];
  /** Why there is no pattern yet, or undefined. */
  readonly stop?: string;
  /** One vertex that, moved, mends all angles. */
  readonly mend?: { readonly from: Point; readonly to: Point; readonly by: number };
  /** How far vertices would have to move for all angles to close, where a little is enough. */
  readonly evening?: number;
  readonly system: CreaseSystem | null;
  /** The pattern on the sheet (side 1, corner A at 0, 0), and what its coordinates may be off. */
  readonly pattern?: CreasePattern;
  readonly precision: number;
}

/** Evening moves vertices by no more than this share of the side. */
const MOST_EVENED = 0.01;

/**
 * Looks a drawing over: ends joined, crossings found, what stands beside the sheet left out, the rim's shape, and every
 * vertex's conditions. Nothing is repaired that was not asked for. Never fails: what hinders is said in `stop` and `faults`.
 */
export function lookOver(drawing: LineDrawing, ask: LookAsk): Look {
  const lines = drawing.lines.flatMap((l, line): MeantLine[] => {
    const meaning = ask.meaning[l.look] ?? 'out';
    return meaning === 'out' ? [] : [{ from: l.from, to: l.to, tags: [{ line, meaning }] }];
  });
  const whole = boundsOf(drawing.lines.flatMap((l) => [l.from, l.to]));
  const blank = {
    bounds: whole,
    taken: [],
    apart: [],
    joined: [],
    added: [],
    innerRims: 0,
    sheet: null,
    faults: [],
  };
  const nothing = { ...blank, system: null, precision: drawing.precision };
  if (lines.length === 0)
    return { ...nothing, stop: 'Every line is left out; say of one look at least what it is.' };
  const box = boundsOf(lines.flatMap((l) => [l.from, l.to]));
  const size = Math.max(box.maxX - box.minX, box.maxY - box.minY);
  try {
    const { lines: met, joined } = joinEnds(lines, size, ask.reach * size);
    const carry = carrier(ask.moved ?? [], size);
    const map = planarize(met, size * NEAR);
    const carried = met.map((l) => ({ ...l, from: carry(l.from), to: carry(l.to) }));
    return {
      ...nothing,
      joined,
      ...readMap({ ...map, nodes: map.nodes.map(carry) }, carried, { drawing, ask, size }),
    };
  } catch (fault) {
    if (!(fault instanceof TooManyCrossings)) throw fault;
    return { ...nothing, stop: `The drawing is too dense: ${fault.message}; leave some of its lines out.` };
  }
}

/** Takes places that are moved to where they go, and leaves all others. */
const carrier =
  (moved: NonNullable<LookAsk['moved']>, size: number) =>
  (p: Point): Point =>
    moved.find((m) => distance(m.from, p) < size * NEAR * 10)?.to ?? p;

interface Asked {
  readonly drawing: LineDrawing;
  readonly ask: LookAsk;
  readonly size: number;
}

const letterOf = (tags: readonly Tag[]): Assignment =>
  tags.reduce<Assignment>(
    (best, { meaning: m }) => (m !== 'out' && STRENGTH[m] > STRENGTH[best] ? m : best),
    'F',
  );

function readMap(
  map: PlanarMap<Tag>,
  lines: readonly MeantLine[],
  { drawing, ask, size }: Asked,
): Omit<Look, 'bounds' | 'joined'> & { bounds: Bounds } {
  const { main, apart } = partOff(map);
  const added = crossingsOf(main, lines, size * NEAR * 10);
  const { faceOf, outlines } = walkFaces(main);
  const areas = outlines.map((o) => signedArea(o.map((i) => main.nodes[i]!)));
  const outside = areas.indexOf(Math.min(...areas));
  const isOut = (half: number): boolean => faceOf[half] === outside;
  let innerRims = 0;
  const taken: (Segment & { letter: Assignment; a: number; b: number })[] = [];
  const stubs: Segment[] = [];
  const loose: PlaceFault[] = [];
  main.parts.forEach((part, k) => {
    const [from, to] = [main.nodes[part.a]!, main.nodes[part.b]!];
    const letter = letterOf(part.tags);
    const [left, right] = [isOut(2 * k), isOut(2 * k + 1)];
    if (left && right) return void stubs.push({ from, to });
    if (left || right) return void taken.push({ from, to, letter: 'B', a: part.a, b: part.b });
    if (faceOf[2 * k] === faceOf[2 * k + 1] && letter !== 'F')
      loose.push({
        at: looseEnd(main, part),
        text: 'A folded crease ends here and meets nothing; only a resting one may. Join it, lead it on, or take it as resting.',
      });
    if (letter === 'B') innerRims++;
    taken.push({ from, to, letter: letter === 'B' ? 'U' : letter, a: part.a, b: part.b });
  });
  const bounds = boundsOf(drawing.lines.flatMap((l) => [l.from, l.to]));
  const seen = { bounds, taken, apart: [...apart, ...stubs], added, innerRims };
  const rest = { ...seen, faults: loose, system: null, precision: drawing.precision };
  if (outlines.length < 2)
    return { ...rest, sheet: null, stop: 'The lines enclose no paper; draw the whole rim of the sheet.' };
  const rim = outlines[outside]!;
  if (new Set(rim).size !== rim.length && stubs.length === 0)
    return {
      ...rest,
      sheet: null,
      stop: 'The sheet hangs together in a single point; draw its rim in one piece.',
    };
  const sheet = findSheet(rimLoop(main, taken));
  if ('fault' in sheet) return { ...rest, sheet: null, stop: sheet.fault };
  if (loose.length > 0)
    return {
      ...rest,
      sheet,
      stop: `${loose.length === 1 ? 'One crease ends' : `${loose.length} creases end`} inside the sheet and ${loose.length === 1 ? 'meets' : 'meet'} nothing.`,
    };
  return { ...rest, ...judge(main, taken, sheet, { drawing, ask, size }) };
}

function looseEnd(map: PlanarMap<Tag>, part: { a: number; b: number }): Point {
  const degree = (v: number): number => map.parts.filter((p) => p.a === v || p.b === v).length;
  return map.nodes[degree(part.b) === 1 ? part.b : part.a]!;
}

const signedArea = (loop: readonly Point[]): number =>
  loop.reduce((sum, p, i) => {
    const q = loop[(i + 1) % loop.length]!;
    return sum + (p[0] * q[1] - q[0] * p[1]) / 2;
  }, 0);

/** The pattern on the sheet, and what its vertices say. */
function judge(
  map: PlanarMap<Tag>,
  taken: readonly { letter: Assignment; a: number; b: number }[],
  sheet: FoundSheet,
  { drawing, ask }: Asked,
): Pick<Look, 'sheet' | 'faults' | 'system' | 'precision'> & Partial<Look> {
  const precision = ask.isEvened ? 0 : drawing.precision / sheet.side;
  const built = buildPattern({
    vertices: ontoSheet(
      sheet,
      map.nodes,
      new Set(taken.flatMap((t) => (t.letter === 'B' ? [t.a, t.b] : []))),
    ),
    edges: taken.map(({ a, b, letter }) => ({
      a,
      b,
      assignment: ask.areSensesFree && (letter === 'M' || letter === 'V') ? 'U' : letter,
    })),
  });
  if (!built.ok) return { sheet, faults: [], system: null, precision, stop: built.fault[0]!.text };
  const relaxed = relaxPattern(built.value);
  const canEven = relaxed.left < 1e-9 && relaxed.shift < MOST_EVENED;
  const pattern = ask.isEvened && canEven ? relaxed.pattern : built.value;
  const wrong = checkVertices(pattern, precision).filter((c) => c.reasons.length > 0);
  const spokes = spokesOf(pattern);
  const faults = wrong.map((c): PlaceFault => ({
    at: sheet.fromSheet(c.at),
    text: sayFault(c, pattern, spokes[c.vertex]!, sheet, drawing.isDownward),
    ...(c.kawasaki || c.degree % 2 === 1 ? {} : { gap: c.angleGap }),
  }));
  const open = wrong.filter((c) => !c.kawasaki);
  const mend = open.every((c) => c.degree % 2 === 0)
    ? findVertexMend(
        pattern,
        open.map((c) => c.vertex),
      )
    : undefined;
  return {
    sheet,
    faults,
    // What is off fits any grid that is fine enough; the system is told of a pattern that closes.
    system: wrong.length > 0 ? null : findSystem(pattern, Math.max(precision, relaxed.shift)),
    precision,
    pattern,
    ...(mend
      ? {
          mend: {
            from: sheet.fromSheet(pattern.vertices[mend.vertex]!),
            to: sheet.fromSheet(mend.to),
            by: mend.by * sheet.side,
          },
        }
      : {}),
    ...(open.length > 0 && canEven ? { evening: relaxed.shift * sheet.side } : {}),
    ...(wrong.length > 0
      ? { stop: `${wrong.length === 1 ? 'One vertex cannot' : `${wrong.length} vertices cannot`} lie flat.` }
      : {}),
  };
}

/** Every node on the sheet; those of the rim exactly on its outline, the nearest to each corner in it. */
function ontoSheet(
  { shape, toSheet }: FoundSheet,
  nodes: readonly Point[],
  rim: ReadonlySet<number>,
): readonly Point[] {
  const outline = outlineOf(shape);
  const places = nodes.map(toSheet);
  const corners = new Map(
    outline.map((corner) => {
      const [nearest] = [...rim].sort((a, b) => distance(places[a]!, corner) - distance(places[b]!, corner));
      return [nearest!, corner];
    }),
  );
  const edges = outline.map((p, i) => lineThrough(p, outline[(i + 1) % outline.length]!)!);
  return places.map((p, v) => {
    const corner = corners.get(v);
    if (corner || !rim.has(v)) return corner ?? p;
    const [edge] = [...edges].sort((a, b) => Math.abs(sideOf(a, p)) - Math.abs(sideOf(b, p)));
    const [x, y] = footOf(edge!, p);
    return [tidy(x), tidy(y)];
  });
}

/** A number a rounding away from a whole one is that. */
const tidy = (v: number): number => (Math.abs(v - Math.round(v)) < 1e-12 ? Math.round(v) : v);

/** What is wrong at a vertex, in words: places in the drawing's own unit. */
function sayFault(
  check: VertexCheck,
  pattern: CreasePattern,
  ends: readonly number[],
  sheet: FoundSheet,
  isDownward: boolean,
): string {
  const { degree, kawasaki, maekawa, smallestSector, angleGap } = check;
  if (degree % 2 === 1)
    return `${degree} creases meet here, and only an even number lies flat: one is missing, or one too many.`;
  const said: string[] = [];
  if (!kawasaki) {
    const far = oddSpoke(pattern, check, ends);
    const place = far === undefined ? undefined : sheet.fromSheet(pattern.vertices[far]!);
    said.push(
      `Every other angle here sums to ${(180 + angleGap).toFixed(2)}°, and 180° lies flat${place ? `: turn the crease to (${sayPlace(place, isDownward)}) by ${Math.abs(angleGap).toFixed(2)}°` : `: a crease is to be turned by ${Math.abs(angleGap).toFixed(2)}°`}.`,
    );
  }
  if (!maekawa)
    said.push(`Mountains and valleys here must differ by two: turn one of the ${degree} creases.`);
  if (!smallestSector)
    said.push('The smallest angle here lies between two creases of the same sense: turn one of them.');
  return said.join(' ');
}

const sayPlace = ([x, y]: Point, isDownward: boolean): string =>
  [x, isDownward ? -y : y].map((v) => Number(v.toPrecision(4))).join(', ');

/** The crease at a faulty vertex that alone runs in no multiple of 22.5 degrees, by its far end. */
function oddSpoke(pattern: CreasePattern, check: VertexCheck, ends: readonly number[]): number | undefined {
  const odd = ends.filter((w) => {
    const [x, y] = subtract(pattern.vertices[w]!, check.at);
    const turns = (Math.atan2(y, x) * 180) / Math.PI / 22.5;
    return Math.abs(turns - Math.round(turns)) > 1e-3;
  });
  return odd.length === 1 ? odd[0] : undefined;
}
