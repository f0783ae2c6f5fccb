import { canDeepen, deepen } from '@jade/core/alignments';
import { buildHeronPlan, buildNewtPlan, lanternDrawer } from '@jade/core/demo';
import { buildEffort } from '@jade/core/effort';
import { toReadings, toWindowInput } from '@jade/core/readings';
import { replaySequence } from '@jade/core/sequence';
import { defaultSettings } from '@jade/core/settings';
import { judgeSequence, mostReplays } from '@jade/core/slips';
import { type MarkWish, findWays } from '@jade/core/ways';
import { toWindow } from '@jade/core/window';
import { type Rows, row, time } from './time.ts';

/** The window of the sheet, as it is computed at every frame of a drag. */
export function* timeWindow(): Rows {
  const plan = buildHeronPlan();
  const replay = replaySequence({ sheet: plan.sheet.shape, points: plan.points, steps: plan.steps });
  const { limits, sigma } = defaultSettings;
  const none = { runs: [], diary: [], otherDiary: [], limits, sigma, unit: 'mm' as const };
  const input = toWindowInput(plan, toReadings({ plan, replay, ...none }), limits, lanternDrawer);
  if (!input) throw new Error('broken promise: the heron is folded');
  yield row(
    'the window of the sheet computed anew, a thousand times',
    time(9, () => {
      for (let i = 0; i < 1000; i++) toWindow(input);
    }),
  );
}

/** The tables of marks, and what an answer from them takes. */
export function* timeMarks(): Rows {
  const sheets = {
    square: { kind: 'square' },
    'root-two sheet': { kind: 'rectangle', width: 1.414, height: 1 },
    'half square': { kind: 'triangle' },
  } as const;
  for (const [name, sheet] of Object.entries(sheets)) {
    const ask = (wish: MarkWish): void => void findWays(sheet, wish, { prefix: 'b', near: 0.2 / 300 });
    const began = performance.now();
    canDeepen(sheet);
    yield row(`marks: quick table of a ${name}`, performance.now() - began);
    const deeper = performance.now();
    if (canDeepen(sheet)) {
      deepen(sheet, () => undefined);
      yield row(`marks: four creases of a ${name}`, performance.now() - deeper);
    }
    const liked = performance.now();
    findWays(
      sheet,
      { kind: 'share', edge: 'AB', share: 0.3217 },
      { prefix: 'b', near: 0.2 / 300, both: true },
    );
    yield row(`marks: first answer with two marks onto two lines, ${name}`, performance.now() - liked);
    for (const [what, wish] of [
      ['1/19 of an edge', { kind: 'share', edge: 'AB', share: '1/19' }],
      ['a place', { kind: 'point', at: [0.3141, 0.2718] }],
      ['a line', { kind: 'line', through: [0, 0], degrees: 23 }],
    ] as const)
      yield row(
        `marks: ways to ${what}, ${name}`,
        time(5, () => ask(wish)),
      );
  }
}

/** A hand's slips carried through whole figures. */
export function* timeSlips(): Rows {
  const { sigma } = defaultSettings;
  for (const [name, plan] of [
    ['heron', buildHeronPlan()],
    ['newt', buildNewtPlan()],
  ] as const) {
    const { steps, points, sheet } = plan;
    const replay = replaySequence({ sheet: sheet.shape, points, steps });
    const began = performance.now();
    judgeSequence({ replay, pairs: [], sigma }, buildEffort(mostReplays(replay)));
    yield row(`marks: slips through the ${steps.length} steps of the ${name}`, performance.now() - began);
  }
}
