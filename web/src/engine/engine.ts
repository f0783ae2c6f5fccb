import { drawModel } from '@jade/core/drawing';
import { findRemedies, planShow } from '@jade/core/calendar';
import { USUAL_SIDE_MM } from '@jade/core/exporting';
import type { Plan } from '@jade/core/plan';
import { type Readings, measureState, readShowModel } from '@jade/core/readings';
import { replaySequence } from '@jade/core/sequence';
import { furtherForShow, isWhole, readWhole } from '@jade/core/whole';
import { atlasAnswers } from './atlasAnswers.ts';
import { OpenPlan, readPlan, toSequence } from './openPlan.ts';
import { planAnswers } from './planAnswers.ts';
import { exportAnswers } from './exportAnswers.ts';
import { poseAnswers, shapedPicture } from './poseAnswers.ts';
import { wholeAnswers } from './wholeAnswers.ts';
import { practiceAnswers } from './practiceAnswers.ts';
import type { Engine, Silhouette } from './protocol.ts';
import { trialAnswers } from './trialAnswers.ts';

/** A figure of several pieces that are put together, as the audience sees it. */
function wholePicture(plan: Plan, { sideMm }: Pick<Readings, 'sideMm'>) {
  const whole = isWhole(plan) && sideMm !== undefined ? readWhole(plan, sideMm) : undefined;
  if (!whole) return undefined;
  const { minX, minY, maxX, maxY } = whole.drawing.bounds;
  return { drawing: whole.drawing, size: { height: maxY - minY, width: maxX - minX } };
}

/** The engine behind the worker's door: what is asked about the open plan, about trials on it, the atlas, and other plans. */
export function buildEngine(): Engine {
  const open = new OpenPlan();
  return {
    ...planAnswers(open),
    ...trialAnswers(open),
    ...poseAnswers(open),
    ...exportAnswers(open),
    ...atlasAnswers,
    ...practiceAnswers,
    ...wholeAnswers(open),
    readForShow(id, given, trials) {
      const own = replaySequence(toSequence(given));
      const readings = readPlan(given, own);
      const { plan, runs, diary } = given;
      const sideMm = readings.sideMm ?? USUAL_SIDE_MM;
      const further = furtherForShow(plan, sideMm);
      return readShowModel({
        ...{ id, plan, replay: own, sideMm, pace: readings.paces, runs, diary, trials, further },
      });
    },
    planShow,
    findRemedies: (ask, show) => findRemedies(ask, show).map(({ change: _change, ...told }) => told),
    drawSilhouette(given): Silhouette {
      const own = replaySequence(toSequence(given));
      const state = own.steps.at(-1)?.after ?? own.start;
      const readings = readPlan(given, own);
      const figure = wholePicture(given.plan, readings) ?? shapedPicture(given.plan, own, readings);
      return {
        drawing: figure?.drawing ?? drawModel(state),
        measures: measureState(state).measures,
        readings,
        ...(figure ? { size: figure.size } : {}),
      };
    },
  };
}
