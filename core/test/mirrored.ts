import { type FlatState, facetOnSheet } from '../src/folded/index.ts';
import {
  type Isometry,
  type Point,
  centroidOf,
  compose,
  distance,
  inverse,
  isInside,
  isSamePlacement,
  isTurned,
  readExact,
} from '../src/geometry/index.ts';
import { type Move, mapMove } from '../src/kinds/index.ts';
import type { LineRef, NamedPoints, PointRef } from '../src/references/index.ts';
import type { Sequence, Step } from '../src/sequence/index.ts';
import { type SheetShape, type SheetSymmetry, landmarksOf, mapPoint } from '../src/sheet/index.ts';

/** A way to look at a sequence: the sheet mapped onto itself, or the whole sequence folded with the other side up. */
export interface Image {
  readonly map: SheetSymmetry;
  readonly behind: boolean;
}

/** The image of a whole sequence, reference by reference; shares no code with the repeats of the product. */
export function imageOf(sequence: Sequence, image: Image): Sequence {
  const points: Record<string, PointRef> = {};
  const mapped = new Mapper(sequence.sheet, image);
  for (const [name, ref] of Object.entries(sequence.points)) points[name] = mapped.point(ref);
  const steps = sequence.steps.map((s): Step => ({ ...s, move: mapped.move(s.move) }));
  const over: Step[] = image.behind
    ? [{ ...sequence.steps[0]!, id: 'image-over', move: { kind: 'turn', over: 'sideways' } }]
    : [];
  return { ...sequence, points: points as NamedPoints, steps: [...over, ...steps] };
}

class Mapper {
  private readonly sheet: SheetShape;
  private readonly image: Image;

  constructor(sheet: SheetShape, image: Image) {
    this.sheet = sheet;
    this.image = image;
  }

  private place(name: string): string {
    const marks = landmarksOf(this.sheet);
    const own = marks.find((l) => l.name === name);
    if (!own) return name;
    const to = mapPoint(this.sheet, this.image.map, own.at);
    return marks.find((l) => distance(l.at, to) < 1e-9)!.name;
  }

  /** What is constructed on the unfolded sheet is the same from either side. */
  private onTheSheet(): Mapper {
    return new Mapper(this.sheet, { map: this.image.map, behind: false });
  }

  point = (ref: PointRef): PointRef => {
    switch (ref.kind) {
      case 'named':
        return { kind: 'named', name: this.place(ref.name) };
      case 'sheet': {
        const [x, y] = ref.at.map((v) => {
          const read = readExact(v);
          if (!read.ok) throw new Error(read.fault);
          return read.value;
        });
        return { kind: 'sheet', at: [...mapPoint(this.sheet, this.image.map, [x!, y!])] };
      }
      case 'along':
      case 'between':
        return { ...ref, from: this.point(ref.from), to: this.point(ref.to) };
      case 'unfolded':
        return { ...ref, of: this.onTheSheet().point(ref.of) };
      case 'meet': {
        const own = ref.frame === 'sheet' ? this.onTheSheet() : this;
        return { ...ref, a: own.line(ref.a), b: own.line(ref.b) };
      }
      case 'mark':
        return ref;
      case 'mirror':
      case 'foot':
        return { ...ref, point: this.point(ref.point), line: this.line(ref.line) };
    }
  };

  line = (ref: LineRef): LineRef => {
    switch (ref.kind) {
      case 'through':
        return { ...ref, a: this.point(ref.a), b: this.point(ref.b) };
      case 'onto':
        return { ...ref, from: this.point(ref.from), to: this.point(ref.to) };
      case 'lineOnto':
        return { ...ref, a: this.line(ref.a), b: this.line(ref.b) };
      case 'bisector':
        return { ...ref, from: this.point(ref.from), at: this.point(ref.at), to: this.point(ref.to) };
      case 'across':
      case 'beside':
        return { ...ref, at: this.point(ref.at), to: this.line(ref.to) };
      case 'turned':
        return {
          ...ref,
          at: this.point(ref.at),
          towards: this.point(ref.towards),
          degrees: this.turn(ref.degrees),
        };
      case 'landing':
        return {
          ...ref,
          from: this.point(ref.from),
          on: this.line(ref.on),
          by:
            ref.by.kind === 'through'
              ? { kind: 'through', at: this.point(ref.by.at) }
              : { kind: 'square', to: this.line(ref.by.to) },
        };
      case 'ontoBoth':
        return {
          ...ref,
          from: this.point(ref.from),
          on: this.line(ref.on),
          other: this.point(ref.other),
          onto: this.line(ref.onto),
          near: this.point(ref.near),
        };
      case 'mirrored':
        return { ...ref, line: this.line(ref.line), in: this.line(ref.in) };
      case 'crease':
        return ref;
    }
  };

  /** An angle as it is seen: the other way round in a mirror, and from the other side. */
  private turn = (degrees: number): number =>
    (this.image.map.kind === 'mirror') === this.image.behind ? degrees : -degrees;

  move(move: Move): Move {
    const { map, behind } = this.image;
    switch (move.kind) {
      case 'turn': {
        const swaps =
          (map.kind === 'turn' && map.degrees !== 180) ||
          (map.kind === 'mirror' && ['A', 'B'].includes(map.in[0]));
        const other = move.over === 'sideways' ? 'lengthways' : 'sideways';
        return swaps ? { ...move, over: other } : move;
      }
      case 'rotate':
        return { ...move, degrees: this.turn(move.degrees) };
      case 'unfold':
        return move;
      case 'repeat':
        return { ...move, map: this.symmetry(move.map) };
      default:
        return mapMove(move, { point: this.point, line: this.line, behind });
    }
  }

  /** A symmetry of the sheet as it is after the map: map, symmetry, map undone. */
  private symmetry(s: SheetSymmetry): Extract<Move, { kind: 'repeat' }>['map'] {
    if (s.kind === 'mirror')
      return { kind: 'mirror', in: [this.place(s.in[0]), this.place(s.in[1])] as [string, string] };
    if (this.image.map.kind === 'turn') return { ...s };
    return { kind: 'turn', degrees: (360 - s.degrees) as 90 | 180 | 270 };
  }
}

/** What differs between a state and the image it should have; empty when nothing does. */
export function differs(state: FlatState, other: FlatState, { map, behind }: Image): string {
  if (state.facets.length !== other.facets.length)
    return `${other.facets.length} facets for ${state.facets.length}`;
  const to = (p: Point): Point => mapPoint(state.sheet, map, p);
  const onSheet = toIsometry(to);
  const partner = state.facets.map((_, f) => {
    const middle = to(centroidOf(facetOnSheet(state, f)));
    return other.facets.findIndex((_g, g) => isInside(facetOnSheet(other, g), middle, 1e-9));
  });
  let motion: Isometry | undefined;
  for (let f = 0; f < partner.length; f++) {
    const g = partner[f]!;
    if (g < 0) return `facet ${f} has no image`;
    const corners = facetOnSheet(state, f).map(to);
    const theirs = facetOnSheet(other, g);
    if (corners.length !== theirs.length || !corners.every((p) => theirs.some((q) => distance(p, q) < 1e-7)))
      return `facet ${f} has another outline`;
    const here = compose(compose(other.facets[g]!.placement, onSheet), inverse(state.facets[f]!.placement));
    motion ??= here;
    if (!isSamePlacement(motion, here)) return `facet ${f} lies elsewhere`;
  }
  // A mirrored model is seen from the same side; one that is turned over has its layers the other way round.
  const sign = isTurned(motion!) === (map.kind === 'mirror') ? 1 : -1;
  if ((sign === -1) !== behind) return 'the model lies with the other side up';
  const n = state.facets.length;
  for (let f = 0; f < n; f++)
    for (let h = 0; h < n; h++)
      if (state.order[f * n + h]! * sign !== other.order[partner[f]! * n + partner[h]!]!)
        return `facets ${f} and ${h} lie in another order`;
  return '';
}

function toIsometry(to: (p: Point) => Point): Isometry {
  const [o, x, y] = [to([0, 0]), to([1, 0]), to([0, 1])];
  return { a: x[0] - o[0], b: y[0] - o[0], c: x[1] - o[1], d: y[1] - o[1], tx: o[0], ty: o[1] };
}
