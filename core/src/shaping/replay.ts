import type { Move } from '../kinds/index.ts';
import { type Outcome, done, failed } from '../outcome/index.ts';
import {
  type LineRef,
  type Names,
  type PointRef,
  Reader,
  type ResolveContext,
  readOrRefuse,
  sayPoint,
} from '../references/index.ts';
import { type Replay, contextAfter, repeatMove } from '../sequence/index.ts';
import { type Form, flatForm } from './form.ts';
import { type ShapingAct, type ShapingStep, shapingOf } from './kinds/record.ts';
import type { FoldedStep } from './kinds/spec.ts';
import type { ShapingRefusal } from './refusal.ts';

/** One shaping step as it was made. */
export interface ShapedStep {
  readonly step: ShapingStep;
  /** From 1, after the last flat step. */
  readonly number: number;
  /** As made: a repeat is written out. */
  readonly act: ShapingAct;
  readonly before: Form;
  readonly after: Form;
  readonly refusal?: ShapingRefusal;
  /** What it is estimated to do where the form does not show it. */
  readonly estimate?: string;
}

/** A plan's shaping, made on the last flat state. */
export interface Shaped {
  readonly flat: Form;
  readonly steps: readonly ShapedStep[];
  /** The figure at the end; steps that are refused are left out. */
  readonly form: Form;
}

export interface ShapingInput {
  readonly replay: Replay;
  readonly steps: readonly ShapingStep[];
  readonly sideMm: number | undefined;
  /** What each step keeps of its amount; all of it where nothing is said. */
  readonly keeps?: (step: string) => number;
}

/** Makes every shaping step in turn; `previous` is kept as far as nothing before differs. */
export function replayShaping({ replay, steps, sideMm, keeps }: ShapingInput, previous?: Shaped): Shaped {
  const context = contextAfter(replay);
  const flat = previous && previous.flat.state === context.state ? previous.flat : flatForm(context.state);
  const folded = replay.steps.map(({ step, number, move, trail }): FoldedStep => ({
    id: step.id,
    number,
    creases: trail?.creases ?? [],
    isReverse: move.kind === 'reverse' || move.kind === 'crimp',
  }));
  let form = flat;
  let reuse = previous !== undefined && flat === previous.flat && keeps === undefined;
  const made = steps.map((step, i): ShapedStep => {
    const known = previous?.steps[i];
    reuse &&=
      known !== undefined &&
      known.before === form &&
      JSON.stringify(known.step.act) === JSON.stringify(step.act);
    if (reuse && known) {
      form = known.after;
      return { ...known, step };
    }
    const before = form;
    const base = { step, number: i + 1, before };
    const written = writeOutAct(step.act, steps.slice(0, i), replay);
    if (!written.ok) return { ...base, act: step.act, after: before, refusal: written.fault };
    const act = written.value;
    const kept = keeps?.(step.id) ?? 1;
    const shaped = makeAct(act, before, context, { step: step.id, sideMm, keeps: kept, folded });
    if (!shaped.ok) return { ...base, act, after: before, refusal: shaped.fault };
    form = shaped.value.form;
    const { estimate } = shaped.value;
    return { ...base, act, after: form, ...(estimate === undefined ? {} : { estimate }) };
  });
  return { flat, steps: made, form };
}

/** Makes one piece of shaping on a form. */
function makeAct(
  act: ShapingAct,
  form: Form,
  context: ResolveContext,
  more: {
    readonly step: string;
    readonly sideMm: number | undefined;
    readonly keeps: number;
    readonly folded: readonly FoldedStep[];
  },
): Outcome<{ readonly form: Form; readonly estimate?: string }, ShapingRefusal> {
  const wrong = amountFault(act);
  if (wrong) return failed(wrong);
  const read = new Reader(context, (line) => line);
  const shaping = { form, read, ...more };
  const made = readOrRefuse(() => done(shapingOf(act).make(act, shaping)));
  if (made.ok) {
    const shaped = made.value;
    if (!shaped.ok) return shaped;
    const estimate = shapingOf(act).estimate?.(act, shaping);
    return done({ form: shaped.value, ...(estimate === undefined ? {} : { estimate }) });
  }
  return failed({
    kind: 'reference',
    text: made.fault.text,
    ...(made.fault.at ? { at: made.fault.at } : {}),
  });
}

/** An amount has to lie in its own range. */
function amountFault(act: ShapingAct): ShapingRefusal | undefined {
  const amount = shapingOf(act).amount(act);
  if (!amount) return undefined;
  const { degrees, least, most } = amount;
  if (least !== null && most !== null && least > most)
    return {
      kind: 'amount',
      text: `The least amount, ${least}°, is more than the most, ${most}°; change one of them.`,
    };
  if ((least !== null && degrees < least) || (most !== null && degrees > most))
    return {
      kind: 'amount',
      text: `The amount, ${degrees}°, lies outside its range of ${least ?? 'any'}° to ${most ?? 'any'}°; widen the range or change the amount.`,
    };
  return undefined;
}

/** A repeat as what it stands for. */
function writeOutAct(
  act: ShapingAct,
  before: readonly ShapingStep[],
  replay: Replay,
): Outcome<ShapingAct, ShapingRefusal> {
  if (act.kind !== 'again') return done(act);
  const own = before.find((s) => s.id === act.of);
  if (!own)
    return failed({
      kind: 'symmetry',
      text: 'What is to be repeated is gone, or comes later; repeat a step that stands before this one.',
    });
  const first = writeOutAct(own.act, before.slice(0, before.indexOf(own)), replay);
  if (!first.ok) return first;
  const { sheet, points, steps } = replay.sequence;
  const context = { sheet, points, steps, map: act.map, behind: act.behind };
  let fault = '';
  const carry = (line: LineRef, flap: readonly PointRef[]): { line: LineRef; flap: PointRef[] } => {
    // A fold carries the references along: the flat steps know how marks, creases and angles change places.
    const move: Move = {
      kind: 'fold',
      sense: 'valley',
      line,
      flap: [...flap],
      layers: 'flap',
      hold: [],
      tuck: false,
      held: false,
      picks: [],
    };
    const mapped = repeatMove(move, context);
    if (!mapped.ok) fault = mapped.fault.text;
    return mapped.ok && mapped.value.kind === 'fold' ? mapped.value : { line, flap: [...flap] };
  };
  const anyLine: LineRef = {
    kind: 'through',
    a: { kind: 'named', name: 'A' },
    b: { kind: 'named', name: 'C' },
  };
  const value = shapingOf(first.value).map(first.value, {
    point: (p) => carry(anyLine, [p]).flap[0]!,
    line: (l) => carry(l, []).line,
    behind: act.behind,
    isMirror: act.map.kind === 'mirror',
  });
  return fault === '' ? done(value) : failed({ kind: 'symmetry', text: fault });
}

/** The sentence of a shaping step. */
export function sayShaping({ step, act }: Pick<ShapedStep, 'step' | 'act'>, names: Names): string {
  const says = shapingOf(act).say(act, names);
  if (step.act.kind !== 'again') return says;
  return `The same on the other side: ${says.charAt(0).toLowerCase()}${says.slice(1)}`;
}

/** The point of the part a step moves, as it is called; for lists. */
export function partOf(act: ShapingAct, names: Names): string {
  return 'flap' in act ? sayPoint(act.flap[0]!, names) : '';
}
