import { buildEffort } from '@jade/core/effort';
import { drawModel, drawStep } from '@jade/core/drawing';
import { USUAL_SIDE_MM } from '@jade/core/exporting';
import { type Drill, buildDrills, exampleOf, readNeeds } from '@jade/core/practice';
import { moveWord, nameSteps, replaySequence, sayStep } from '@jade/core/sequence';
import { judgeSequence, mostReplays } from '@jade/core/slips';
import { readPlan, toSequence } from './openPlan.ts';
import type { DrillCard, Engine } from './protocol.ts';

type Answers = Pick<Engine, 'readNeeds' | 'drawDrills' | 'checkDrill' | 'readSign'>;

/** What is asked for practice: what plans need, and drills. */
export const practiceAnswers: Answers = {
  readNeeds(id, given) {
    const own = replaySequence(toSequence(given));
    // A side that was chosen needs no reading of the whole plan.
    const sideMm = given.plan.sheet.sideMm ?? readPlan(given, own).sideMm ?? USUAL_SIDE_MM;
    return readNeeds(id, given.plan, own, sideMm);
  },
  readSign(kind) {
    const example = exampleOf(kind);
    if (!example) return null;
    const replay = replaySequence(example.sequence);
    const step = replay.steps[example.step - 1]!;
    return {
      word: moveWord(step.step),
      sentence: sayStep(step.step, replay.sequence),
      before: drawStep(step, nameSteps(example.sequence.steps)),
      after: drawModel(step.after),
      played: {
        before: step.before,
        after: step.after,
        move: step.move,
        ...(step.trace ? { trace: step.trace } : {}),
      },
    };
  },
  drawDrills: (ask) => buildDrills(ask).map(toCard),
  checkDrill({ sequence }, sigma) {
    const replay = replaySequence(sequence);
    const whole = judgeSequence({ replay, pairs: [], sigma }, buildEffort(mostReplays(replay)));
    // The last place that shows the drilled move is the one a rule is held to.
    const check = whole?.checks.filter((c) => c.step === replay.steps.length).at(-1);
    return check ? { says: check.says, errorMm: check.errorMm } : null;
  },
};

function toCard(drill: Drill): DrillCard {
  const replay = replaySequence(drill.sequence);
  const names = nameSteps(drill.sequence.steps);
  return {
    drill,
    steps: replay.steps.map((s) => ({
      number: s.number,
      sentence: sayStep(s.step, replay.sequence),
      before: drawStep(s, names),
      after: drawModel(s.after),
    })),
  };
}
