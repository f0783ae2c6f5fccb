import { type Line, type Segment, mirrorPoint } from '../geometry/index.ts';
import { type FlatState, type Refusal, buildFlatSheet, subtractSegments } from '../folded/index.ts';
import type { MoveTrace } from '../moves/index.ts';
import { type Outcome, done, failed } from '../outcome/index.ts';
import type { SheetShape } from '../sheet/index.ts';
import { type UsedLandmark, landmarksUsed } from './landmarks.ts';
import { withNearestLine } from './help.ts';
import { repeatMove } from './mirror.ts';
import { type Move, makeMove } from '../kinds/index.ts';
import {
  type NamedPoints,
  type PointRef,
  type ResolveContext,
  type StepTrail,
  resolvePoint,
} from '../references/index.ts';
import type { Step } from './schema.ts';

export interface Sequence {
  readonly sheet: SheetShape;
  readonly points: NamedPoints;
  readonly steps: readonly Step[];
  /** Corners of the sheet whose flaps become limbs, with the limbs' names; for sentences only. */
  readonly limbs?: Readonly<Record<string, string>>;
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

/** A folder's slip: moves the lines of one step (by number) before it is folded. Used to learn how errors grow. */
export interface Slip {
  readonly step: number;
  /** The line and which of the step's lines it is, from 0 in the order they are read. */
  readonly moved: (line: Line, index: number) => Line;
  /** Ends the replay at the first step that does not fold with the slip, and did without. */
  readonly stops?: boolean;
}

/**
 * Folds a sequence from the flat sheet. Steps of `previous` are reused as long as nothing before or in them has changed,
 * so that an edit (or a slip) costs only what follows it.
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
    previous !== undefined && start === previous.start && isSame(previous.sequence.points, sequence.points);
  for (const [i, step] of sequence.steps.entries()) {
    const known = previous?.steps[i];
    reuse &&= slip?.step !== i + 1 && known !== undefined && isReusable(known, step);
    const state = done[i - 1]?.after ?? start;
    // Why a step is refused may depend on what comes after it, so that it is always said anew.
    const isKept = reuse && known?.refusal === undefined;
    const replayed = isKept
      ? { ...known!, step }
      : replayStep(step, i + 1, { state, points: sequence.points, trails, numbers }, sequence, slip);
    reuse &&= isKept || replayed.refusal !== undefined;
    if (replayed.trail) trails.set(step.id, replayed.trail);
    done.push(replayed);
    if (slip?.stops && replayed.refusal && !known?.refusal) break;
  }
  return { sequence, start, steps: done };
}

const isSame = (a: unknown, b: unknown): boolean => a === b || JSON.stringify(a) === JSON.stringify(b);

/** Notes and passages do not fold paper. A step, also a repeat, depends on itself and the steps before it alone. */
const isReusable = (known: ReplayedStep, step: Step): boolean =>
  known.step.id === step.id && isSame(known.step.move, step.move);

function replayStep(
  step: Step,
  number: number,
  context: ResolveContext,
  sequence: Sequence,
  slip?: Slip,
): ReplayedStep {
  const base = { step, number, before: context.state };
  const written = writeOut(step.move, sequence, number);
  if (!written.ok)
    return { ...base, move: step.move, after: context.state, refusal: written.fault, landmarks: [] };
  const move = written.value;
  const landmarks = landmarksUsed(move, context);
  let lines = 0;
  const made = makeMove(move, step.id, context, (line) =>
    slip?.step === number ? slip.moved(line, lines++) : line,
  );
  if (!made.ok) {
    const refusal = slip ? made.fault : withNearestLine(made.fault, move, step.id, context);
    return { ...base, move, after: context.state, refusal, landmarks };
  }
  const { result, mark } = made.value;
  const trace = result.trace && pointTrace(result.trace, move, context);
  return {
    ...base,
    move,
    landmarks,
    after: result.state,
    ...(trace ? { trace } : {}),
    trail: {
      number,
      creases: result.made,
      ...(mark ? { mark } : {}),
      before: context.state,
      after: result.state,
      ...(move.kind === 'fold' && move.held
        ? { unpressed: result.made.flatMap((c) => subtractSegments(c, context.state.resting)) }
        : {}),
    },
  };
}

/** Where the step brings a point onto another or onto a line, the arrow runs between them; a square crease shows where it crosses. */
function pointTrace(trace: MoveTrace, move: Move, context: ResolveContext): MoveTrace {
  if (!('line' in move)) return trace;
  if (move.line?.kind === 'across') {
    const at = resolvePoint(move.line.at, context);
    return at.ok ? { ...trace, crossing: at.value.model } : trace;
  }
  if (move.line?.kind === 'landing' || move.line?.kind === 'ontoBoth') {
    const wayOf = (ref: PointRef): Segment | undefined => {
      const own = resolvePoint(ref, context);
      return own.ok ? { from: own.value.model, to: mirrorPoint(trace.line, own.value.model) } : undefined;
    };
    const second = move.line.kind === 'ontoBoth' ? wayOf(move.line.other) : undefined;
    return { ...trace, ...wayOf(move.line.from), ...(second ? { second } : {}) };
  }
  if (move.line?.kind !== 'onto') return trace;
  const [from, to] = [resolvePoint(move.line.from, context), resolvePoint(move.line.to, context)];
  return from.ok && to.ok ? { ...trace, from: from.value.model, to: to.value.model } : trace;
}

/**
 * The repeat that stands at a number as the move it stands for; repeats of repeats are followed to the first pass. Only
 * steps before it can be repeated: what comes later is not folded yet, and would make a replay depend on its future.
 */
export function writeOut(move: Move, sequence: Sequence, number: number): Outcome<Move, Refusal> {
  if (move.kind !== 'repeat') return done(move);
  const at = sequence.steps.findIndex((s) => s.id === move.of);
  if (at < 0)
    return failed({
      kind: 'reference',
      text: 'The step to be repeated is gone; choose another step, or delete this repeat.',
    });
  if (at >= number - 1)
    return failed({
      kind: 'reference',
      text: `Step ${at + 1}, which is to be repeated here, is not folded before step ${number}; move this repeat behind it, or repeat an earlier step.`,
    });
  // A passage that holds repeats can itself be repeated: the inner repeat is written out first.
  const first = writeOut(sequence.steps[at]!.move, sequence, at + 1);
  if (!first.ok) return first;
  return repeatMove(first.value, {
    sheet: sequence.sheet,
    points: sequence.points,
    steps: sequence.steps.slice(0, number - 1),
    map: move.map,
    behind: move.behind,
  });
}

/**
 * What references are read against after so many steps, all of them where nothing else is said: the state then, with every
 * mark and crease made on the way. A state of its own can stand in for that.
 */
export function contextAfter(
  { sequence, start, steps }: Replay,
  number = steps.length,
  state?: FlatState,
): ResolveContext {
  const folded = steps.slice(0, number);
  return {
    state: state ?? folded.at(-1)?.after ?? start,
    points: sequence.points,
    trails: new Map(folded.flatMap((s) => (s.trail ? [[s.step.id, s.trail] as const] : []))),
    // Steps that come later are known by number, so that a sentence can say that they do.
    numbers: new Map(sequence.steps.map((s, i) => [s.id, i + 1])),
  };
}
