import { buildCastPlans, buildOwlSteps } from '@jade/core/demo';
import { drawModel } from '@jade/core/drawing';
import { buildPlan } from '@jade/core/plan';
import { playStep } from '@jade/core/play';
import { toReadings } from '@jade/core/readings';
import { replaySequence, write } from '@jade/core/sequence';
import { defaultSettings } from '@jade/core/settings';
import { generateSteps } from '../../../core/test/generated.ts';
import { replayPlan } from '../verb.ts';
import { type Rows, median, row, time } from './time.ts';

/** Thumbnails with more resting creases show none, as on the page. */
const MOST_RESTING = 80;

/** Every figure of the cast replayed from nothing. */
export function* timeCast(): Rows {
  for (const { name, sheet, points, steps } of Object.values(buildCastPlans())) {
    const sequence = { sheet: sheet.shape, points, steps };
    const facets = replaySequence(sequence).steps.at(-1)!.after.facets.length;
    yield row(
      `the ${name.toLowerCase()} of the cast, ${steps.length} steps, ${facets} facets: replay from nothing`,
      time(3, () => replaySequence(sequence)),
      facets,
    );
  }
}

/** Motions between two flat states: one of each kind in the cast, and how many kinds of each are shown. */
export function* timeMotions(): Rows {
  const times = new Map<string, { ms: number; facets: number; shown: boolean }[]>();
  for (const plan of Object.values(buildCastPlans())) {
    const whole = replayPlan(plan);
    for (const step of whole.steps) {
      const began = performance.now();
      const play = playStep(step);
      if (!play) continue;
      const own = {
        ms: performance.now() - began,
        facets: step.after.facets.length,
        shown: play.kind !== 'none',
      };
      times.set(step.move.kind, [...(times.get(step.move.kind) ?? []), own]);
    }
  }
  for (const [kind, list] of [...times].sort(([a], [b]) => a.localeCompare(b))) {
    const shown = list.filter((t) => t.shown).length;
    yield row(`motion of a ${kind}, ${shown} of ${list.length} shown: median`, median(list.map((t) => t.ms)));
    yield row(`motion of a ${kind}: slowest`, Math.max(...list.map((t) => t.ms)));
  }
}

/** A step put into a plan: replay, drawings and readings. */
export function* timeEdits(): Rows {
  for (const [name, steps] of [
    ['owl', buildOwlSteps()],
    ['generated', generateSteps(40, 11)],
  ] as const) {
    const sequence = { sheet: { kind: 'square' as const }, points: {}, steps };
    const whole = replaySequence(sequence);
    const facets = whole.steps.at(-1)!.after.facets.length;
    yield row(
      `${name}, ${steps.length} steps, ${facets} facets: replay from nothing`,
      time(9, () => replaySequence(sequence)),
    );
    const edit = (at: number): void => {
      const crease = write.writeStep(`edit-${at}`, {
        kind: 'crease',
        sense: 'valley',
        line: {
          kind: 'through',
          a: { kind: 'sheet', at: [0.1, 0.2] },
          b: { kind: 'sheet', at: [0.3, 0.25] },
        },
        through: 'all',
      });
      const changed = { ...sequence, steps: [...steps.slice(0, at), crease, ...steps.slice(at)] };
      const replay = replaySequence(changed, whole);
      replay.steps.slice(at).forEach((s) => drawModel(s.after, MOST_RESTING));
      const plan = {
        ...buildPlan('bench'),
        steps: changed.steps,
        sheet: { ...buildPlan('bench').sheet, shape: sequence.sheet, sideMm: 200 },
      };
      toReadings({
        plan,
        replay,
        runs: [],
        diary: [],
        otherDiary: [],
        limits: defaultSettings.limits,
        sigma: defaultSettings.sigma,
        unit: 'mm',
      });
    };
    for (const at of [5, 20, 35])
      yield row(
        `${name}: crease put in at step ${at}, replay, drawings, readings`,
        time(9, () => edit(at)),
      );
  }
}
