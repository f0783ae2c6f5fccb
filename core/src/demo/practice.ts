import type { Judgement, PracticeTry, Skill } from '../practice/index.ts';

/** Three weeks of drills: reverse folds and petals are learned, the sink is just being learned. */
export function buildDemoPractice(): PracticeTry[] {
  const days: readonly [string, Skill, 1 | 2 | 3, number, Judgement, number][] = [
    ['2026-11-08', 'petal', 1, 2, 'trouble', 190],
    ['2026-11-09', 'inside reverse', 1, 2, 'clean', 150],
    ['2026-11-10', 'petal', 1, 2, 'clean', 160],
    ['2026-11-11', 'inside reverse', 2, 4, 'clean', 140],
    ['2026-11-14', 'petal', 2, 2, 'clean', 150],
    ['2026-11-15', 'inside reverse', 3, 8, 'clean', 175],
    ['2026-11-19', 'open sink', 1, 4, 'failed', 420],
    ['2026-11-21', 'open sink', 1, 4, 'trouble', 380],
    ['2026-11-23', 'outside reverse', 1, 4, 'clean', 160],
    ['2026-11-25', 'pleat', 1, 2, 'clean', 60],
    ['2026-11-26', 'open sink', 1, 4, 'clean', 300],
    ['2026-11-27', 'pleat', 2, 4, 'clean', 75],
  ];
  return days.map(([day, skill, level, layers, judged, seconds], i) => ({
    id: `practice-${i + 1}`,
    at: `${day}T19:10:00.000Z`,
    skill,
    level,
    seed: i + 1,
    planId: null,
    sheetMm: 150,
    paper: 'Fog copy paper',
    layers,
    seconds,
    judged,
    check: null,
  }));
}
