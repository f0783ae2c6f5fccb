import { describe, expect, test } from '@jest/globals';
import { buildChance, toNormal } from '../src/chance/index.ts';
import { toDay, toIso, weekdayOf } from '../src/calendar/index.ts';
import { buildCastPlans, buildDemoPractice, lanternDrawer } from '../src/demo/index.ts';
import { checkState, toOutline, buildArrangement } from '../src/folded/index.ts';
import { checkLayers } from '../src/layers/index.ts';
import { kindsGlossary, specOf } from '../src/kinds/index.ts';
import type { BenchRun } from '../src/plan/index.ts';
import {
  MOST_A_DAY,
  type PlanNeeds,
  type PracticeTry,
  type Skill,
  buildDrills,
  choosePaper,
  exampleOf,
  hardnessOf,
  needsBySkill,
  planDrills,
  practiceTrySchema,
  readHand,
  readNeeds,
  readinessOf,
  skillNames,
  skillOf,
  skillSpec,
  toLadder,
} from '../src/practice/index.ts';
import { learnDrying } from '../src/schedule/index.ts';
import { replaySequence } from '../src/sequence/index.ts';
import { often } from './long.ts';

const computed = skillNames.filter((s) => skillSpec(s).propose !== null || s === 'collapse');

describe('skills', () => {
  test('every hard kind of fold is one, and no plain fold is', () => {
    const cast = Object.values(buildCastPlans()).flatMap((p) => p.steps.map((s) => s.move));
    for (const move of cast) {
      const { difficulty } = specOf(move);
      if (difficulty >= 1) expect(skillOf(move)).toBeDefined();
      if (['fold', 'crease', 'pinch', 'turn', 'rotate', 'unfold'].includes(move.kind))
        expect(skillOf(move)).toBeUndefined();
    }
    expect(kindsGlossary.length).toBeGreaterThan(skillNames.length / 2);
  });
});

describe('drills', () => {
  const need = { layers: 8, reachMm: 20 };
  const seeds = Array.from({ length: often(1, 40) }, (_, i) => i + 1);
  test.each(computed)('%s: really made, lawful, and seen from outside', (skill) => {
    for (const seed of seeds) {
      const drills = buildDrills({ skill, seed, need });
      expect(drills.map((d) => d.level)).toEqual([1, 2, 3]);
      for (const drill of drills) {
        const replay = replaySequence(drill.sequence);
        expect(replay.steps.map((s) => s.refusal?.text)).toEqual(replay.steps.map(() => undefined));
        const last = replay.steps.at(-1)!;
        expect(skillOf(last.move)).toBe(skill);
        expect([...checkState(last.after), ...checkLayers(last.after)]).toEqual([]);
        expect(toOutline(buildArrangement(last.after))).not.toEqual(toOutline(buildArrangement(last.before)));
        expect(drill.layers).toBe(hardnessOf(last).layers);
        expect(drill.reachMm).toBeCloseTo(hardnessOf(last).reach * drill.sideMm, 9);
        expect(drill.sideMm).toBeGreaterThanOrEqual(75);
        expect(drill.sideMm).toBeLessThanOrEqual(350);
      }
    }
  });

  test.each(['narrow', 'open sink', 'petal'] as const)(
    '%s: the same seed gives the same, another one others',
    (skill) => {
      const [one, again, other] = [1, 1, 2].map((seed) => JSON.stringify(buildDrills({ skill, seed, need })));
      expect(one).toBe(again);
      expect(other).not.toBe(one);
    },
  );

  test('layers grow from easy to that of the plan where the move can have more', () => {
    const grown = [1, 2, 3, 4, 5].map((seed) => buildDrills({ skill: 'open sink', seed, need }));
    const mean = (level: number): number =>
      grown.reduce((sum, d) => sum + d[level - 1]!.layers, 0) / grown.length;
    expect(mean(1)).toBeLessThan(mean(2));
    expect(mean(2)).toBeLessThan(mean(3));
  });

  test('a move the atlas has no place for gives none, and is not made up', () => {
    for (const skill of ['refold', 'swivel', 'pull out'] as const)
      expect(buildDrills({ skill, seed: 1, need })).toEqual([]);
  });
});

const step = (skill: Skill, id: string, layers: number): PlanNeeds['steps'][number] => ({
  id,
  number: 1,
  passage: '',
  skill,
  layers,
  reachMm: 30,
  foreseenSeconds: 100,
});
const plan = (id: string, steps: PlanNeeds['steps'], date: string | null = null): PlanNeeds => ({
  id,
  name: id,
  date,
  caliperMm: 0.08,
  steps,
});
const drill = (day: string, judged: PracticeTry['judged'], layers = 8, check: PracticeTry['check'] = null) =>
  practiceTrySchema.parse({
    ...buildDemoPractice()[0]!,
    skill: 'open sink',
    at: `${day}T19:00:00Z`,
    judged,
    layers,
    check,
  });
const hand = (tries: readonly PracticeTry[]) => readHand([], [], tries).get('open sink')!;

describe('what a hand knows', () => {
  test('it is due after growing spaces while it goes clean, and at once where it failed', () => {
    const days = ['2026-11-01', '2026-11-02', '2026-11-05', '2026-11-12', '2026-11-28'];
    const dues = days.map((_, i) => hand(days.slice(0, i + 1).map((d) => drill(d, 'clean'))).due);
    expect(dues).toEqual(['2026-11-02', '2026-11-05', '2026-11-12', '2026-11-28', '2027-01-02']);
    const fell = hand([...days.map((d) => drill(d, 'clean')), drill('2026-12-01', 'failed')]);
    expect([fell.box, fell.due]).toEqual([0, '2026-12-01']);
  });

  test('ten times on one day is one day; a failure of the day is not forgotten by one that went clean after it', () => {
    const same = hand(Array.from({ length: 10 }, () => drill('2026-11-01', 'clean')));
    expect([same.box, same.cleanDays]).toEqual([1, 1]);
    const after = [drill('2026-11-01', 'clean'), drill('2026-11-02', 'failed'), drill('2026-11-02', 'clean')];
    expect(hand(after).box).toBe(0);
  });

  test('a check twice off what is usual is trouble, whatever the hand says', () => {
    const check = (missMm: number) => ({ says: 'the tip', expectedMm: 0.5, missMm });
    expect(hand([drill('2026-11-01', 'clean', 8, check(0.9))]).clean).toBe(1);
    expect(hand([drill('2026-11-01', 'clean', 8, check(1.1))]).clean).toBe(0);
  });

  test('a step at the bench counts, unless it was paged through, left lying, stuck, or far off', () => {
    const own = plan(
      'p',
      ['a', 'b', 'c', 'd', 'e'].map((id) => step('open sink', id, 6)),
    );
    const run = {
      id: 'r',
      startedAt: '2026-11-03T19:00:00.000Z',
      finishedAt: null,
      steps: [
        { step: 'a', seconds: 90, stuck: false, why: null },
        { step: 'b', seconds: 0.4, stuck: false, why: null },
        { step: 'c', seconds: 90, stuck: true, why: 'layers' },
        { step: 'd', seconds: 5000, stuck: false, why: null },
        { step: 'e', seconds: 90, stuck: false, why: null },
      ],
      checks: [{ step: 'e', says: 'x', expectedMm: 0.3, missMm: 2, at: '2026-11-03T19:10:00.000Z' }],
    } as unknown as BenchRun;
    const uses = readHand([own], [{ planId: 'p', run }], []).get('open sink')!.uses;
    expect(uses.map((u) => u.how).sort()).toEqual(['clean', 'trouble', 'trouble']);
  });

  test('known on thin layers is not known on thick ones', () => {
    const known = hand([drill('2026-11-01', 'clean', 4), drill('2026-11-03', 'clean', 4)]);
    expect(readinessOf(known, 8)).toEqual({ is: 'known', cleanLayers: 4 });
    expect(readinessOf(known, 9)).toEqual({ is: 'thinner', cleanLayers: 4 });
    expect(readinessOf(undefined, 1)).toEqual({ is: 'new' });
    expect(readinessOf(hand([drill('2026-11-01', 'clean')]), 1).is).toBe('learning');
  });
});

describe('days of practice', () => {
  test('no day takes more than its drills, none lies on a day without an evening or after the date', () => {
    const load = new Map<number, number>();
    const isFree = (day: number): boolean => weekdayOf(day) !== 4;
    const all = skillNames.flatMap((s) =>
      planDrills(s, undefined, '2026-12-19', '2026-12-01', false, { load, isFree }),
    );
    expect(Math.max(...load.values())).toBeLessThanOrEqual(MOST_A_DAY);
    expect(all.length).toBeGreaterThan(skillNames.length);
    for (const d of all) {
      expect(weekdayOf(toDay(d.day))).not.toBe(4);
      expect(d.day < '2026-12-19' && d.day >= '2026-12-01').toBe(true);
    }
  });

  test('spaces grow as they do when every drill goes clean, and too few days are said', () => {
    const days = planDrills('ear', undefined, null, '2026-12-01', false).map((d) => d.day);
    expect(days).toEqual(['2026-12-01', '2026-12-02']);
    const late = planDrills('ear', undefined, '2026-12-02', '2026-12-01', false);
    expect(late).toEqual([{ skill: 'ear', day: '2026-12-01', before: '2026-12-02', isLate: true }]);
    const known = hand([drill('2026-11-01', 'clean'), drill('2026-11-03', 'clean')]);
    expect(planDrills('open sink', known, null, '2026-11-04', true).map((d) => d.day)).toEqual([known.due]);
    expect(known.due).toBe(toIso(toDay('2026-11-03') + 3));
  });
});

describe('plans', () => {
  test('the ladder has the nearest first, and names what is missing', () => {
    const hands = readHand([], [], [drill('2026-11-01', 'clean'), drill('2026-11-03', 'clean')]);
    const plans = [
      plan('far', [step('closed sink', 'a', 4), step('open sink', 'b', 4), step('petal', 'c', 2)]),
      plan('near', [step('open sink', 'a', 10)]),
      plan('next', [step('open sink', 'a', 30)]),
    ];
    expect(toLadder(plans, hands).map((r) => [r.name, r.missing])).toEqual([
      ['near', []],
      ['next', ['open sink']],
      ['far', ['petal', 'closed sink']],
    ]);
  });

  test('needs are read off the folded plan, repeats among them, and the hardest step is named', () => {
    const { heron } = buildCastPlans();
    const replay = replaySequence({ sheet: heron!.sheet.shape, points: heron!.points, steps: heron!.steps });
    const needs = readNeeds('heron', heron!, replay, 240);
    const sink = needsBySkill([needs]).find((n) => n.skill === 'open sink')!;
    const at = replay.steps[sink.hardest.number - 1]!;
    expect(skillOf(at.move)).toBe('open sink');
    expect(sink.hardest.layers).toBe(at.trace!.layersAtCrease);
    expect(sink.hardest.reachMm).toBeCloseTo(hardnessOf(at).reach * 240, 9);
  });

  test('practice paper is the cheapest that is large enough; for the last level as thick as the plan’s', () => {
    const easy = choosePaper(lanternDrawer, 150, 1, 0.2)!;
    const rest = lanternDrawer.filter((p) => p.count > 0 && Math.min(p.widthMm, p.heightMm) >= 150);
    const cost = (p: (typeof rest)[number]): number => (p.price ?? Infinity) / (p.widthMm * p.heightMm);
    expect(cost(easy)).toBe(Math.min(...rest.map(cost)));
    const like = choosePaper(lanternDrawer, 100, 3, 0.08)!;
    expect(Math.abs(like.caliperMm! / 0.08 - 1)).toBeLessThanOrEqual(0.2);
    expect(choosePaper(lanternDrawer, 4000, 1, null)).toBeUndefined();
  });
});

describe('drying', () => {
  test('no entry keeps the rule of thumb, one moves it a part of the way, many nearly all of it', () => {
    const often = (n: number) =>
      learnDrying(Array.from({ length: n }, () => ({ foreseenHours: 10, hours: 20 })));
    expect(often(0)).toMatchObject({ pace: 1, entries: 0 });
    expect(often(1).pace).toBeGreaterThan(1.2);
    expect(often(1).pace).toBeLessThan(1.8);
    expect(often(30).pace).toBeCloseTo(2, 1);
    expect(often(30).high / often(30).low).toBeLessThan(often(1).high / often(1).low);
  });

  test('its 90 % range holds the truth in 88 to 92 of 100 papers drawn from the prior', () => {
    const chance = buildChance(2312);
    const papers = 3000;
    let held = 0;
    for (let i = 0; i < papers; i++) {
      const truth = 0.5 * toNormal(chance);
      const dried = Array.from({ length: 1 + (i % 6) }, () => ({
        foreseenHours: 12,
        hours: 12 * Math.exp(truth + 0.35 * toNormal(chance)),
      }));
      const { low, high } = learnDrying(dried);
      if (truth >= Math.log(low) && truth <= Math.log(high)) held++;
    }
    expect(held / papers).toBeGreaterThan(0.88);
    expect(held / papers).toBeLessThan(0.92);
  });
});

test('examples of kinds really fold, and are of the kind they stand for', () => {
  const none: string[] = [];
  for (const { kind } of kindsGlossary) {
    const example = exampleOf(kind);
    if (!example) {
      none.push(kind);
      continue;
    }
    const replay = replaySequence(example.sequence);
    expect(replay.steps.map((s) => s.refusal?.text)).toEqual(replay.steps.map(() => undefined));
    expect(replay.steps[example.step - 1]!.step.move.kind).toBe(kind);
  }
  expect(none).toEqual(['refold', 'swivel', 'pull']);
});
