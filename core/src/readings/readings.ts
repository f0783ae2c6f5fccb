import { type FlatState, openedDepth, opensAt, spineThrough } from '../folded/index.ts';
import { type Point, lineThrough, scale } from '../geometry/index.ts';
import { toStanding, type Standing } from '../balance/index.ts';
import type { AlignmentSigma } from '../slips/index.ts';
import { type Construction, constructMark, judgeConstruction, readWish } from '../ways/index.ts';
import type { DiaryEntry } from '../plan/index.ts';
import type { SheetShape } from '../sheet/index.ts';
import { matchBase, matchOfKept, taskOf, type BaseMatch } from '../parts/index.ts';
import { waitMinutes } from '../waits/index.ts';
import { type StepTime, learnPaces, toMinutes } from '../schedule/index.ts';
import { type PointRef, resolvePoint } from '../references/index.ts';
import { type Replay, type ReplayedStep, contextAfter, replaySequence } from '../sequence/index.ts';
import { learnRatio, otherDimension, ratioOf, toSheetSide } from '../sizing/index.ts';
import { foldedBase } from './atlas.ts';
import { toStages } from './stages.ts';
import { type NarrowPlace, bulkiestOnTheWay, narrowestOnTheWay, narrowsOnTheWay } from './narrow.ts';
import { measureState } from './measured.ts';
import { readNarrow, readStep } from './step.ts';
import { readPlaces } from './places.ts';
import { readPosed, wishSizes } from './posed.ts';
import { shapingOf } from '../shaping/index.ts';
import type { PosedReading, Readings, ReadingsInput } from './types.ts';
import { readSizeWishes } from './wishes.ts';
import { aimOf } from '../wishes/index.ts';
import { toVerdicts } from './verdicts.ts';

/** Everything the screens of a plan say. Cost: the measures of one state, and the marks asked for. */
export function toReadings(input: ReadingsInput): Readings {
  const { plan, replay, limits } = input;
  const { target } = plan.brief;
  const aimMm = target.mm === null ? null : aimOf({ ...target, mm: target.mm });
  const counted = (entries: readonly DiaryEntry[]): DiaryEntry[] => entries.filter((e) => !e.leftOut);
  const learned = learnRatio(
    counted(input.diary).filter((e) => e.dimension === target.dimension),
    input.otherDiary.map(counted),
  );
  const paces = learnPaces([...toStepTimes(input), ...(input.otherTimes ?? [])]);
  const { pace } = paces;
  const sized = replay.steps.find((s) => s.step.id === plan.sizeStep) ?? replay.steps.at(-1);
  const unsized = sized && readStep(sized, undefined, null, paces, limits);
  const flatRatio = unsized && ratioOf(unsized.measures, target.dimension);
  const flatSide =
    plan.sheet.sideMm ??
    (aimMm !== null && flatRatio !== undefined ? toSheetSide(aimMm, flatRatio, learned).sideMm : undefined);
  // A step chosen to be measured is measured flat; else the figure is measured as it is shaped.
  const shaped = sized && sized === replay.steps.at(-1) ? toPosed(input, flatSide) : undefined;
  const sizes = shaped && wishSizes(shaped, plan.finish.posture);
  const ratioAlong = (dimension: typeof target.dimension): number | undefined =>
    sizes && flatSide !== undefined
      ? sizes[dimension] / flatSide
      : unsized && ratioOf(unsized.measures, dimension);
  const ownRatio = ratioAlong(target.dimension);
  const otherRatio = ratioAlong(otherDimension(target.dimension));
  const wantedRatio =
    shaped && flatSide !== undefined && aimMm !== null
      ? shapedRatioFor(input, flatSide, ownRatio!, aimMm / learned.factor)
      : ownRatio;
  const wanted =
    aimMm !== null && wantedRatio !== undefined ? toSheetSide(aimMm, wantedRatio, learned) : undefined;
  // Without a side of its own the plan is read at the side that is wanted.
  const ratio = plan.sheet.sideMm === null && wanted ? wantedRatio : ownRatio;
  const sideMm = plan.sheet.sideMm ?? wanted?.sideMm;
  const last = sized && readStep(sized, sideMm, plan.paper.caliperMm, paces, limits);
  const narrow = sideMm === undefined ? undefined : narrowestOnTheWay(replay);
  const core = {
    learned,
    pace,
    paces,
    minutes: replay.steps.reduce((sum, s) => sum + toMinutes(s, sideMm ?? 200, paces), 0),
    waitMinutes: waitMinutes([...plan.steps, ...plan.shaping].flatMap((s) => s.waits)),
    refused: replay.steps.flatMap((s) => (s.refusal ? [{ number: s.number, text: s.refusal.text }] : [])),
    ...defined({ sideMm, ratio, otherRatio, wanted, last }),
    isShaped: shaped !== undefined,
    places: readPlaces(plan, replay, sideMm),
    ...(narrow ? { narrows: narrowsOnTheWay(replay) } : {}),
    ...(narrow ? readWay(narrow, bulkiestOnTheWay(replay)!, sideMm!, input) : {}),
    ...defined({
      finishedMm: sideMm !== undefined && ratio !== undefined ? ratio * learned.factor * sideMm : undefined,
      base: toBaseMatch(input),
      posed: toPosed(input, sideMm),
      standing: sized && toStandingMm(input, sized, sideMm),
      marksErrorMm: toMarksError(input, sideMm),
      form: sized && toForm(input, sized, sideMm),
    }),
  };
  const wishes = readSizeWishes(plan, core, input.unit);
  const verdicts = toVerdicts(input, core);
  return { ...core, wishes, verdicts, stages: toStages(input, core, verdicts) };
}

/**
 * The ratio of the shaped figure on the sheet from which it becomes as large as wanted, in mm. Layers and rods do not grow with
 * the sheet, so the ratio changes a little with it; between two sheets the size runs straight.
 */
function shapedRatioFor(input: ReadingsInput, sideMm: number, ratio: number, wantedMm: number): number {
  const { plan } = input;
  const guess = wantedMm / ratio;
  if (Math.abs(guess - sideMm) < 1e-6) return ratio;
  const there = toPosed(input, guess, true)!;
  const sizeThere = wishSizes(there, plan.finish.posture)[plan.brief.target.dimension];
  const grows = (sizeThere - ratio * sideMm) / (guess - sideMm);
  const side = grows > 0 ? sideMm + (wantedMm - ratio * sideMm) / grows : guess;
  return side > 0 ? wantedMm / side : ratio;
}

/** The figure read last of each state: most edits of a plan leave it as it is. */
const posedOf = new WeakMap<FlatState, Map<string, PosedReading>>();
/** The sheet in use, and the one that is wanted. */
const MOST_POSED = 4;

/** The shaped figure; nothing where no step of shaping is computed. */
function toPosed(
  { plan, replay, whole }: ReadingsInput,
  sideMm: number | undefined,
  isQuick = false,
): Readings['posed'] {
  if (whole && sideMm !== undefined) return whole(sideMm);
  const isShaped = plan.shaping.some((s) => shapingOf(s.act).isComputed);
  const state = replay.steps.at(-1)?.after;
  if (!isShaped || !state || sideMm === undefined) return undefined;
  const key = JSON.stringify([plan.shaping, plan.points, plan.paper, plan.finish.posture, sideMm, isQuick]);
  const known = posedOf.get(state) ?? new Map<string, PosedReading>();
  posedOf.set(state, known);
  const had = known.get(key);
  if (had) return had;
  const { stands, marginMm, tipDegrees, falls, heightMm, lengthMm, depthMm } = readPosed(plan, replay, {
    sideMm,
    isQuick,
  }).pose;
  const posed = { stands, marginMm, tipDegrees, falls, heightMm, lengthMm, depthMm };
  if (known.size >= MOST_POSED) known.clear();
  known.set(key, posed);
  return posed;
}

/** The narrowest and the bulkiest place on the way, in mm. */
function readWay(
  narrow: NarrowPlace,
  bulkiest: NarrowPlace,
  sideMm: number,
  { plan, limits }: ReadingsInput,
): Pick<Readings, 'narrowest' | 'bulkiest' | 'bulk'> {
  const { caliperMm } = plan.paper;
  const { narrowest: thick, bulk } = readNarrow(bulkiest, sideMm, caliperMm, limits);
  return {
    narrowest: readNarrow(narrow, sideMm, caliperMm, limits).narrowest,
    bulkiest: thick,
    ...(bulk ? { bulk } : {}),
  };
}

/** Drops what is not known, so that a missing reading is missing and never undefined by accident. */
function defined<T extends object>(values: T): { [K in keyof T]?: Exclude<T[K], undefined> } {
  return Object.fromEntries(Object.entries(values).filter(([, v]) => v !== undefined)) as {
    [K in keyof T]?: Exclude<T[K], undefined>;
  };
}

/** Every step that was timed in a run of this plan, with what was foreseen for it on that run's sheet. */
function toStepTimes({ runs, replay, plan }: Pick<ReadingsInput, 'runs' | 'replay' | 'plan'>): StepTime[] {
  const byId = new Map(replay.steps.map((s) => [s.step.id, s]));
  const shaped = new Map(plan.shaping.map((s) => [s.id, s.act]));
  return runs.flatMap((run) =>
    run.steps.flatMap(({ step, seconds }): StepTime[] => {
      const own = byId.get(step);
      const act = shaped.get(step);
      if (act)
        return [{ run: run.id, kind: act.kind, seconds, foreseenSeconds: 60 * shapingOf(act).minutes }];
      const sideMm = run.sheetMm ?? plan.sheet.sideMm ?? USUAL_SIDE_MM;
      return own
        ? [{ run: run.id, kind: own.move.kind, seconds, foreseenSeconds: 60 * toMinutes(own, sideMm, 1) }]
        : [];
    }),
  );
}

/** A sheet of this side stands in where none is known. */
const USUAL_SIDE_MM = 200;

function toBaseMatch({ plan }: ReadingsInput): BaseMatch | undefined {
  if (plan.ownBase && plan.figure) return matchOfKept(plan.ownBase, plan.figure);
  const folded = plan.baseId === null ? undefined : foldedBase(plan.baseId);
  return folded && plan.limbs.length > 0 ? matchBase(folded, taskOf(plan)) : undefined;
}

/** Standing test of the measured step, in mm of the finished model. */
function toStandingMm(
  { plan, replay }: ReadingsInput,
  sized: ReplayedStep,
  sideMm: number | undefined,
): Standing | undefined {
  const feet = sideMm === undefined ? undefined : toPair(replay, sized, plan.finish.feet);
  if (!feet || sideMm === undefined) return undefined;
  const { centroid } = measureState(sized.after).measures;
  return toStanding(scale(centroid, sideMm), [scale(feet[0], sideMm), scale(feet[1], sideMm)]);
}

/** Where two points of the finish lie in the measured step; undefined where they are not chosen or were lost. */
function toPair(
  replay: Replay,
  sized: ReplayedStep,
  refs: readonly [PointRef, PointRef] | null,
): readonly [Point, Point] | undefined {
  if (!refs) return undefined;
  const context = contextAfter(replay, replay.steps.length, sized.after);
  const [a, b] = refs.map((ref) => resolvePoint(ref, context));
  return a?.ok && b?.ok ? [a.value.model, b.value.model] : undefined;
}

/** Depth of the finished form, opened along its spine as Finish says; a flat one is as deep as its stack. */
function toForm(
  { plan, replay }: ReadingsInput,
  sized: ReplayedStep,
  sideMm: number | undefined,
): Readings['form'] {
  if (sideMm === undefined) return undefined;
  const { map, spine: proposed, measures } = measureState(sized.after);
  const chosen = toPair(replay, sized, plan.finish.spine);
  const wanted = chosen && spineThrough(map, ...chosen);
  const line = wanted && lineThrough(wanted.from, wanted.to);
  const isStuck = line !== undefined && !opensAt(sized.after, line);
  const spine = isStuck ? undefined : (wanted ?? proposed);
  const thicknessMm = measures.spot.layers * (plan.paper.caliperMm ?? 0);
  const degrees = plan.finish.openedDegrees ?? 0;
  const depthMm = spine ? openedDepth(spine.reach * sideMm, degrees, thicknessMm) : thicknessMm;
  return { depthMm, thicknessMm, ...(spine ? { spine } : {}), ...(isStuck ? { isStuck } : {}) };
}

function toMarksError({ plan, sigma }: ReadingsInput, sideMm: number | undefined): number | undefined {
  if (plan.marks.length === 0 || sideMm === undefined) return undefined;
  const errors = plan.marks.flatMap((ask) => {
    const way = wayOf(plan, ask);
    return (way && judgedErrorMm(plan.sheet.shape, ask, way, sideMm, sigma)) ?? [];
  });
  return errors.length === 0 ? undefined : Math.max(...errors);
}

type Asked = ReadingsInput['plan']['marks'][number];

/** The way put into the sequence; else the one chosen, or the first, of those that need no search. */
function wayOf(plan: ReadingsInput['plan'], ask: Asked): Construction | undefined {
  const prefix = `ask-${ask.id}`;
  const steps = plan.steps.filter((s) => s.id.startsWith(`${prefix}-`));
  const isPlace = 'kind' in ask && ask.kind === 'point';
  const mark = isPlace && ask.name !== null ? plan.points[ask.name] : undefined;
  if (isPlace && !mark) return undefined;
  if (steps.length > 0) return { id: '', title: '', how: '', steps, exact: false, ...(mark ? { mark } : {}) };
  if ('kind' in ask) return undefined;
  const ways = constructMark(plan.sheet.shape, ask, prefix, null);
  if (!ways.ok) return undefined;
  return ways.value.find((w) => w.id === ask.construction) ?? ways.value[0];
}

/** Errors already judged, in mm; a mark's error does not change while folds are edited. */
const judged = new Map<string, number>();
const MOST_JUDGED = 200;

function judgedErrorMm(
  shape: SheetShape,
  ask: Asked,
  way: Construction,
  sideMm: number,
  sigma: AlignmentSigma,
): number | undefined {
  const key = JSON.stringify([shape, ask, way.steps, sideMm, sigma]);
  const known = judged.get(key);
  if (known !== undefined) return known;
  const target = readWish(shape, ask);
  const replay = replaySequence({ sheet: shape, points: {}, steps: way.steps });
  // Steps a folder has changed may end in another place, or in none.
  const isLost = way.mark !== undefined && !resolvePoint(way.mark, contextAfter(replay)).ok;
  if (!target.ok || isLost || replay.steps.some((s) => s.refusal)) return undefined;
  const { errorMm, missMm } = judgeConstruction(way, target.value, shape, sideMm, sigma);
  if (judged.size >= MOST_JUDGED) judged.clear();
  judged.set(key, Math.hypot(errorMm, missMm));
  return judged.get(key);
}
