import type { FurtherPiece, Piece, Plan } from './schema.ts';
import { pieceKeys } from './schema.ts';

/** A piece of a plan: its id, null for the plan's own first one. */
export type PieceId = string | null;

/** A piece by name, for lists. */
export interface NamedPiece {
  readonly id: PieceId;
  readonly name: string;
}

/** What the first piece is called where there are more. */
const firstPieceName = ({ brief, name }: Pick<Plan, 'brief' | 'name'>): string => brief.subject || name;

/** All pieces of a plan, the plan's own first. */
export const listPieces = (plan: Plan): readonly NamedPiece[] => [
  { id: null, name: firstPieceName(plan) },
  ...plan.pieces.map(({ id, name }) => ({ id, name })),
];

/** Always the same, so that what is known of a piece is known by it. */
const NO_LIMBS: Plan['limbs'] = [];

const views = new WeakMap<Plan, Map<string, Plan>>();

/**
 * The plan as if a piece were its only one: whatever reads a plan reads it. Sizes, colours and limbs are wished of the whole
 * model, and are not asked of a further piece by itself. The plan's own piece is the plan. The same plan gives the same view.
 */
export function planOfPiece(plan: Plan, id: PieceId): Plan {
  const piece = plan.pieces.find((p) => p.id === id);
  if (!piece) return plan;
  const known = views.get(plan) ?? new Map<string, Plan>();
  views.set(plan, known);
  const had = known.get(piece.id);
  if (had) return had;
  const { brief, finish } = plan;
  const view: Plan = {
    ...plan,
    ...ownOf(piece),
    brief: {
      ...brief,
      target: { ...brief.target, mm: null, toMm: null },
      other: null,
      depth: null,
      places: [],
      sides: [],
    },
    limbs: NO_LIMBS,
    figure: null,
    pieces: [],
    fits: [],
    finish: { ...finish, feet: null, spine: null, openedDegrees: null, actions: [], locks: [] },
  };
  known.set(piece.id, view);
  return view;
}

/** What a piece decides itself. */
const ownOf = (piece: Piece): Piece =>
  Object.fromEntries(pieceKeys.map((key) => [key, piece[key]])) as unknown as Piece;

/**
 * The plan with a piece as its view was changed to: the piece's own parts go to the piece, and a part of the whole that was
 * changed in the view (water, tools, house rules, name) goes to the plan.
 */
export function withPiece(plan: Plan, id: PieceId, changed: Plan): Plan {
  const piece = plan.pieces.find((p) => p.id === id);
  if (!piece) return changed;
  const view = planOfPiece(plan, id);
  if (view === changed) return plan;
  return {
    ...plan,
    ...changedIn(view, changed, ['name', 'cast', 'tags', 'origin']),
    brief: { ...plan.brief, ...changedIn(view.brief, changed.brief, keysOf(plan.brief)) },
    finish: { ...plan.finish, ...changedIn(view.finish, changed.finish, keysOf(plan.finish)) },
    pieces: plan.pieces.map((p): FurtherPiece => (p.id === id ? { ...p, ...ownOf(changed) } : p)),
  };
}

const keysOf = <T extends object>(value: T): readonly (keyof T)[] => Object.keys(value) as (keyof T)[];

const changedIn = <T extends object>(before: T, after: T, keys: readonly (keyof T)[]): Partial<T> =>
  Object.fromEntries(keys.flatMap((k) => (before[k] === after[k] ? [] : [[k, after[k]]]))) as Partial<T>;

/** The other half of the square a piece is cut from; undefined where it is none. */
export function otherHalf(plan: Plan, id: PieceId): NamedPiece | undefined {
  const square = planOfPiece(plan, id).sheet.halfOf;
  if (square === null) return undefined;
  return listPieces(plan).find((p) => p.id !== id && planOfPiece(plan, p.id).sheet.halfOf === square);
}

/** How a further piece begins. */
export type PieceBeginning =
  | { readonly kind: 'own sheet' }
  /** The other half of the first piece's square: that becomes a half square too, and begins anew where it was none. */
  | { readonly kind: 'other half'; readonly square: string }
  /** The same steps, up to one, on a sheet of the same kind. */
  | { readonly kind: 'alike'; readonly piece: PieceId; readonly steps: number };

/** A plan with one more piece; its paper is that of the first. */
export function addPiece(plan: Plan, id: string, name: string, how: PieceBeginning): Plan {
  const bare = {
    baseId: null,
    ownBase: null,
    marks: [],
    points: {},
    steps: [],
    repeats: [],
    alternatives: [],
    zones: [],
    sizeStep: null,
    shaping: [],
  };
  if (how.kind === 'alike') {
    const of = planOfPiece(plan, how.piece);
    const piece: FurtherPiece = {
      ...bare,
      id,
      name,
      alike: { piece: how.piece, steps: how.steps },
      sheet: { ...of.sheet, halfOf: null },
      paper: of.paper,
      points: of.points,
      steps: of.steps.slice(0, how.steps),
    };
    return { ...plan, pieces: [...plan.pieces, piece] };
  }
  if (how.kind === 'own sheet') {
    const sheet = { ...plan.sheet, shape: { kind: 'square' as const }, sideMm: null, halfOf: null };
    return {
      ...plan,
      pieces: [...plan.pieces, { ...bare, id, name, alike: null, sheet, paper: plan.paper }],
    };
  }
  const sheet = { ...plan.sheet, shape: { kind: 'triangle' as const }, halfOf: how.square };
  return {
    ...plan,
    sheet,
    pieces: [...plan.pieces, { ...bare, id, name, alike: null, sheet, paper: plan.paper }],
  };
}

/** A plan without a piece: fits that name it go with it, and what was alike to it stands by itself. */
export function removePiece(plan: Plan, id: string): Plan {
  const half = otherHalf(plan, id);
  const alone = half ? clearHalf(plan, half.id) : plan;
  return {
    ...alone,
    fits: alone.fits.filter((f) => f.tab.piece !== id && f.mouth.piece !== id),
    pieces: alone.pieces
      .filter((p) => p.id !== id)
      .map((p) => (p.alike?.piece === id ? { ...p, alike: null } : p)),
  };
}

/** A plan with a further piece taken up one place earlier or later; the first piece stays first. */
export function movePiece(plan: Plan, id: string, by: -1 | 1): Plan {
  const at = plan.pieces.findIndex((p) => p.id === id);
  const to = at + by;
  if (at < 0 || to < 0 || to >= plan.pieces.length) return plan;
  const pieces = [...plan.pieces];
  pieces.splice(to, 0, ...pieces.splice(at, 1));
  return { ...plan, pieces };
}

function clearHalf(plan: Plan, id: PieceId): Plan {
  const view = planOfPiece(plan, id);
  return withPiece(plan, id, { ...view, sheet: { ...view.sheet, halfOf: null } });
}

/**
 * What pieces have in common follows an edit: both halves of a square keep one side, trim and paper, and steps that are alike
 * stay so. A changed step of a piece that takes it from another is where they part.
 */
export function settlePieces(before: Plan, after: Plan): Plan {
  if (after.pieces.length === 0) return after;
  return settleAlike(before, settleHalves(before, after));
}

function settleHalves(before: Plan, after: Plan): Plan {
  let plan = after;
  for (const { id } of listPieces(after)) {
    const [old, own] = [planOfPiece(before, id), planOfPiece(plan, id)];
    const other = otherHalf(plan, id);
    if (!other || own.sheet.halfOf === null) continue;
    if (own.sheet.shape.kind !== 'triangle') {
      // Another shape is no half of a square any more.
      plan = clearHalf(clearHalf(plan, id), other.id);
      continue;
    }
    if (old.sheet === own.sheet && old.paper === own.paper) continue;
    const view = planOfPiece(plan, other.id);
    const { sideMm, trimMm, keepGrain } = own.sheet;
    const same = view.sheet.sideMm === sideMm && view.sheet.trimMm === trimMm && view.paper === own.paper;
    if (!same)
      plan = withPiece(plan, other.id, {
        ...view,
        sheet: { ...view.sheet, sideMm, trimMm, keepGrain },
        paper: own.paper,
      });
  }
  return plan;
}

function settleAlike(before: Plan, after: Plan): Plan {
  const pieces = after.pieces.map((piece): FurtherPiece => {
    const { alike } = piece;
    if (!alike) return piece;
    const [oldSource, source] = [before, after].map((p) => planOfPiece(p, alike.piece)) as [Plan, Plan];
    const old = before.pieces.find((p) => p.id === piece.id);
    if (old && old.steps !== piece.steps) {
      const common = commonSteps(piece.steps, source.steps, alike.steps);
      return { ...piece, alike: common === 0 ? null : { ...alike, steps: common } };
    }
    if (oldSource.steps === source.steps && oldSource.points === source.points) return piece;
    const last = oldSource.steps[alike.steps - 1]?.id;
    const at = source.steps.findIndex((s) => s.id === last) + 1;
    const steps = at > 0 ? at : Math.min(alike.steps, source.steps.length);
    return {
      ...piece,
      alike: steps === 0 ? null : { ...alike, steps },
      points: { ...piece.points, ...source.points },
      steps: [...source.steps.slice(0, steps), ...piece.steps.slice(alike.steps)],
    };
  });
  return pieces.every((p, i) => p === after.pieces[i]) ? after : { ...after, pieces };
}

function commonSteps(own: Plan['steps'], source: Plan['steps'], most: number): number {
  let n = 0;
  while (n < most && own[n] !== undefined && JSON.stringify(own[n]) === JSON.stringify(source[n])) n++;
  return n;
}
