import { sayMove, specOf } from '../kinds/index.ts';
import {
  type Bounds,
  type Line,
  type Point,
  type Segment,
  add,
  apply,
  between,
  boundsOf,
  chordOf,
  distance,
  doBoundsMeet,
  dot,
  isOnSegment,
  isTurned,
  lineThrough,
  scale,
  subtract,
  toUnit,
  tolerance,
} from '../geometry/index.ts';
import {
  type FlatState,
  type RestingCrease,
  buildArrangement,
  listEdges,
  facetOnModel,
  facetOnSheet,
  foldsOf,
  stackOrder,
} from '../folded/index.ts';
import type { MoveTrace } from '../moves/index.ts';
import { type PointRef, type StepNames, resolvePoint } from '../references/index.ts';
import type { ReplayedStep } from '../sequence/index.ts';
import { cornersOf, outlineOf } from '../sheet/index.ts';
import { focusOf } from './focus.ts';
import type { DrawItem, Drawing, LineStyle } from './items.ts';
import { numberCreases } from './order.ts';

/** Offset between two layers, in sheet sides, and the most a whole stack may spread. */
const LAYER_OFFSET = 0.0022;
const MOST_SPREAD = 0.009;

/**
 * The folded model as the folder sees it: layers a little apart, resting creases as hairlines (left out where there are
 * more than `mostResting`, for small pictures).
 */
export function drawModel(
  state: FlatState,
  mostResting = Infinity,
  layers = { offset: LAYER_OFFSET, spread: MOST_SPREAD },
): Drawing {
  const shown = state.resting.length > mostResting ? { ...state, resting: [] } : state;
  const stack = stackOrder(state);
  const items = stack ? drawStack(shown, stack, layers) : drawCells(state);
  return { items, bounds: boundsOf(state.facets.flatMap((_, f) => facetOnModel(state, f))) };
}

function drawStack(
  state: FlatState,
  { order, level }: { order: number[]; level: number[] },
  { offset, spread }: { offset: number; spread: number },
): DrawItem[] {
  const raws = new Set(
    listEdges(state.facets.map((f) => f.loop)).flatMap((e) => (e.right < 0 ? [`${e.u},${e.v}`] : [])),
  );
  const top = Math.max(...level);
  const step = Math.min(offset, spread / Math.max(1, top));
  const creases = restingByFacet(state);
  return order.flatMap((f) => {
    const { loop, placement } = state.facets[f]!;
    const shift: Point = [-step * 0.7 * (level[f]! - top / 2), step * (level[f]! - top / 2)];
    const points = facetOnModel(state, f).map((p) => add(p, shift));
    const edges = points.map((from, i): DrawItem => {
      const next = (i + 1) % points.length;
      const raw = raws.has(`${loop[i]},${loop[next]}`);
      return { kind: 'line', style: raw ? 'raw' : 'folded', from, to: points[next]!, facet: f };
    });
    const rests = (creases.get(f) ?? []).map((c): DrawItem => {
      const [from, to] = shorten(
        add(apply(placement, c.from), shift),
        add(apply(placement, c.to), shift),
        c.pressed,
      );
      return { kind: 'line', style: restStyle(c), from, to, facet: f };
    });
    const side = isTurned(placement) ? 'back' : 'front';
    return [{ kind: 'facet' as const, facet: f, points, side, depth: top - level[f]! }, ...rests, ...edges];
  });
}

const restStyle = (c: RestingCrease): LineStyle =>
  c.pressed === 'pinch' ? 'pinch' : c.pressed === 'soft' ? 'soft' : 'rest';

/** Resting creases stop short of the edges, so that they are told from folded ones by form. */
function shorten(from: Point, to: Point, pressed: RestingCrease['pressed']): [Point, Point] {
  return pressed === 'pinch' ? [from, to] : [between(from, to, 0.03), between(from, to, 0.97)];
}

function restingByFacet(state: FlatState): Map<number, RestingCrease[]> {
  const map = new Map<number, RestingCrease[]>();
  const facets = state.facets.map((_, f) => {
    const corners = facetOnSheet(state, f);
    return { corners, bounds: boundsOf(corners) };
  });
  for (const crease of state.resting) {
    const line = lineThrough(crease.from, crease.to);
    if (!line) continue;
    const around = boundsOf([crease.from, crease.to]);
    for (let f = 0; f < facets.length; f++) {
      const { corners, bounds } = facets[f]!;
      if (!doBoundsMeet(around, bounds)) continue;
      const part = withinFacet(corners, line, crease);
      if (!part) continue;
      const known = map.get(f);
      if (known) known.push({ ...crease, ...part });
      else map.set(f, [{ ...crease, ...part }]);
    }
  }
  return map;
}

/** The part of a resting crease that lies on one facet. */
function withinFacet(corners: readonly Point[], line: Line, crease: Segment): Segment | undefined {
  const chord = chordOf(corners, line);
  if (!chord) return undefined;
  const along = toUnit(subtract(crease.to, crease.from));
  const [a, b] = [dot(subtract(chord.from, crease.from), along), dot(subtract(chord.to, crease.from), along)];
  const from = Math.max(0, Math.min(a, b));
  const to = Math.min(dot(subtract(crease.to, crease.from), along), Math.max(a, b));
  return to - from > tolerance.alike
    ? { from: add(crease.from, scale(along, from)), to: add(crease.from, scale(along, to)) }
    : undefined;
}

/** For layers that overlap in a ring: only what is seen, cell by cell. */
function drawCells(state: FlatState): DrawItem[] {
  const map = buildArrangement(state);
  const faces = map.cells.flatMap((cell): DrawItem[] => {
    const f = cell.layers[0];
    if (f === undefined) return [];
    return [
      {
        kind: 'facet',
        facet: f,
        points: cell.outline,
        side: isTurned(state.facets[f]!.placement) ? 'back' : 'front',
        depth: 0,
      },
    ];
  });
  const lines = map.edges.flatMap((edge): DrawItem[] => {
    const [left, right] = [map.cells[edge.left]!.layers[0], map.cells[edge.right]!.layers[0]];
    if (left === right) return [];
    return [{ kind: 'line', style: 'folded', from: map.nodes[edge.from]!, to: map.nodes[edge.to]! }];
  });
  return [...faces, ...lines];
}

/** The sheet laid flat, front side up, with every fold by its sense and resting creases; those of `made` are new. */
export function drawSheet(state: FlatState, made: readonly Segment[] = []): Drawing {
  const outline = outlineOf(state.sheet);
  const facets = state.facets.map((_, f): DrawItem => ({
    kind: 'facet',
    facet: f,
    points: facetOnSheet(state, f),
    side: 'front',
    depth: 0,
  }));
  const rests = state.resting.map((c): DrawItem => {
    const [from, to] = shorten(c.from, c.to, c.pressed);
    return { kind: 'line', style: restStyle(c), from, to, ...newIn(made, c) };
  });
  const folds = foldsOf(state).map((f): DrawItem => ({
    kind: 'line',
    style: f.sense,
    from: f.from,
    to: f.to,
    ...newIn(made, f),
  }));
  const rim = outline.map((from, i): DrawItem => ({
    kind: 'line',
    style: 'raw',
    from,
    to: outline[(i + 1) % outline.length]!,
  }));
  const names = cornersOf(state.sheet).map((c): DrawItem => ({
    kind: 'landmark',
    at: c.at,
    name: c.name,
    look: 'known',
  }));
  return { items: [...facets, ...rests, ...folds, ...rim, ...names], bounds: boundsOf(outline) };
}

/** Marks a crease whose middle lies on one that was just made. */
function newIn(made: readonly Segment[], crease: Segment): { isNew?: true } {
  const middle = between(crease.from, crease.to, 0.5);
  const isNew = made.some((m) => isOnSegment(middle, m, 1e-6));
  return isNew ? { isNew: true } : {};
}

/**
 * A step as a folder reads it in print: the model before it, the line to fold on, the arrow of the move, and the names
 * its sentence uses. `names` gives the short names of creases and marks. A small fold is the picture's focus, where that
 * is not left out for want of room.
 */
export function drawStep(
  step: ReplayedStep,
  names: ReadonlyMap<string, StepNames>,
  { isEnlarged = true }: { readonly isEnlarged?: boolean } = {},
): Drawing {
  const model = drawModel(step.before);
  const kind = specOf(step.move).motion === 'there and back' ? 'marked' : 'folded';
  const focus = isEnlarged ? focusOf(step.trace, model.bounds, kind) : undefined;
  const isShort = focus !== undefined || !isEnlarged || kind === 'marked';
  const least = isShort ? LEAST_SEEN * sizeOf(focus ?? model.bounds) : 0;
  const extra = drawMove(step, model.bounds, { ticks: names.get(step.step.id)?.repeats ?? 0, least });
  const items = [...model.items, ...extra, ...drawNames(step, names)];
  return {
    items,
    bounds: boundsOf([...cornersOfBounds(model.bounds), ...reachOf(items, sizeOf(model.bounds))]),
    ...(focus ? { focus } : {}),
  };
}

/** A line is drawn so long at least, as a share of what is shown: where a small picture has no room to enlarge it. */
const LEAST_SEEN = 0.1;
/** Room for a push arrow, as a share of the model's size. */
const PUSH_ROOM = 0.14;

const sizeOf = ({ minX, minY, maxX, maxY }: Bounds): number => Math.max(maxX - minX, maxY - minY);

const cornersOfBounds = ({ minX, minY, maxX, maxY }: Bounds): Point[] => [
  [minX, minY],
  [maxX, maxY],
];

/** What lies outside the model and still belongs to the picture: arrows with their bow. */
const reachOf = (items: readonly DrawItem[], size: number): Point[] =>
  items.flatMap((item): Point[] => {
    if (item.kind === 'arrow') {
      const [dx, dy] = subtract(item.to, item.from);
      const bow = between(item.from, item.to, 0.5);
      const off = (item.bend / 2) * (dx < 0 ? -1 : 1);
      // The hollow arrow of a push stands outside the paper, behind the place it ends at.
      const tail = scale(toUnit([dx, dy]), -PUSH_ROOM * size);
      if (item.style === 'push') return [add(item.from, tail)];
      return [item.from, item.to, [bow[0] - dy * off, bow[1] + dx * off]];
    }
    return [];
  });

function drawNames({ landmarks, move }: ReplayedStep, names: ReadonlyMap<string, StepNames>): DrawItem[] {
  const line = 'line' in move ? move.line : null;
  const brought =
    line?.kind === 'ontoBoth'
      ? [line.from, line.other]
      : line?.kind === 'onto' || line?.kind === 'landing'
        ? [line.from]
        : [];
  const moved = brought.map((ref) => JSON.stringify(ref));
  // Only what the sentence calls by name; a repeat is drawn with the names of the move it stands for.
  const words = new Set(sayMove(move, { get: (id) => names.get(id) }).split(/[^\w]+/));
  const isSaid = (name: string): boolean =>
    [...words].some(
      (w) =>
        w === name.replace('mid ', '') || (/^[A-D]$/.test(name) && /^[A-D]{2}$/.test(w) && w.includes(name)),
    );
  return landmarks.flatMap(({ ref, at }): DrawItem[] => {
    const made = 'step' in ref ? names.get(ref.step) : undefined;
    const name =
      ref.kind === 'named' ? ref.name : ref.kind === 'crease' ? (made?.crease ?? '') : (made?.mark ?? '');
    const look =
      ref.kind === 'crease'
        ? 'label'
        : moved.includes(JSON.stringify(ref))
          ? 'chosen'
          : ref.kind === 'mark'
            ? 'made'
            : 'known';
    return name !== '' && isSaid(name) ? [{ kind: 'landmark', at, name, look }] : [];
  });
}

interface MoveLook {
  /** On how many more places the step is repeated. */
  readonly ticks: number;
  /** Shorter lines are drawn so long, that they can be seen. */
  readonly least: number;
}

function drawMove(
  { move, trace, before }: ReplayedStep,
  bounds: Bounds,
  { ticks, least }: MoveLook,
): DrawItem[] {
  const width = bounds.maxX - bounds.minX;
  const middle: Point = [(bounds.minX + bounds.maxX) / 2, bounds.minY - width * 0.06];
  const notation = specOf(move).draw(move);
  if ('whole' in notation) {
    const reach: Point = [width * 0.16, 0];
    return [
      {
        kind: 'arrow',
        style: notation.whole,
        from: add(middle, scale(reach, -1)),
        to: add(middle, reach),
        bend: notation.bend,
      },
    ];
  }
  if (!trace) return [];
  const { arrow, block, equal } = notation;
  const lines = trace.chords.map((c): DrawItem => ({
    kind: 'line',
    style: notation.line === 'rest' ? 'rest' : (c.sense ?? notation.line),
    ...stretched(c, least),
  }));
  const way = { from: trace.from, to: trace.to };
  const ways = [way, ...(trace.second ? [trace.second] : []), ...(trace.parts ?? [])];
  return [
    ...lines,
    ...(arrow && !(notation.numbered && ways.length > MOST_ARROWS)
      ? ways.map((w) => ({
          kind: 'arrow' as const,
          style: arrow,
          ...w,
          bend: 0.28,
          ...(ticks > 0 ? { ticks } : {}),
        }))
      : []),
    ...(block ? [{ kind: 'arrow' as const, style: block, ...way, bend: 0 }] : []),
    ...(trace.crossing ? [{ kind: 'square' as const, at: trace.crossing, along: trace.line.normal }] : []),
    ...(equal ? equalParts(equal, trace) : []),
    ...(notation.holds ?? []).flatMap((ref): DrawItem[] => holdAt(ref, before)),
    ...(notation.numbered ? numberCreases(trace.chords) : []),
  ];
}

/** More arrows of one collapse cross each other and its creases; the numbers and the stops on its way show it then. */
const MOST_ARROWS = 4;

/** A point that is held, where it is one of the sheet. */
function holdAt(ref: PointRef, state: FlatState): DrawItem[] {
  const found = resolvePoint(ref, { state, points: {}, trails: new Map(), numbers: new Map() });
  return found.ok ? [{ kind: 'hold', at: found.value.model }] : [];
}

/** A line made longer about its middle where it is too short. */
function stretched({ from, to }: Segment, least: number): Segment {
  const long = distance(from, to);
  if (long >= least || long === 0) return { from, to };
  const by = (1 - least / long) / 2;
  return { from: between(from, to, by), to: between(from, to, 1 - by) };
}

/** What a halving mark or the pleats of an accordion make equal. */
function equalParts(
  { along, parts }: { readonly along: 'the way' | 'the creases'; readonly parts: number },
  trace: MoveTrace,
): DrawItem[] {
  if (along === 'the way') return [{ kind: 'equal', from: trace.from, to: trace.to, parts }];
  const [first, second] = trace.chords.map((c) => between(c.from, c.to, 0.5));
  if (!first || !second || parts < 2) return [];
  const across = toUnit(trace.line.normal);
  const gap = Math.abs(dot(subtract(second, first), across));
  const way = Math.sign(dot(subtract(trace.from, first), across));
  return [{ kind: 'equal', from: first, to: add(first, scale(across, way * gap * parts)), parts }];
}
