import { drawModel, drawStep } from '@jade/core/drawing';
import { layersUnder } from '@jade/core/folded';
import { apply, inverse, isTurned } from '@jade/core/geometry';
import { measureState } from '@jade/core/readings';
import { nameSteps, sayStep } from '@jade/core/sequence';
import {
  type Proposed,
  dragGhost,
  listCreases,
  listOtherWays,
  offerResults,
  proposeMoves,
  proposeTo,
  splitIntoStretches,
  swapFlaps,
  tryMove,
} from '@jade/core/trying';
import type { Engine, Preview, Proposal } from './protocol.ts';
import type { OpenPlan } from './openPlan.ts';

type Answers = Pick<
  Engine,
  | 'previewMove'
  | 'listLayers'
  | 'listCreases'
  | 'splitCreases'
  | 'listOtherWays'
  | 'offerResults'
  | 'swapFlaps'
  | 'proposeMoves'
  | 'proposeTo'
  | 'dragGhost'
>;

/** What is asked while a fold is made: what it gives, what could be chosen, what else would work. */
export const trialAnswers = (open: OpenPlan): Answers => ({
  previewMove(before, move, id): Preview {
    if (!open.replay) throw new Error('broken promise: a plan is computed before a move is tried');
    const { replay: onward, step: trial } = tryMove(open.replay, before, move, id);
    open.tried = onward;
    const sentence = sayStep(trial.step, onward.sequence);
    if (trial.refusal)
      return { ok: false, sentence, refusal: trial.refusal, drawing: drawModel(trial.before) };
    return {
      ok: true,
      sentence,
      drawing: drawStep(trial, nameSteps(open.replay.sequence.steps)),
      after: drawModel(trial.after),
    };
  },
  listLayers(before, at) {
    const state = open.stateAt(before);
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
  splitCreases: (before, creases) => (open.replay ? splitIntoStretches(open.replay, before, creases) : []),
  listCreases: (before, which) => (open.replay ? listCreases(open.replay, before, which) : []),
  listOtherWays: (before, move) =>
    open.replay ? listOtherWays(open.replay, before, move).map(toProposal) : [],
  offerResults: (before, move) =>
    open.replay
      ? offerResults(open.replay, before, move).map(({ state, picks }) => ({
          picks,
          drawing: drawModel(state, 0),
        }))
      : [],
  swapFlaps: (first, last) =>
    open.replay
      ? swapFlaps(open.replay, first, last).map(({ map, steps, after }) => ({
          map,
          steps,
          drawing: drawModel(after, 0),
        }))
      : [],
  proposeMoves: (before, from, to) =>
    open.replay ? proposeMoves(open.replay, before, from, to).map(toProposal) : [],
  proposeTo: (before, from, place) =>
    open.replay ? proposeTo(open.replay, before, from, place).map(toProposal) : [],
  dragGhost(before, from, to) {
    const state = open.stateAt(before);
    return state ? dragGhost(state, from, to) : [];
  },
});

const toProposal = ({ state, ...rest }: Proposed): Proposal => ({ ...rest, after: drawModel(state, 0) });
