import { type Outcome, done, failed } from '../outcome/index.ts';
import { type Point, readExact, isSamePoint } from '../geometry/index.ts';
import type { Refusal } from '../folded/index.ts';
import { type SheetShape, type SheetSymmetry, landmarksOf, mapPoint } from '../sheet/index.ts';
import { type Move, mapMove } from '../kinds/index.ts';
import type { LineRef, NamedPoints, PointRef } from '../references/index.ts';
import type { Step } from './schema.ts';

/** Where the references of a repeated step are looked up. */
export interface RepeatContext {
  readonly sheet: SheetShape;
  readonly points: NamedPoints;
  readonly steps: readonly Step[];
  readonly map: SheetSymmetry;
  /** On the other face of the model. */
  readonly behind: boolean;
}

type Found<T> = Outcome<T, Refusal>;

/** What is mapped is read in the model, or inside a construction on the unfolded sheet. */
interface Mapping extends RepeatContext {
  readonly frame: 'sheet' | 'model';
}

/**
 * The move of a step carried along by a symmetry of the sheet: corners become their partners, marks and creases of
 * steps become those of the steps that repeat them, angles turn round in a mirror.
 */
export function repeatMove(move: Move, context: RepeatContext): Found<Move> {
  try {
    return done(carry(move, { ...context, frame: 'model' }));
  } catch (fault) {
    if (fault instanceof CannotRepeat) return failed({ kind: 'asymmetric', text: fault.message });
    throw fault;
  }
}

/** Thrown inside this file only, so that the mapping of a tree of references reads plainly. */
class CannotRepeat extends Error {}

function carry(move: Move, context: Mapping): Move {
  switch (move.kind) {
    case 'unfold':
      return { ...move, step: partnerOf(move.step, context) };
    case 'turn':
    case 'rotate':
    case 'repeat':
      throw new CannotRepeat(
        'Turning, rotating and repeating cannot be repeated themselves; choose a step that folds or creases.',
      );
    default:
      return mapMove(move, {
        point: (p) => mapPointRef(p, context),
        line: (l) => mapLineRef(l, context),
        behind: context.behind,
      });
  }
}

/** The step that repeats another under the same map; the step itself when it is its own image. */
function partnerOf(step: string, context: Mapping): string {
  const key = JSON.stringify(context.map);
  const partner = context.steps.find(
    (s) =>
      s.move.kind === 'repeat' &&
      s.move.of === step &&
      s.move.behind === context.behind &&
      JSON.stringify(s.move.map) === key,
  );
  if (partner) return partner.id;
  const number = context.steps.findIndex((s) => s.id === step) + 1;
  if (number === 0)
    throw new CannotRepeat(
      'The step this one refers to is gone; undo its deletion or choose another landmark.',
    );
  const own = context.steps[number - 1]!;
  if (isOwnImage(own.move, context)) return step;
  throw new CannotRepeat(
    `Step ${number} has not been repeated on this side yet; repeat step ${number} first.`,
  );
}

/** True for a crease or pinch that the map carries onto itself, as a diagonal in a mirror along it. */
function isOwnImage(move: Move, context: Mapping): boolean {
  if (move.kind !== 'crease' && move.kind !== 'pinch') return false;
  const ends =
    move.kind === 'pinch' ? move.on : move.line.kind === 'through' ? [move.line.a, move.line.b] : undefined;
  if (!ends) return false;
  const [p, q] = ends.map((e) => JSON.stringify(e));
  const images = ends.map((e) => JSON.stringify(mapPointRef(e, context)));
  return images.includes(p!) && images.includes(q!);
}

/** Seen from one face a mirrored angle turns the other way round, and so does one on the other face of the model. */
const turnsRound = ({ map, behind, frame }: Mapping): boolean =>
  (map.kind === 'mirror') !== (behind && frame === 'model');

/** What is constructed on the unfolded sheet is the same seen from either face of the model. */
const onTheSheet = (context: Mapping): Mapping => ({ ...context, frame: 'sheet' });

function mapPointRef(ref: PointRef, context: Mapping): PointRef {
  switch (ref.kind) {
    case 'named': {
      const landmarks = landmarksOf(context.sheet);
      const own = landmarks.find((l) => l.name === ref.name);
      if (own) {
        const to = mapPoint(context.sheet, context.map, own.at);
        const image = landmarks.find((l) => isSamePoint(l.at, to));
        return image ? { kind: 'named', name: image.name } : { kind: 'sheet', at: [...to] };
      }
      const given = context.points[ref.name];
      if (!given)
        throw new CannotRepeat(`The point "${ref.name}" is gone from this plan; choose another landmark.`);
      const mapped = mapPointRef(given, context);
      return nameOf(mapped, context) ?? mapped;
    }
    case 'sheet': {
      const place = readPlace(ref);
      if (!place) throw new CannotRepeat('A point of the step has no value; write its coordinates again.');
      return { kind: 'sheet', at: [...mapPoint(context.sheet, context.map, place)] };
    }
    case 'unfolded':
      return { ...ref, of: mapPointRef(ref.of, onTheSheet(context)) };
    case 'along':
    case 'between':
      return { ...ref, from: mapPointRef(ref.from, context), to: mapPointRef(ref.to, context) };
    case 'meet': {
      const own = ref.frame === 'sheet' ? onTheSheet(context) : context;
      return { ...ref, a: mapLineRef(ref.a, own), b: mapLineRef(ref.b, own) };
    }
    case 'mark':
      return { ...ref, step: partnerOf(ref.step, context) };
    case 'mirror':
    case 'foot':
      return { ...ref, point: mapPointRef(ref.point, context), line: mapLineRef(ref.line, context) };
  }
}

/** The folder's own name for a point of the sheet, where one lies there. */
function nameOf(ref: PointRef, context: Mapping): PointRef | undefined {
  const to = ref.kind === 'sheet' ? readPlace(ref) : undefined;
  const found =
    to &&
    Object.entries(context.points).find(([, own]) => {
      const p = own.kind === 'sheet' ? readPlace(own) : undefined;
      return p && isSamePoint(p, to);
    });
  return found && { kind: 'named', name: found[0] };
}

function readPlace({ at }: Extract<PointRef, { kind: 'sheet' }>): Point | undefined {
  const [x, y] = [readExact(at[0]), readExact(at[1])];
  return x.ok && y.ok ? [x.value, y.value] : undefined;
}

function mapLineRef(ref: LineRef, context: Mapping): LineRef {
  const point = (p: PointRef): PointRef => mapPointRef(p, context);
  switch (ref.kind) {
    case 'through':
      return { ...ref, a: point(ref.a), b: point(ref.b) };
    case 'onto':
      return { ...ref, from: point(ref.from), to: point(ref.to) };
    case 'lineOnto':
      return { ...ref, a: mapLineRef(ref.a, context), b: mapLineRef(ref.b, context) };
    case 'bisector':
      return { ...ref, from: point(ref.from), at: point(ref.at), to: point(ref.to) };
    case 'across':
    case 'beside':
      return { ...ref, at: point(ref.at), to: mapLineRef(ref.to, context) };
    case 'turned':
      return {
        ...ref,
        at: point(ref.at),
        towards: point(ref.towards),
        degrees: turnsRound(context) ? -ref.degrees : ref.degrees,
      };
    case 'landing':
      return {
        ...ref,
        from: point(ref.from),
        on: mapLineRef(ref.on, context),
        by:
          ref.by.kind === 'through'
            ? { kind: 'through', at: point(ref.by.at) }
            : { kind: 'square', to: mapLineRef(ref.by.to, context) },
      };
    case 'ontoBoth':
      return {
        ...ref,
        from: point(ref.from),
        on: mapLineRef(ref.on, context),
        other: point(ref.other),
        onto: mapLineRef(ref.onto, context),
        near: point(ref.near),
      };
    case 'mirrored':
      return { ...ref, line: mapLineRef(ref.line, context), in: mapLineRef(ref.in, context) };
    case 'crease':
      return { ...ref, step: partnerOf(ref.step, context) };
  }
}
