import {
  type Line,
  type Point,
  between,
  crossingOf,
  distance,
  dot,
  lineThrough,
  subtract,
  tolerance,
} from '../geometry/index.ts';
import { type FlatState, type Refusal, buildFlatSheet, toModel } from '../folded/index.ts';
import {
  type MoveResult,
  type MoveTrace,
  collapseSheet,
  creaseAlong,
  foldOver,
  reflectBeyond,
  rotateModel,
  turnOver,
  unfoldStep,
} from '../moves/index.ts';
import { type Outcome, done, failed } from '../outcome/index.ts';
import type { SheetShape } from '../sheet/index.ts';
import { type UsedLandmark, landmarksUsed } from './landmarks.ts';
import { repeatMove } from './mirror.ts';
import {
  type ResolveContext,
  type ResolvedPoint,
  type StepTrail,
  onModel,
  resolveLine,
  resolveMaterial,
  resolvePoint,
} from './resolve.ts';
import type { Move, NamedPoints, PointRef, Step } from './schema.ts';

/** Half the length of a pinch, in sheet sides: 6 mm on a 300 mm sheet. */
const PINCH_REACH = 0.02;

export interface Sequence {
  readonly sheet: SheetShape;
  readonly points: NamedPoints;
  readonly steps: readonly Step[];
}

/** One step after replay. A refused step leaves the state as it was, and later steps go on from there. */
export interface ReplayedStep {
  readonly step: Step;
  readonly number: number;
  /** The move as made: a repeat is written out. */
  readonly move: Move;
  readonly before: FlatState;
  readonly after: FlatState;
  readonly trace?: MoveTrace;
  readonly trail?: StepTrail;
  readonly refusal?: Refusal;
  /** What the step's sentence names, where it lies before the step. */
  readonly landmarks: readonly UsedLandmark[];
}

export interface Replay {
  readonly sequence: Sequence;
  readonly start: FlatState;
  readonly steps: readonly ReplayedStep[];
}

/** A folder's slip: moves the line of a step before it is folded. Used to learn how errors grow. */
export type Slip = (step: number, line: Line) => Line;

/**
 * Folds a sequence from the flat sheet. Steps of `previous` are reused as long as nothing before or in them has changed,
 * so that an edit costs only what follows it.
 */
export function replaySequence(sequence: Sequence, previous?: Replay, slip?: Slip): Replay {
  const start =
    previous && isSame(previous.sequence.sheet, sequence.sheet)
      ? previous.start
      : buildFlatSheet(sequence.sheet);
  const numbers = new Map(sequence.steps.map((s, i) => [s.id, i + 1]));
  const trails = new Map<string, StepTrail>();
  const done: ReplayedStep[] = [];
  let reuse =
    previous !== undefined &&
    start === previous.start &&
    isSame(previous.sequence.points, sequence.points) &&
    !slip;
  sequence.steps.forEach((step, i) => {
    const known = previous?.steps[i];
    reuse &&= known !== undefined && isReusable(known, step, sequence.steps, previous!.sequence.steps);
    const state = done[i - 1]?.after ?? start;
    const replayed = reuse
      ? { ...known!, step }
      : replayStep(step, i + 1, { state, points: sequence.points, trails, numbers }, sequence, slip);
    if (replayed.trail) trails.set(step.id, replayed.trail);
    done.push(replayed);
  });
  return { sequence, start, steps: done };
}

const isSame = (a: unknown, b: unknown): boolean => a === b || JSON.stringify(a) === JSON.stringify(b);

/** Notes and passages do not fold paper; a repeat also depends on the steps it looks up anywhere in the plan. */
function isReusable(
  known: ReplayedStep,
  step: Step,
  steps: readonly Step[],
  before: readonly Step[],
): boolean {
  if (known.step.id !== step.id || !isSame(known.step.move, step.move)) return false;
  return (
    step.move.kind !== 'repeat' ||
    steps === before ||
    isSame(
      steps.map((s) => [s.id, s.move]),
      before.map((s) => [s.id, s.move]),
    ) ||
    known.refusal === undefined
  );
}

function replayStep(
  step: Step,
  number: number,
  context: ResolveContext,
  sequence: Sequence,
  slip?: Slip,
): ReplayedStep {
  const base = { step, number, before: context.state };
  const written = writeOut(step.move, sequence);
  if (!written.ok)
    return { ...base, move: step.move, after: context.state, refusal: written.fault, landmarks: [] };
  const move = written.value;
  const landmarks = landmarksUsed(move, context);
  const made = makeMove(move, step.id, number, context, slip);
  if (!made.ok) return { ...base, move, after: context.state, refusal: made.fault, landmarks };
  const { result, mark, flap } = made.value;
  const trace = result.trace && pointTrace(result.trace, move, context);
  return {
    ...base,
    move,
    landmarks,
    after: result.state,
    ...(trace ? { trace } : {}),
    trail: { number, creases: result.made, ...(mark ? { mark } : {}), ...(flap ? { flap } : {}) },
  };
}

/** Where the step brings one point onto another, the arrow runs between them. */
function pointTrace(trace: MoveTrace, move: Move, context: ResolveContext): MoveTrace {
  if (!('line' in move) || move.line.kind !== 'onto') return trace;
  const [from, to] = [resolvePoint(move.line.from, context), resolvePoint(move.line.to, context)];
  return from.ok && to.ok ? { ...trace, from: from.value.model, to: to.value.model } : trace;
}

/** A repeat as the move it stands for; repeats of repeats are followed to the first pass. */
export function writeOut(move: Move, sequence: Sequence): Outcome<Move, Refusal> {
  if (move.kind !== 'repeat') return done(move);
  const original = sequence.steps.find((s) => s.id === move.of);
  if (!original)
    return failed({
      kind: 'reference',
      text: 'The step to be repeated is gone; choose another step, or delete this repeat.',
    });
  return repeatMove(original.move, {
    sheet: sequence.sheet,
    points: sequence.points,
    steps: sequence.steps,
    map: move.map,
  });
}

interface Made {
  readonly result: MoveResult;
  readonly mark?: Point;
  readonly flap?: readonly Point[];
}

function makeMove(
  move: Move,
  step: string,
  number: number,
  context: ResolveContext,
  slip?: Slip,
): Outcome<Made, Refusal> {
  const { state } = context;
  switch (move.kind) {
    case 'turn':
      return done({ result: turnOver(state, move.over) });
    case 'rotate':
      return done({ result: rotateModel(state, move.degrees) });
    case 'unfold':
      return openStep(move.step, step, context);
    case 'repeat':
      return failed({
        kind: 'reference',
        text: 'A repeat of a repeat has no move of its own; repeat the first pass.',
      });
    case 'collapse':
      return collapse(move, step, context);
    case 'fold':
    case 'crease':
    case 'pinch':
    case 'reverse':
    case 'sink':
      return makeFold(move, step, number, context, slip);
  }
}

function makeFold(
  move: Extract<Move, { kind: 'fold' | 'crease' | 'pinch' | 'reverse' | 'sink' }>,
  step: string,
  number: number,
  context: ResolveContext,
  slip?: Slip,
): Outcome<Made, Refusal> {
  const found = resolveLine(move.line, context);
  if (!found.ok) return found;
  const line = slip ? slip(number, found.value) : found.value;
  if (move.kind === 'pinch') return pinchOn(move, line, step, context);
  if (move.kind === 'crease') {
    const through = move.through === 'all' ? done('all' as const) : materials(move.through, context);
    if (!through.ok) return through;
    return wrap(
      creaseAlong(context.state, { line, sense: move.sense, through: through.value, soft: move.soft, step }),
    );
  }
  const flap = materials({ flap: move.flap, hold: move.kind === 'fold' ? move.hold : [] }, context);
  if (!flap.ok) return flap;
  if (move.kind !== 'fold') {
    const mode = move.kind === 'sink' ? 'sink' : move.mode;
    const reflected = reflectBeyond(context.state, { line, flap: flap.value.flap, mode, step });
    return reflected.ok ? done({ result: reflected.value, flap: flap.value.flap }) : reflected;
  }
  const folded = foldOver(context.state, {
    line,
    sense: move.sense,
    layers: move.layers,
    ...flap.value,
    step,
  });
  return folded.ok ? done({ result: folded.value, flap: flap.value.flap }) : folded;
}

function collapse(
  move: Extract<Move, { kind: 'collapse' }>,
  step: string,
  context: ResolveContext,
): Outcome<Made, Refusal> {
  const anchor = resolveMaterial(move.anchor, context);
  if (!anchor.ok) return anchor;
  const creases = [];
  for (const { from, to, sense } of move.creases) {
    const [a, b] = [resolveMaterial(from, context), resolveMaterial(to, context)];
    if (!a.ok) return a;
    if (!b.ok) return b;
    creases.push({ from: a.value, to: b.value, sense });
  }
  return wrap(collapseSheet(context.state, { creases, anchor: anchor.value, step }));
}

function wrap(result: Outcome<MoveResult, Refusal>): Outcome<Made, Refusal> {
  return result.ok ? done({ result: result.value }) : result;
}

function materials(
  refs: { flap: readonly PointRef[]; hold: readonly PointRef[] },
  context: ResolveContext,
): Outcome<{ flap: Point[]; hold: Point[] }, Refusal> {
  const lists = { flap: [] as Point[], hold: [] as Point[] };
  for (const list of ['flap', 'hold'] as const) {
    for (const ref of refs[list]) {
      const at = resolveMaterial(ref, context);
      if (!at.ok) return at;
      lists[list].push(at.value);
    }
  }
  return done(lists);
}

function pinchOn(
  move: Extract<Move, { kind: 'pinch' }>,
  line: Line,
  step: string,
  context: ResolveContext,
): Outcome<Made, Refusal> {
  const [p, q] = [resolvePoint(move.on[0], context), resolvePoint(move.on[1], context)];
  if (!p.ok) return p;
  if (!q.ok) return q;
  const carrier = lineThrough(p.value.model, q.value.model);
  const at = carrier && crossingOf(carrier, line);
  const mark = at && markOn(at, p.value, q.value, context);
  if (!mark)
    return failed({
      kind: 'empty',
      text: 'The pinch would fall beside the paper; choose a line that crosses it between the two points.',
    });
  const result = creaseAlong(context.state, {
    line,
    sense: move.sense,
    through: 'all',
    pinch: { at: mark, reach: PINCH_REACH },
    soft: false,
    step,
  });
  return result.ok ? done({ result: result.value, mark }) : result;
}

/** The pinch on the paper that runs straight from p to q where it does, otherwise on the topmost paper there. */
function markOn(at: Point, p: ResolvedPoint, q: ResolvedPoint, context: ResolveContext): Point | undefined {
  const size = distance(p.model, q.model);
  if (p.sheet && q.sheet && Math.abs(distance(p.sheet, q.sheet) - size) < tolerance.samePoint * 10) {
    const t = dot(subtract(at, p.model), subtract(q.model, p.model)) / size ** 2;
    const own = between(p.sheet, q.sheet, t);
    const lies = toModel(context.state, own);
    if (lies && distance(lies, at) < tolerance.samePoint * 100) return own;
  }
  return onModel(at, context.state).sheet;
}

function openStep(target: string, step: string, context: ResolveContext): Outcome<Made, Refusal> {
  const trail = context.trails.get(target);
  if (!trail)
    return failed({
      kind: 'reference',
      text: 'The step to be unfolded is gone or comes later; choose a step folded before this one.',
    });
  const folded = trail.flap ?? [];
  return wrap(unfoldStep(context.state, { creases: trail.creases, flap: folded, step }));
}
