import { bases, coveredByFlaps, type FoldedBase } from '@jade/core/bases';
import { checkSequence, checkWanted, findMend, judgeColours, zoneOnSheet } from '@jade/core/checks';
import { drawAgainst, drawApart, drawModel, drawSheet, drawStep, drawThrough } from '@jade/core/drawing';
import { lastChoices } from '@jade/core/editing';
import { type FlatState, layersUnder } from '@jade/core/folded';
import { apply, inverse, isTurned } from '@jade/core/geometry';
import { isAlike } from '@jade/core/merge';
import { efficiencyOf, matchBases, taskOf } from '@jade/core/parts';
import {
  basesFrom,
  foldedBase,
  measureState,
  priceOfRules,
  readBaseRow,
  readLater,
  readStep,
  sayGap,
  sayUse,
  standUp,
  toReadings,
  type Readings,
} from '@jade/core/readings';
import { specOf } from '@jade/core/kinds';
import {
  moveWord,
  nameSteps,
  replaySequence,
  sayStep,
  type Replay,
  type Sequence,
} from '@jade/core/sequence';
import { toMinutes } from '@jade/core/schedule';
import { sheetTitle } from '@jade/core/sheet';
import {
  type Proposed,
  dragGhost,
  listCreases,
  listLandmarks,
  listOtherWays,
  offerResults,
  placesMade,
  proposeMoves,
  tryMove,
} from '@jade/core/trying';
import { toPartialSheet } from '@jade/core/window';
import type {
  BaseCard,
  BaseSheet,
  DrawnState,
  Engine,
  PlanInput,
  PlanResult,
  Preview,
  Proposal,
  Silhouette,
  StepDetail,
} from './protocol.ts';

const toSequence = ({ plan }: Pick<PlanInput, 'plan'>): Sequence => ({
  sheet: plan.sheet.shape,
  points: plan.points,
  steps: plan.steps,
  limbs: Object.fromEntries(plan.limbs.flatMap((l) => (l.tip === null ? [] : [[l.tip, l.name]]))),
});

const read = ({ plan, runs, diary, otherDiary, settings }: PlanInput, replay: Replay): Readings =>
  toReadings({
    plan,
    replay,
    runs,
    diary,
    otherDiary,
    limits: settings.limits,
    sigma: settings.sigma,
    unit: settings.unit,
  });

/** Thumbnails sent in one answer: those of a long plan would keep the page from its first picture. */
const DRAWN_AT_ONCE = 12;

/** A thumbnail with more resting creases than this shows none: at its size they are grey noise. */
const MOST_RESTING = 80;

/** The engine behind the worker's door: keeps the last replay, so that an edit costs only what follows it. */
export function buildEngine(): Engine {
  let input: PlanInput | undefined;
  let replay: Replay | undefined;
  /** The sequence with the move looked at last. */
  let tried: Replay | undefined;
  let readings: Readings | undefined;
  const stamps = new WeakMap<FlatState, number>();
  let lastStamp = 0;
  const stampOf = (state: FlatState): number => {
    const known = stamps.get(state);
    if (known !== undefined) return known;
    stamps.set(state, ++lastStamp);
    return lastStamp;
  };
  const stateAt = (number: number): FlatState | undefined =>
    number === 0 ? replay?.start : replay?.steps[number - 1]?.after;

  return {
    computePlan(next): PlanResult {
      input = next;
      const sequence = toSequence(next);
      // A fold that was looked at and is kept now is folded already.
      const last = tried?.sequence.steps.at(-1);
      const isKept =
        last !== undefined &&
        tried!.sequence.steps.every((s, i) => s.id === sequence.steps[i]?.id) &&
        isAlike(last.move, sequence.steps[tried!.sequence.steps.length - 1]!.move);
      replay = replaySequence(sequence, isKept ? tried : replay);
      tried = undefined;
      readings = read(next, replay);
      const { pace, sideMm } = readings;
      const steps = replay.steps.map((s) => {
        const stamp = stampOf(s.after);
        return {
          id: s.step.id,
          number: s.number,
          word: moveWord(s.step),
          sentence: sayStep(s.step, replay!.sequence),
          passage: s.step.passage,
          minutes: toMinutes(s, sideMm ?? 200, pace),
          stamp,
          ...(s.refusal ? { refusal: s.refusal.text } : {}),
        };
      });
      return { readings, steps };
    },

    drawStates(known): DrawnState[] {
      const states = new Map((replay?.steps ?? []).map((s) => [stampOf(s.after), s.after]));
      for (const stamp of known) states.delete(stamp);
      return [...states]
        .slice(-DRAWN_AT_ONCE)
        .map(([stamp, state]) => ({ stamp, drawing: drawModel(state, MOST_RESTING) }));
    },

    readDetail(number): StepDetail {
      if (!replay || !input || !readings)
        throw new Error('broken promise: a plan is computed before its steps are read');
      // An undo may have shortened the plan since the page asked.
      const shown = Math.min(number, replay.steps.length);
      const step = replay.steps[shown - 1];
      const state = stateAt(shown) ?? replay.start;
      const later = readLater(replay, shown);
      const reading =
        step &&
        readStep(
          step,
          readings.sideMm,
          input.plan.paper.caliperMm,
          readings.pace,
          input.settings.limits,
          later,
        );
      return {
        number: shown,
        gap: sayGap(reading?.gapMm, later, input.settings.unit),
        use: step ? sayUse(later, step.step.tolerance.kind === 'taste') : '',
        sentence: step
          ? sayStep(step.step, replay.sequence)
          : 'The sheet, front side up. Choose a move to begin.',
        before: step ? drawStep(step, nameSteps(replay.sequence.steps)) : drawModel(state),
        after: drawModel(state),
        sheet: drawSheet(state, step?.trail?.creases),
        landmarks: listLandmarks(state, replay.steps.slice(0, shown), placesMade(input.plan, replay, shown)),
        ...(reading ? { reading } : {}),
        ...(step?.refusal?.at ? { refusalAt: step.refusal.at } : {}),
      };
    },

    readFindings() {
      if (!replay || !input || !readings) return [];
      const { settings, plan } = input;
      const wanted = checkWanted({
        plan,
        replay,
        sideMm: readings.sideMm,
        limits: settings.limits,
        unit: settings.unit,
      });
      return [...checkSequence(replay), ...wanted].sort((a, b) => a.step - b.step);
    },

    mendOf: (finding, prefix) => (replay && input && findMend(input.plan, replay, finding, prefix)) ?? null,

    readPlayed(number) {
      const step = replay?.steps[number - 1];
      if (!step || step.refusal) return null;
      const { before, after, move, trace } = step;
      // A crease leaves the state as it lies; its line tells two of them apart.
      const line = specOf(move).motion === 'there and back' ? JSON.stringify(move) : '';
      const key = `${stampOf(before)} ${stampOf(after)} ${line}`;
      return { key, before, after, move, ...(trace ? { trace } : {}) };
    },

    readColours() {
      const judged = replay && input && judgeColours({ plan: input.plan, replay });
      if (!judged) return null;
      return { ...judged, drawing: drawModel(replay!.steps.at(-1)!.after, 0) };
    },

    readChoices: () => (replay && input ? lastChoices(input.plan, replay) : []),

    readView(number, view) {
      const state = stateAt(number) ?? replay?.start;
      if (!state) throw new Error('broken promise: a plan is computed before its model is looked at');
      if (view === 'through') return drawThrough(state);
      return view === 'apart' ? drawApart(state) : drawAgainst(stateAt(number - 1) ?? state, state);
    },

    drawStepOf(number) {
      const step = replay?.steps[number - 1];
      return step ? drawStep(step, nameSteps(replay!.sequence.steps)) : null;
    },

    previewMove(before, move, id): Preview {
      if (!replay) throw new Error('broken promise: a plan is computed before a move is tried');
      const { replay: onward, step: trial } = tryMove(replay, before, move, id);
      tried = onward;
      const sentence = sayStep(trial.step, onward.sequence);
      if (trial.refusal)
        return { ok: false, sentence, refusal: trial.refusal, drawing: drawModel(trial.before) };
      return {
        ok: true,
        sentence,
        drawing: drawStep(trial, nameSteps(replay.sequence.steps)),
        after: drawModel(trial.after),
      };
    },

    listLayers(before, at) {
      const state = stateAt(before);
      if (!state) return [];
      return layersUnder(measureState(state).map, at).map((facet) => {
        const { placement } = state.facets[facet]!;
        return {
          facet,
          side: isTurned(placement) ? ('back' as const) : ('front' as const),
          point: apply(inverse(placement), at),
        };
      });
    },

    listCreases: (before) => (replay ? listCreases(replay, before) : []),
    listOtherWays: (before, move) => (replay ? listOtherWays(replay, before, move).map(toProposal) : []),
    offerResults: (before, move) =>
      replay
        ? offerResults(replay, before, move).map(({ state, picks }) => ({
            picks,
            drawing: drawModel(state, 0),
          }))
        : [],
    proposeMoves: (before, from, to) =>
      replay ? proposeMoves(replay, before, from, to).map(toProposal) : [],
    dragGhost(before, from, to) {
      const state = stateAt(before);
      return state ? dragGhost(state, from, to) : [];
    },

    zoneParts: (zone) => (replay ? zoneOnSheet({ replay }, zone) : []),

    readAtlas(wanted, sheet) {
      const folded = sheet === 'any' ? bases.map((b) => mustFold(b.id)) : basesFrom(sheet);
      return matchBases(folded, taskOf(wanted)).map((match) => {
        const base = folded.find((f) => f.base.id === match.baseId)!;
        return readBaseRow(match, base);
      });
    },

    readPartials() {
      const folded = replay;
      if (!folded) return [];
      const passages = new Set(folded.sequence.steps.map((s) => s.passage).filter((p) => p !== ''));
      return [...passages].flatMap((passage) => {
        const part = toPartialSheet(folded, passage);
        return part ? [{ passage, ...part }] : [];
      });
    },

    readPrices: priceOfRules,

    readBaseCard(id): BaseCard {
      const folded = mustFold(id);
      const { base, flaps, measures } = folded;
      return {
        id,
        name: base.name,
        family: base.family,
        drawing: drawModel(standUp(folded), 0),
        flaps: flaps.length,
        layers: measures.spot.layers,
      };
    },

    readBase(id): BaseSheet {
      const folded = mustFold(id);
      const { base, replay: own, state, flaps, measures } = folded;
      const names = nameSteps(base.steps);
      // The size that is given is that of the picture.
      const upright = standUp(folded);
      return {
        id,
        name: base.name,
        family: base.family,
        drawing: drawModel(upright, 0),
        layers: measures.spot.layers,
        sheet: base.sheet,
        sheetTitle: sheetTitle(base.sheet),
        flaps,
        measures: measureState(upright).measures,
        covered: coveredByFlaps(base.sheet, flaps),
        pattern: drawSheet({ ...state, resting: [] }),
        steps: own.steps.map((s) => ({
          number: s.number,
          word: moveWord(s.step),
          sentence: sayStep(s.step, own.sequence),
          drawing: drawStep(s, names),
        })),
      };
    },

    readEfficiency: (id) => efficiencyOf(mustFold(id)) ?? null,

    drawSilhouette(given): Silhouette {
      const own = replaySequence(toSequence(given));
      const state = own.steps.at(-1)?.after ?? own.start;
      return {
        drawing: drawModel(state),
        measures: measureState(state).measures,
        readings: read(given, own),
      };
    },
  };
}

function mustFold(id: string): FoldedBase {
  const folded = foldedBase(id);
  if (!folded) throw new Error(`broken promise: there is no base "${id}"`);
  return folded;
}

const toProposal = ({ state, ...rest }: Proposed): Proposal => ({ ...rest, after: drawModel(state, 0) });
