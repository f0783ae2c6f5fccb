import { type Drawing, drawForm } from '../drawing/index.ts';
import {
  type Spot,
  inner,
  minus,
  moveBy,
  outer,
  plus,
  rotationOnto,
  times,
  turnWith,
  unitOf,
} from '../geometry/index.ts';
import type { PieceId, Plan, Rules } from '../plan/index.ts';
import type { ReadingsInput } from '../readings/index.ts';
import {
  type Form,
  type Pose,
  type Stance,
  type Surface,
  SURE_MM,
  bodyOf,
  reachAlong,
  replayShaping,
  sayDirection,
  standingOf,
  toSurface,
  uprightOf,
} from '../shaping/index.ts';
import { type FitFault, type FitReading, type ReadFit, readFit } from './fit.ts';
import { type FoldedPiece, foldPieces, scalePieces } from './piece.ts';
import { type PlacedPiece, placePieces } from './placing.ts';
import { joinForms, partInSpace } from './together.ts';

/** A model of several pieces, put together; lengths in mm. */
export interface Whole extends WholePose {
  readonly pieces: readonly {
    readonly id: PieceId;
    readonly name: string;
    readonly sideMm: number;
    readonly isSideGuessed: boolean;
    readonly steps: number;
    readonly isPlaced: boolean;
  }[];
  readonly fits: readonly (FitReading & {
    /** In space the two come apart by so much at most. */
    readonly apartMm: number;
  })[];
  readonly faults: readonly FitFault[];
  /** Missing where a paper's weight is not known. */
  readonly weightG?: number;
  readonly surface: Surface;
  /** Colours of the first triangle on, piece by piece, as the surface lists them. */
  readonly papers: readonly { readonly from: number; readonly front: string; readonly back: string }[];
  /** As the audience sees it. In sides of the first sheet. */
  readonly drawing: Drawing;
  readonly sideMm: number;
  /** What the house rules say of more than one piece, glue, and cuts; empty where they allow it. */
  readonly rules: string;
}

/** Where the audience sits: in front, a little to the right. */
const AUDIENCE = [0.32, 0, 1] as const;
/** In space layers are drawn so much thinner, for the same reason. */
const DRAWN_THIN = 0.25;
/** Layers are drawn so far apart, in sheet sides: hardly, or a pocket that gapes for what is in it would show through at a bend. */
const LAYER = 0.00002;

/** A model put together: its pieces where they are, its body, and how it rests. */
interface Stood {
  readonly pieces: readonly FoldedPiece[];
  readonly fits: readonly ReadFit[];
  readonly faults: readonly FitFault[];
  readonly placed: Map<PieceId, PlacedPiece>;
  readonly centre: Spot;
  readonly weightG?: number;
  readonly stance: Stance;
  readonly up: Spot;
  readonly pose: WholePose;
}

function coloursOf(placed: Stood['placed'], id: PieceId): { front: string; back: string } {
  const { front, back } = placed.get(id)!.piece.plan.paper;
  return { front: front.hex, back: back.hex };
}

/** What a whole measures, and whether it stands; as a figure of one piece says it. */
export type WholePose = Pick<
  Pose,
  'heightMm' | 'lengthMm' | 'depthMm' | 'stands' | 'marginMm' | 'tipDegrees' | 'falls'
>;

function stand(plan: Plan, firstSideMm: number | undefined, isQuick: boolean): Stood {
  const pieces = foldPieces(plan, firstSideMm);
  const read = plan.fits.map((f) => readFit(f, pieces, isQuick));
  const fits = read.filter((f): f is ReadFit => 'reading' in f);
  const placed = placePieces(pieces, fits);
  const there = [...placed.values()];
  const upright = uprightOf[plan.finish.posture];
  const body = bodyOfAll(there.map((p) => ({ placed: p, form: p.form })));
  const stance = standingOf(body, upright);
  const least = leastMargin(there, stance, upright);
  const up = stance.pose?.up ?? upright;
  const along = unitOf(minus([1, 0, 0], times(up, inner([1, 0, 0], up))));
  return {
    pieces,
    fits,
    faults: read.filter((f): f is FitFault => !('reading' in f)),
    placed,
    centre: body.centre,
    ...(body.weightG === undefined ? {} : { weightG: body.weightG }),
    stance,
    up,
    pose: {
      heightMm: reachAlong(body.points, up),
      lengthMm: reachAlong(body.points, along),
      depthMm: reachAlong(body.points, outer(along, up)),
      stands: stance.pose === undefined ? false : least >= SURE_MM ? true : 'unsure',
      marginMm: stance.pose?.marginMm ?? -Math.abs((stance.poses[0] ?? stance.settled).marginMm),
      tipDegrees: stance.pose?.tipDegrees ?? 0,
      falls: sayDirection(stance.pose ? stance.pose.tips : stance.towards),
    },
  };
}

/** Whether a plan is of pieces that are put together. */
export const isWhole = (plan: Plan): boolean => plan.pieces.length > 0 && plan.fits.length > 0;

/** What the whole measures where its first sheet has a side, in mm: the others, and how deep they go, grow with it. */
export function poseWhole(plan: Plan, firstSideMm: number): WholePose {
  const own = plan.sheet.sideMm;
  const scaled = own === null || own === firstSideMm ? plan : scalePieces(plan, firstSideMm / own);
  return stand(scaled, firstSideMm, true).pose;
}

/** The readings of a plan of several pieces measure the whole. */
export const withWhole = (input: ReadingsInput): ReadingsInput =>
  isWhole(input.plan) ? { ...input, whole: (sideMm) => poseWhole(input.plan, sideMm) } : input;

/**
 * Puts a plan's pieces together and reads the whole as one figure is read: sizes, weight, standing over what its papers may
 * spring back, its picture. Pieces that no fit places are left aside and told. Undefined for a plan of one piece.
 */
export function readWhole(plan: Plan, firstSideMm?: number): Whole | undefined {
  if (plan.pieces.length === 0) return undefined;
  const { pieces, fits, faults, placed, centre, weightG, stance, up, pose } = stand(plan, firstSideMm, false);
  const there = [...placed.values()];
  const { form, of } = joinForms(there);
  const first = there[0]!.piece;
  const eye =
    plan.finish.posture === 'stands' ? { up, towards: AUDIENCE } : { up: [0, 1, 0] as const, towards: up };
  const thin = { ...first.material, caliperMm: first.material.caliperMm * DRAWN_THIN };
  const surface = toSurface(form, thin, { up, centre, rest: stance.pose ?? stance.settled });
  return {
    ...pose,
    pieces: pieces.map((p) => ({
      id: p.id,
      name: p.name,
      sideMm: p.posed.sideMm,
      isSideGuessed: p.isSideGuessed,
      steps: p.plan.steps.length,
      isPlaced: placed.has(p.id),
    })),
    fits: fits.map((f) => ({ ...f.reading, apartMm: partInSpace(f, placed) })),
    faults,
    ...(weightG === undefined ? {} : { weightG }),
    surface,
    papers: there.map(({ piece }) => ({
      from: surface.pieces.findIndex((p) => of[p] === piece.id),
      ...coloursOf(placed, piece.id),
    })),
    drawing: inColours(drawForm(form, eye, LAYER), form, (n) => coloursOf(placed, of[n]!)),
    sideMm: first.posed.sideMm,
    rules: sayPieces(plan.brief.rules, plan),
  };
}

interface Shown {
  readonly placed: PlacedPiece;
  readonly form: Form;
}

/** All paper where it is in the whole, and its middle by weight; by area where a paper's weight is not known. */
function bodyOfAll(shown: readonly Shown[]): { points: Spot[]; centre: Spot; weightG?: number } {
  const bodies = shown.map(({ placed: { piece, motion }, form }) => {
    const body = bodyOf(form, piece.material);
    const area = form.pieces.reduce((sum, p) => sum + areaOnSheet(p.sheet), 0) * piece.posed.sideMm ** 2;
    return {
      points: body.points.map((p) => moveBy(motion, p)),
      centre: moveBy(motion, body.centre),
      weightG: body.weightG,
      area,
    };
  });
  const isWeighed = bodies.every((b) => b.weightG !== undefined);
  const shares = bodies.map((b) => (isWeighed ? b.weightG! : b.area));
  const total = shares.reduce((a, b) => a + b, 0);
  return {
    points: bodies.flatMap((b) => b.points),
    centre: bodies.reduce<Spot>((sum, b, i) => plus(sum, times(b.centre, shares[i]! / total)), [0, 0, 0]),
    ...(isWeighed ? { weightG: total } : {}),
  };
}

function areaOnSheet(corners: readonly (readonly [number, number])[]): number {
  let twice = 0;
  corners.forEach(([x, y], i) => {
    const [u, v] = corners[(i + 1) % corners.length]!;
    twice += x * v - u * y;
  });
  return Math.abs(twice) / 2;
}

/** The least margin in its pose, with every bend of every piece as little and as much sprung back as may be. */
function leastMargin(there: readonly PlacedPiece[], stance: Stance, upright: Spot): number {
  if (!stance.pose) return -1;
  const margins = (['least', 'most'] as const).map((pick) => {
    const shown = there.map((placed): Shown => ({ placed, form: sprung(placed, pick) }));
    return standingOf(bodyOfAll(shown), upright).pose?.marginMm ?? -1;
  });
  return Math.min(stance.pose.marginMm, ...margins);
}

function sprung(placed: PlacedPiece, pick: 'least' | 'most'): Form {
  const { piece, form } = placed;
  const { pose, shaped } = piece.posed;
  if (pose.springs.every((s) => s === undefined)) return form;
  const keeps = (step: string): number => {
    const spring = pose.springs[shaped.steps.findIndex((s) => s.step.id === step)];
    return !spring ? 1 : spring.keeps > 0 ? spring[pick] / spring.keeps : 0;
  };
  const { replay, plan } = piece;
  const bent = replayShaping({ replay, steps: plan.shaping, sideMm: piece.posed.sideMm, keeps }, shaped).form;
  return { ...bent, levels: form.levels };
}

/** A picture in the colours of a paper, to stand among pictures of others. */
export const dyed = (drawing: Drawing, { front, back }: Plan['paper']): Drawing => ({
  ...drawing,
  items: drawing.items.map((item) =>
    item.kind === 'facet' ? { ...item, colour: (item.side === 'front' ? front : back).hex } : item,
  ),
});

/** A picture of several papers: every facet has the colour of its own. */
function inColours(
  drawing: Drawing,
  form: Form,
  paperOf: (piece: number) => { front: string; back: string },
): Drawing {
  const byFacet = new Map(form.pieces.map((p, i) => [p.facet, paperOf(i)]));
  return {
    ...drawing,
    items: drawing.items.map((item) =>
      item.kind === 'facet' ? { ...item, colour: byFacet.get(item.facet)![item.side] } : item,
    ),
  };
}

/** The whole as a flat picture, from where an eye sees it standing on its table (y up). */
export function drawWhole(plan: Plan, towards: Spot): Drawing | undefined {
  if (plan.pieces.length === 0) return undefined;
  const { placed, up } = stand(plan, undefined, true);
  const { form, of } = joinForms([...placed.values()]);
  const eye = turnWith(rotationOnto([0, 1, 0], up), towards);
  return inColours(drawForm(form, { up, towards: eye }, LAYER), form, (n) => coloursOf(placed, of[n]!));
}

/** What the house rules say of a model of pieces; a plain note, nothing is blocked. */
function sayPieces(rules: Rules, plan: Pick<Plan, 'pieces' | 'fits'>): string {
  const n = plan.pieces.length + 1;
  const isGlued = plan.fits.some((f) => f.glue);
  const glue = isGlued ? ', and glue' : '';
  if (rules === 'pragmatic' || n === 1) return '';
  return rules === 'square'
    ? `The house rules ask for one uncut square: ${n} pieces${glue} break them.`
    : `The house rules ask for one uncut sheet: ${n} pieces${glue} break them.`;
}
