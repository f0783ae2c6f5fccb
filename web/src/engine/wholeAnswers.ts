import { drawModel } from '@jade/core/drawing';
import { planOfPiece } from '@jade/core/plan';
import { nameSteps } from '@jade/core/sequence';
import { REPEAT_SHARE, toMinutes } from '@jade/core/schedule';
import { shapingOf } from '@jade/core/shaping';
import { listLandmarks, placesMade } from '@jade/core/trying';
import { drawWhole, foldPieces, readWhole, windowOfPieces } from '@jade/core/whole';
import { type OpenPlan, readPlan } from './openPlan.ts';
import type { Engine, PieceForm, WholeReading } from './protocol.ts';

type Answers = Pick<Engine, 'readWhole' | 'drawWhole' | 'readPieces'>;

/** What is asked about a plan of several pieces. */
export const wholeAnswers = (open: OpenPlan): Answers => ({
  readWhole(papers): WholeReading | null {
    const { input } = open;
    const plan = input?.whole;
    if (!input || !plan) return null;
    const whole = readWhole(plan);
    if (!whole) return null;
    const { limits, unit } = input.settings;
    const folded = foldPieces(plan);
    const read = folded.map(({ id, name, replay, posed }) => {
      const view = planOfPiece(plan, id);
      // By itself, and with nothing wished of its size: that is asked of the whole.
      const alone = {
        ...view,
        pieces: [],
        fits: [],
        sheet: { ...view.sheet, sideMm: posed.sideMm },
        brief: { ...view.brief, target: { ...view.brief.target, mm: null }, other: null, depth: null },
      };
      return {
        id,
        name,
        plan: alone,
        replay,
        readings: readPlan({ ...input, plan: alone, runs: [] }, replay),
      };
    });
    const isPlaced = whole.pieces.every((p) => p.isPlaced);
    const paces = open.readings?.paces ?? 1;
    return {
      whole,
      window: windowOfPieces(plan, read, isPlaced ? whole : undefined, limits, papers, unit),
      minutes: folded.map(({ id, replay, posed, plan: view }) => {
        const alike = plan.pieces.find((p) => p.id === id)?.alike?.steps ?? 0;
        const flat = replay.steps.reduce(
          (sum, s) => sum + toMinutes(s, posed.sideMm, paces) * (s.number <= alike ? REPEAT_SHARE : 1),
          0,
        );
        return { id, alike, minutes: view.shaping.reduce((sum, s) => sum + shapingOf(s.act).minutes, flat) };
      }),
    };
  },
  drawWhole(towards) {
    const plan = open.input?.whole;
    return (plan && drawWhole(plan, towards)) ?? null;
  },
  readPieces() {
    const plan = open.input?.whole ?? open.input?.plan;
    if (!plan) return [];
    return foldPieces(plan).map(({ id, name, plan: view, replay }): PieceForm => {
      const state = replay.steps.at(-1)?.after ?? replay.start;
      const number = replay.steps.length;
      return {
        id,
        name,
        drawing: drawModel(state),
        landmarks: listLandmarks(
          state,
          replay.steps,
          placesMade(view, replay, number),
          nameSteps(replay.sequence.steps),
        ),
      };
    });
  },
});
