import { checkSequence, checkWanted, findMend, judgeColours, zoneOnSheet } from '@jade/core/checks';
import { drawAgainst, drawApart, drawModel, drawSheet, drawStep, drawThrough } from '@jade/core/drawing';
import { lastChoices } from '@jade/core/editing';
import {
  type Readings,
  compareWays,
  priceOfRules,
  readLater,
  readLengths,
  readStep,
  readStop,
  sayGap,
  sayUse,
} from '@jade/core/readings';
import { hardestOf, readNeeds } from '@jade/core/practice';
import { specOf } from '@jade/core/kinds';
import { moveWord, nameSteps, sayStep } from '@jade/core/sequence';
import { toMinutes } from '@jade/core/schedule';
import { listLandmarks, placesMade } from '@jade/core/trying';
import { toPartialSheet } from '@jade/core/window';
import { sayTasteEnd, tasteEnds } from '@jade/core/slips';
import { foldPieces } from '@jade/core/whole';
import type { DrawnState, Engine, PlanInput, PlanResult, StepDetail } from './protocol.ts';
import { type OpenPlan, isPartOf, readPlan } from './openPlan.ts';

/** Thumbnails sent in one answer: those of a long plan would keep the page from its first picture. */
const DRAWN_AT_ONCE = 12;

/** A thumbnail with more resting creases than this shows none: at its size they are grey noise. */
const MOST_RESTING = 80;

type Answers = Pick<
  Engine,
  | 'computePlan'
  | 'drawStates'
  | 'readDetail'
  | 'readFindings'
  | 'mendOf'
  | 'readPlayed'
  | 'readColours'
  | 'readChoices'
  | 'compareWays'
  | 'readTaste'
  | 'readView'
  | 'readStop'
  | 'readHardest'
  | 'drawStepOf'
  | 'zoneParts'
  | 'readPartials'
  | 'readPrices'
>;

/** What is decided of the whole model is told of it, whichever piece is looked at. */
function withWholeStages(input: PlanInput, readings: Readings): Readings {
  const { whole } = input;
  if (!whole || !isPartOf(input)) return readings;
  const first = foldPieces(whole)[0]!;
  const { brief, parts, diary } = readPlan({ ...input, plan: whole, runs: [] }, first.replay).stages;
  return { ...readings, stages: { ...readings.stages, brief, parts, diary } };
}

/** What is asked about the open plan: its steps, pictures, readings, findings. */
export const planAnswers = (open: OpenPlan): Answers => ({
  computePlan(next): PlanResult {
    const taken = open.take(next);
    const { replay } = taken;
    const readings = withWholeStages(next, taken.readings);
    const { paces, sideMm } = readings;
    const steps = replay.steps.map((s) => {
      const stamp = open.stampOf(s.after);
      return {
        id: s.step.id,
        number: s.number,
        word: moveWord(s.step),
        sentence: sayStep(s.step, replay.sequence),
        passage: s.step.passage,
        minutes: toMinutes(s, sideMm ?? 200, paces),
        kind: s.move.kind,
        ruleSeconds: 60 * toMinutes(s, sideMm ?? 200, 1),
        stamp,
        ...(s.refusal ? { refusal: s.refusal.text } : {}),
      };
    });
    return { readings, steps };
  },

  drawStates(known): DrawnState[] {
    const states = new Map((open.replay?.steps ?? []).map((s) => [open.stampOf(s.after), s.after]));
    for (const stamp of known) states.delete(stamp);
    return [...states]
      .slice(-DRAWN_AT_ONCE)
      .map(([stamp, state]) => ({ stamp, drawing: drawModel(state, MOST_RESTING) }));
  },
  readDetail(number): StepDetail {
    if (!open.replay || !open.input || !open.readings)
      throw new Error('broken promise: a plan is computed before its steps are read');
    // An undo may have shortened the plan since the page asked.
    const shown = Math.min(number, open.replay.steps.length);
    const step = open.replay.steps[shown - 1];
    const state = open.stateAt(shown) ?? open.replay.start;
    const later = readLater(open.replay, shown);
    const reading =
      step &&
      readStep(
        step,
        open.readings.sideMm,
        open.input.plan.paper.caliperMm,
        open.readings.paces,
        open.input.settings.limits,
        later,
      );
    const { sideMm, wanted } = open.readings;
    const lengths =
      sideMm === undefined ? undefined : readLengths(open.replay, shown, sideMm, wanted?.sideMm);
    return {
      number: shown,
      ...(lengths && lengths.lengths.length > 0 ? { lengths } : {}),
      gap: sayGap(reading?.gapMm, later, open.input.settings.unit),
      use: step ? sayUse(later, step.step.tolerance.kind === 'taste') : '',
      sentence: step
        ? sayStep(step.step, open.replay.sequence)
        : 'The sheet, front side up. Choose a move to begin.',
      before: step ? drawStep(step, nameSteps(open.replay.sequence.steps)) : drawModel(state),
      after: drawModel(state),
      sheet: drawSheet(state, step?.trail?.creases),
      landmarks: listLandmarks(
        state,
        open.replay.steps.slice(0, shown),
        placesMade(open.input.plan, open.replay, shown),
        nameSteps(open.replay.sequence.steps),
      ),
      ...(reading ? { reading } : {}),
      ...(step?.refusal?.at ? { refusalAt: step.refusal.at } : {}),
    };
  },
  readFindings() {
    if (!open.replay || !open.input || !open.readings) return [];
    const { settings, plan } = open.input;
    const wanted = checkWanted({
      plan,
      replay: open.replay,
      sideMm: open.readings.sideMm,
      limits: settings.limits,
      unit: settings.unit,
    });
    return [...checkSequence(open.replay), ...wanted].sort((a, b) => a.step - b.step);
  },
  mendOf: (finding, prefix) =>
    (open.replay && open.input && findMend(open.input.plan, open.replay, finding, prefix)) ?? null,
  readPlayed(number) {
    const step = open.replay?.steps[number - 1];
    if (!step || step.refusal) return null;
    const { before, after, move, trace } = step;
    // A crease leaves the state as it lies; its line tells two of them apart.
    const line = specOf(move).motion === 'there and back' ? JSON.stringify(move) : '';
    const key = `${open.stampOf(before)} ${open.stampOf(after)} ${line}`;
    return { key, before, after, move, ...(trace ? { trace } : {}) };
  },
  readColours() {
    const judged = open.replay && open.input && judgeColours({ plan: open.input.plan, replay: open.replay });
    if (!judged) return null;
    return { ...judged, drawing: drawModel(open.replay!.steps.at(-1)!.after, 0) };
  },
  readChoices: () => (open.replay && open.input ? lastChoices(open.input.plan, open.replay) : []),
  readTaste(number) {
    const [replay, sideMm] = [open.replay, open.readings?.sideMm];
    const after = open.stateAt(number);
    const ends = replay && tasteEnds(replay, number);
    if (!ends || !after) return null;
    return {
      between: drawAgainst(
        ends.map((e) => e.step),
        after,
      ),
      wanted: drawModel(open.replay!.steps.at(-1)!.after, 0),
      ends: ends.map((e) => ({
        end: e.end,
        whole: drawModel(e.whole, 0),
        says: sayTasteEnd(e, sideMm),
        isCare: e.refused.length > 0,
      })),
    };
  },
  compareWays(alternative) {
    const input = open.toRead;
    return input
      ? compareWays(input, alternative).map(({ after, ...way }) => ({ ...way, drawing: drawModel(after, 0) }))
      : [];
  },
  readView(number, view) {
    const state = open.stateAt(number) ?? open.replay?.start;
    if (!state) throw new Error('broken promise: a plan is computed before its model is looked at');
    if (view === 'through') return drawThrough(state);
    return view === 'apart' ? drawApart(state) : drawAgainst([open.stateAt(number - 1) ?? state], state);
  },
  readHardest() {
    const { replay, input, readings } = open;
    if (!replay || !input) return null;
    const needs = readNeeds('', input.plan, replay, readings?.sideMm ?? 200);
    const hardest = hardestOf(needs, replay);
    if (!hardest) return null;
    return { ...hardest, sentence: sayStep(replay.steps[hardest.number - 1]!.step, replay.sequence) };
  },
  readStop: (done, isWaiting) =>
    open.replay && open.input ? readStop(open.input.plan, open.replay, done, isWaiting) : null,
  drawStepOf(number) {
    const step = open.replay?.steps[number - 1];
    return step ? drawStep(step, nameSteps(open.replay!.sequence.steps)) : null;
  },
  zoneParts: (zone) => (open.replay ? zoneOnSheet({ replay: open.replay }, zone) : []),
  readPartials() {
    const folded = open.replay;
    if (!folded) return [];
    const passages = new Set(folded.sequence.steps.map((s) => s.passage).filter((p) => p !== ''));
    return [...passages].flatMap((passage) => {
      const part = toPartialSheet(folded, passage);
      return part ? [{ passage, ...part }] : [];
    });
  },
  readPrices: priceOfRules,
});
