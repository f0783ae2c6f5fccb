import {
  type Isometry,
  type Motion,
  type Point,
  atRest,
  chain,
  compose,
  identity,
  inverse,
  motionBack,
} from '../geometry/index.ts';
import { type Form, Plates, piecesUnder } from '../shaping/index.ts';
import type { PieceId } from '../plan/index.ts';
import type { ReadFit } from './fit.ts';
import { type FoldedPiece, formOf } from './piece.ts';

/** A piece at its place in the whole. */
export interface PlacedPiece {
  readonly piece: FoldedPiece;
  /** Its form with its layers spread for what lies between them, and lifted as it lies over or under the first piece. */
  readonly form: Form;
  /** From its flat model to the first piece's, in mm. */
  readonly flat: Isometry;
  /** From its own figure in space to the whole, in mm. */
  readonly motion: Motion;
  /** Turns of the paper that carry it before its own: those of the piece it hangs on, and its own taken back. */
  readonly carriedBy: readonly Carry[];
}

/** A turn of a piece's form, made or taken back. */
interface Carry {
  readonly piece: PieceId;
  readonly hinge: number;
  readonly sign: 1 | -1;
}

/** So far inside an edge the paper is looked at, in sheet sides. */
const INSIDE = 1e-4;

/**
 * Puts the pieces together from the first on, fit by fit in their order. A piece lies on the plate of the other's paper that
 * the middle of the fit is on, whatever turns that has made; a fit between two pieces that both have their place already
 * moves neither.
 */
export function placePieces(
  pieces: readonly FoldedPiece[],
  fits: readonly ReadFit[],
): Map<PieceId, PlacedPiece> {
  const first = pieces[0]!;
  const placed = new Map<PieceId, PlacedPiece>([
    [null, { piece: first, form: formOf(first), flat: identity, motion: atRest, carriedBy: [] }],
  ]);
  const waiting = [...fits];
  for (;;) {
    const at = waiting.findIndex((f) => placed.has(f.tab.id) !== placed.has(f.mouth.id));
    if (at < 0) return placed;
    const [fit] = waiting.splice(at, 1) as [ReadFit];
    const isTabThere = placed.has(fit.tab.id);
    const there = placed.get(isTabThere ? fit.tab.id : fit.mouth.id)!;
    const coming = isTabThere ? fit.mouth : fit.tab;
    const [ownPlate, otherPlate] = platesOf(fit, isTabThere);
    const flat = compose(there.flat, isTabThere ? inverse(fit.placed) : fit.placed);
    const { spread, liftMm } = layersOf(fit);
    // Layers of the pocket part for what is slid in, whichever of the two is there first.
    const mouthForm = (form: Form): Form => withLevels(form, spread);
    if (isTabThere) {
      const own = withLift(mouthForm(formOf(coming)), -liftMm / coming.material.caliperMm);
      placed.set(coming.id, join(own, coming, there, flat, ownPlate, otherPlate));
    } else {
      placed.set(there.piece.id, { ...there, form: mouthForm(there.form) });
      const own = withLift(formOf(coming), liftMm / coming.material.caliperMm);
      placed.set(coming.id, join(own, coming, placed.get(there.piece.id)!, flat, ownPlate, otherPlate));
    }
  }
}

function join(
  form: Form,
  piece: FoldedPiece,
  there: PlacedPiece,
  flat: Isometry,
  own: readonly number[],
  other: readonly number[],
): PlacedPiece {
  const carriedBy: Carry[] = [
    ...there.carriedBy,
    ...other.map((hinge): Carry => ({ piece: there.piece.id, hinge, sign: 1 })),
    ...[...own].reverse().map((hinge): Carry => ({ piece: piece.id, hinge, sign: -1 })),
  ];
  // there . its plate . from flat to flat . own plate taken back
  const between = compose(inverse(there.flat), flat);
  const motion = [
    there.motion,
    inMm(new Plates(there.form).of(other), there.piece.posed.sideMm),
    inSpace(between),
    motionBack(inMm(new Plates(form).of(own), piece.posed.sideMm)),
  ].reduceRight((later, earlier) => chain(earlier, later));
  return { piece, form, flat, motion, carriedBy };
}

/** The plates of both pieces under the middle of the fit: of the piece that comes, and of the one that is there. */
function platesOf(fit: ReadFit, isTabThere: boolean): [readonly number[], readonly number[]] {
  const tab = plateAt(fit.tab, fit.tabMiddle, fit.inward);
  const mouth = plateAt(fit.mouth, fit.mouthMiddle, fit.mouthInward, fit.pocket?.front);
  return isTabThere ? [mouth, tab] : [tab, mouth];
}

function plateAt(
  piece: FoldedPiece,
  at: Point,
  inward: Point,
  facets?: readonly number[],
): readonly number[] {
  const side = piece.posed.sideMm;
  const inside: Point = [at[0] / side + inward[0] * INSIDE, at[1] / side + inward[1] * INSIDE];
  const form = formOf(piece);
  const under = piecesUnder(form, inside);
  const own = under.find((i) => facets?.includes(form.pieces[i]!.facet)) ?? under[0];
  return own === undefined ? [] : form.pieces[own]!.plate;
}

const inMm = ({ rows, shift }: Motion, sideMm: number): Motion => ({
  rows,
  shift: [shift[0] * sideMm, shift[1] * sideMm, shift[2] * sideMm],
});

const inSpace = ({ a, b, c, d, tx, ty }: Isometry): Motion => ({
  rows: [
    [a, b, 0],
    [c, d, 0],
    [0, 0, 1],
  ],
  shift: [tx, ty, 0],
});

/** How the mouth's layers part, in its own layers by facet, and how far the tab lies over the mouth's middle, in mm. */
function layersOf({ tab, mouth, pocket, reading, fit }: ReadFit): {
  spread: ReadonlyMap<number, number>;
  liftMm: number;
} {
  const { levels } = formOf(mouth);
  const cal = mouth.material.caliperMm;
  if (!pocket) {
    const [over, under] = [levels, formOf(tab).levels.map((l) => -l)].map((l) => Math.max(0, ...l) + 0.5);
    const gap = over! * cal + under! * tab.material.caliperMm;
    return { spread: new Map(), liftMm: fit.side === 'in front' ? gap : -gap };
  }
  // Between the lowest layer in front of it and the highest behind; where those cross, in the middle.
  const only = (own: readonly number[], others: readonly number[]): number[] =>
    own.filter((f) => !others.includes(f));
  const [front, behind] = [only(pocket.front, pocket.behind), only(pocket.behind, pocket.front)];
  const low = Math.min(...front.map((f) => levels[f]!));
  const high = Math.max(...behind.map((f) => levels[f]!));
  const half = reading.thicknessMm / 2 / cal;
  return {
    spread: new Map([...front.map((f) => [f, half] as const), ...behind.map((f) => [f, -half] as const)]),
    liftMm: Number.isFinite(low + high) ? ((low + high) / 2) * cal : 0,
  };
}

const withLevels = (form: Form, spread: ReadonlyMap<number, number>): Form =>
  spread.size === 0 ? form : { ...form, levels: form.levels.map((l, f) => l + (spread.get(f) ?? 0)) };

const withLift = (form: Form, layers: number): Form =>
  layers === 0 ? form : { ...form, levels: form.levels.map((l) => l + layers) };
