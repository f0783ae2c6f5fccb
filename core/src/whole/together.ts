import { type Point, type Spot, apartIn, apply, distance, moveBy, times } from '../geometry/index.ts';
import { type Form, type Hinge, type Piece as Plate, Plates, piecesUnder } from '../shaping/index.ts';
import type { PieceId } from '../plan/index.ts';
import type { ReadFit } from './fit.ts';
import { formOf } from './piece.ts';
import type { PlacedPiece } from './placing.ts';

/** Turns of two pieces about lines so near to each other (mm), by angles so alike, are one: paper on paper. */
const SAME = { mm: 1.5, radians: 0.03 };

/** One form of all pieces, to be drawn: lengths in sides of the first sheet, layers in its thicknesses. */
export interface Together {
  readonly form: Form;
  /** Of which piece each of the form's pieces is. */
  readonly of: readonly PieceId[];
}

/**
 * Puts the forms of placed pieces into one. A piece's turns are carried to where it lies; where it is bent about the same line
 * as the paper it lies on, both are one plate, so that its layers keep their order there.
 */
export function joinForms(placed: readonly PlacedPiece[]): Together {
  const first = placed[0]!;
  const side = first.piece.posed.sideMm;
  const hinges: Hinge[] = [];
  const levels: number[] = [];
  const pieces: Plate[] = [];
  const of: PieceId[] = [];
  const numberOf = new Map<string, number>();
  for (const { piece, form, flat, carriedBy } of placed) {
    const k = piece.posed.sideMm / side;
    const place = (p: Point): Point => {
      const at = apply(flat, [p[0] * piece.posed.sideMm, p[1] * piece.posed.sideMm]);
      return [at[0] / side, at[1] / side];
    };
    const own = form.hinges.map((h): Hinge => ({
      ...h,
      from: place(h.from),
      to: place(h.to),
      step: piece.id === null ? h.step : `${piece.id}/${h.step}`,
    }));
    const add = (h: Hinge): number => {
      const same = hinges.findIndex((g) => isSame(g, h, side));
      return same >= 0 ? same : hinges.push(h) - 1;
    };
    const numbers = own.map((h, i) => {
      const n = add(h);
      numberOf.set(`${piece.id} ${i}`, n);
      return n;
    });
    const prefix = carriedBy.map((c): number => {
      if (c.sign === 1) return numberOf.get(`${c.piece} ${c.hinge}`)!;
      const h = own[c.hinge]!;
      return add({ ...h, radians: -h.radians });
    });
    const base = levels.length;
    const layer = piece.material.caliperMm / first.piece.material.caliperMm;
    levels.push(...form.levels.map((l) => l * layer));
    for (const p of form.pieces) {
      pieces.push({
        facet: base + p.facet,
        // Areas on the sheet weigh what is nearer in a picture: they count in the first sheet's sides.
        sheet: p.sheet.map(([x, y]) => [x * k, y * k]),
        model: p.model.map(place),
        plate: simplified([...prefix, ...p.plate.map((h) => numbers[h]!)], hinges),
      });
      of.push(piece.id);
    }
  }
  return { form: { state: first.form.state, levels, hinges, pieces, exact: true }, of };
}

/** Whether two turns are one: the same line, the same way round, as far. */
function isSame(a: Hinge, b: Hinge, sideMm: number): boolean {
  if (Math.abs(Math.abs(a.radians) - Math.abs(b.radians)) > SAME.radians) return false;
  const along: Point = [a.to[0] - a.from[0], a.to[1] - a.from[1]];
  const size = Math.hypot(...along);
  const off = (p: Point): number =>
    (Math.abs(along[0] * (p[1] - a.from[1]) - along[1] * (p[0] - a.from[0])) / size) * sideMm;
  if (off(b.from) > SAME.mm || off(b.to) > SAME.mm) return false;
  const runs = along[0] * (b.to[0] - b.from[0]) + along[1] * (b.to[1] - b.from[1]);
  return runs * a.radians * b.radians > 0;
}

/** A turn and the same one taken back, one after the other, are none. */
function simplified(plate: readonly number[], hinges: readonly Hinge[]): number[] {
  const out: number[] = [];
  for (const h of plate) {
    const last = out.at(-1);
    const [a, b] = [last === undefined ? undefined : hinges[last]!, hinges[h]!];
    if (
      a &&
      distance(a.from, b.from) < 1e-9 &&
      distance(a.to, b.to) < 1e-9 &&
      Math.abs(a.radians + b.radians) < 1e-9
    )
      out.pop();
    else out.push(h);
  }
  return out;
}

/** Looked at so many places along the edge, and so many depths. */
const LOOKS = { along: 9, deep: 3 };

/**
 * How far apart, in mm, the paper of the tab and of the mouth come to lie in space where they lie on each other flat: 0 where both
 * are bent alike, more where one is bent and the other is not. The middle of the fit lies together in any case.
 */
export function partInSpace(fit: ReadFit, placed: ReadonlyMap<PieceId, PlacedPiece>): number {
  const [tab, mouth] = [placed.get(fit.tab.id), placed.get(fit.mouth.id)];
  if (!tab || !mouth) return 0;
  const toMouth = (p: Point): Point => apply(fit.placed, p);
  const half = fit.reading.tabMm / 2;
  const inward = fit.inward;
  const across: Point = [-inward[1], inward[0]];
  let most = 0;
  for (let i = 0; i < LOOKS.along; i++)
    for (let k = 0; k < LOOKS.deep; k++) {
      const x = half * 0.98 * ((2 * i) / (LOOKS.along - 1) - 1);
      const y = Math.max(0.05, (fit.fit.depthMm * (k + 0.5)) / LOOKS.deep);
      const own: Point = [
        fit.tabMiddle[0] + across[0] * x + inward[0] * y,
        fit.tabMiddle[1] + across[1] * x + inward[1] * y,
      ];
      const [a, b] = [inSpaceAt(tab, own), inSpaceAt(mouth, toMouth(own))];
      if (a && b) most = Math.max(most, apartIn(a, b));
    }
  return most;
}

/** Where paper of a placed piece that lies at a place of its flat model (mm) is in the whole; the middle one of its layers. */
function inSpaceAt({ piece, motion }: PlacedPiece, [x, y]: Point): Spot | undefined {
  const side = piece.posed.sideMm;
  const form = formOf(piece);
  const under = [...piecesUnder(form, [x / side, y / side])].sort(
    (a, b) => Math.abs(form.levels[form.pieces[a]!.facet]!) - Math.abs(form.levels[form.pieces[b]!.facet]!),
  );
  if (under[0] === undefined) return undefined;
  const own = new Plates(form).of(form.pieces[under[0]]!.plate);
  return moveBy(motion, times(moveBy(own, [x / side, y / side, 0]), side));
}
