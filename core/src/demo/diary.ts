import { buildChance, toNormal } from '../chance/index.ts';
import type { BenchRun, DiaryEntry } from '../plan/index.ts';
import { buildOwlSteps } from './owl-steps.ts';

/** Height of the owl over its sheet, as the engine computes it (asserted in the tests). */
const OWL_RATIO = 0.878;

/** Three weeks of owls: trial squares of copy paper first, then the marsh gold. Sizes come out about 2 % short. */
export function buildOwlDiary(): DiaryEntry[] {
  const chance = buildChance(1411);
  const days: readonly [string, number, string, string][] = [
    ['2026-11-02', 200, 'Fog copy paper', 'First trial. The rims are easy, the peak wants a sharper crease.'],
    ['2026-11-05', 200, 'Fog copy paper', 'Left wing higher than the right: fold to the mark, not by eye.'],
    [
      '2026-11-09',
      150,
      'Marsh gold two-colour',
      'White side up, as planned. The face reads at three metres.',
    ],
    ['2026-11-13', 120, 'Marsh gold two-colour', 'Pinches show on the belly; press them lighter.'],
    ['2026-11-17', 104, 'Marsh gold two-colour', 'At final size. The rim is 7 mm, fingers are enough.'],
    ['2026-11-22', 104, 'Marsh gold two-colour', 'Second at final size. Leans well on its tail.'],
  ];
  return days.map(([date, sheetMm, paper, note], i) => {
    const predictedMm = OWL_RATIO * sheetMm;
    const factor = 0.982 + 0.004 * toNormal(chance);
    return {
      id: `owl-${i + 1}`,
      date,
      sheetMm,
      paper,
      dimension: 'height',
      predictedMm,
      measuredMm: Math.round(predictedMm * factor * 2) / 2,
      minutes: Math.round(46 - 4 * i + 3 * chance()),
      stands: i > 1,
      note,
      runId: i >= 4 ? `owl-run-${i - 3}` : null,
      leftOut: false,
      photos: [],
      others: [],
      dried: null,
      spoiled: i === 0 ? 1 : 0,
    };
  });
}

/** Two finished evenings and one left at the wings. */
export function buildOwlRuns(): BenchRun[] {
  const chance = buildChance(94);
  const steps = buildOwlSteps();
  const run = (id: string, day: string, upTo: number): BenchRun => {
    const timed = steps.slice(0, upTo).map((s) => ({
      step: s.id,
      seconds: Math.round((s.passage === 'Marks' ? 22 : 65) * (0.7 + 0.6 * chance())),
      stuck: s.id === 'wing' && id === 'owl-run-1',
      why: s.id === 'wing' && id === 'owl-run-1' ? ('layers' as const) : null,
      kind: null,
      foreseenSeconds: null,
    }));
    const seconds = timed.reduce((sum, t) => sum + t.seconds, 0);
    const started = Date.parse(`${day}T18:30:00Z`);
    const finished = upTo === steps.length ? new Date(started + seconds * 1000).toISOString() : null;
    return {
      id,
      piece: null,
      startedAt: new Date(started).toISOString(),
      finishedAt: finished,
      sheetMm: 104,
      paper: 'Marsh gold two-colour',
      at: upTo,
      resting: false,
      steps: timed,
      foreseenMinutes: 31,
      checks: [],
      waiting: [],
    };
  };
  return [
    run('owl-run-1', '2026-11-17', steps.length),
    run('owl-run-2', '2026-11-22', steps.length),
    run('owl-run-3', '2026-11-24', 36),
  ];
}
