import { describe, expect, test } from '@jest/globals';
import { buildChance } from '../../src/chance/index.ts';
import {
  type ShowAsk,
  type ShowModel,
  countSheets,
  expectedFoldings,
  findRemedies,
  keptShare,
  planShow,
} from '../../src/calendar/index.ts';

const steps = (
  count: number,
  minutes: number,
  lastWait: readonly { kind: 'dry' | 'press'; minutes: number }[] = [],
) =>
  Array.from({ length: count }, (_, i) => ({
    minutes,
    canStop: true,
    waits: i === count - 1 ? [...lastWait] : [],
  }));

const model = (id: string, more: Partial<ShowModel> = {}): ShowModel => ({
  id,
  name: id,
  date: '2026-12-19',
  copies: 2,
  trials: 0,
  tries: { ended: 0, kept: 0 },
  finished: 0,
  begun: 0,
  steps: steps(20, 2),
  sheets: [{ name: id, paper: 'kraft', drawerId: 'kraft', shape: { kind: 'square' }, sideMm: 200 }],
  ...more,
});

const ask = (models: readonly ShowModel[], more: Partial<ShowAsk> = {}): ShowAsk => ({
  models,
  rules: { minutes: [60, 60, 0, 60, 0, 120, 120], at: 19 * 60, off: [], spareDays: 1, school: 'together' },
  holds: [],
  drawer: [],
  from: '2026-12-01',
  fromMinute: 0,
  ...more,
});

describe('a show', () => {
  test('the newt is damp by Thursday: it dries 14 h and is pressed 24 h, and both are told', () => {
    const newt = model('Newt', {
      copies: 1,
      date: '2026-12-12',
      steps: steps(10, 5, [
        { kind: 'dry', minutes: 14 * 60 },
        { kind: 'press', minutes: 24 * 60 },
      ]),
    });
    const show = planShow(ask([newt]));
    expect(show.critical).toContain('it dries 14 h and it is pressed 24 h');
    // Ready at the beginning of the 11th: 38 h before that is Wednesday the 9th.
    expect(show.critical).toContain('folded by Wednesday 9 December');
    expect(show.waits.map((w) => [w.kinds, w.to - w.from])).toEqual([[['dry', 'press'], 38 * 60]]);
    expect(show.late).toBe(0);
  });

  test('blocks of an evening never overlap and stay within it; copies and steps are told', () => {
    const show = planShow(ask([model('Owl'), model('Heron', { steps: steps(37, 1.5) }), model('Moth')]));
    for (const [i, b] of show.blocks.entries()) {
      expect([b.begin >= 19 * 60, b.end <= 19 * 60 + 120 + 1e-6]).toEqual([true, true]);
      const next = show.blocks[i + 1];
      if (next?.day === b.day) expect(next.begin).toBeGreaterThanOrEqual(b.end - 1e-6);
    }
    const folded = show.blocks.filter((b) => b.model === 'Heron').reduce((s, b) => s + b.end - b.begin, 0);
    expect(folded).toBeCloseTo(show.models[1]!.minutes, 6);
    expect(show.models.map((m) => m.foldings)).toEqual([3, 3, 3]);
  });

  test('progress moves it on: a finished folding and steps done are not planned again', () => {
    const [fresh, begun] = [
      planShow(ask([model('Owl')])),
      planShow(ask([model('Owl', { finished: 1, begun: 10 })])),
    ];
    expect(fresh.models[0]!.minutes).toBeCloseTo(3 * 40, 9);
    expect(begun.models[0]!.minutes).toBeCloseTo(2 * 40 - 20, 9);
  });

  test('what is late is told, and each remedy that is offered does what it says', () => {
    const late = ask(
      [model('Owl', { copies: 6, steps: steps(30, 4) }), model('Newt', { copies: 3, steps: steps(30, 4) })],
      {
        from: '2026-12-10',
      },
    );
    const now = planShow(late);
    expect(now.late).toBeGreaterThan(0);
    expect(now.models.some((m) => (m.late ?? 0) > 0)).toBe(true);
    const remedies = findRemedies(late, now);
    expect(remedies.length).toBeGreaterThan(2);
    for (const r of remedies) {
      expect(planShow(r.change(late)).late).toBe(r.late);
      expect(r.late).toBeLessThan(now.late);
      expect(r.solves).toBe(r.late <= 0);
    }
    expect(findRemedies(ask([model('Owl')]), planShow(ask([model('Owl')])))).toEqual([]);
  });

  test('bad wishes get one sentence with the remedy', () => {
    const none = planShow(
      ask([model('Owl')], { rules: { ...ask([]).rules, minutes: [0, 0, 0, 0, 0, 0, 0] } }),
    );
    expect(none.faults).toEqual(['No evening has any time; give at least one day of the week some minutes.']);
    const over = planShow(ask([model('Owl', { date: '2026-11-01' })]));
    expect(over.faults[0]).toContain('was needed on 2026-11-01, which is over');
    const bare = planShow(ask([model('Owl', { steps: [] })]));
    expect(bare.faults).toEqual(['Owl has no steps yet, so that no time can be foreseen; fold it first.']);
    const week = planShow(
      ask([
        model('Newt', { date: '2026-12-02', steps: steps(4, 5, [{ kind: 'press', minutes: 7 * 24 * 60 }]) }),
      ]),
    );
    expect(week.critical).toContain('late');
  });

  test('fifty plans are computed in a bounded number of placings, the same each time', () => {
    const chance = buildChance(5);
    const models = Array.from({ length: 50 }, (_, i) =>
      model(`M${i}`, {
        date: `2027-0${1 + (i % 6)}-15`,
        copies: 1 + (i % 3),
        steps: steps(15 + Math.floor(chance() * 30), 1 + chance() * 3),
      }),
    );
    const show = planShow(ask(models));
    expect(show.models.every((m) => m.ready !== null)).toBe(true);
    expect(planShow(ask(models))).toEqual(show);
  });
});

describe('foldings and sheets', () => {
  test('the share of tries that is kept begins at 0.8 and follows what was seen', () => {
    expect(keptShare({ ended: 0, kept: 0 })).toBe(0.8);
    expect(keptShare({ ended: 20, kept: 10 })).toBeCloseTo(14 / 25, 12);
    expect(expectedFoldings(8, 1, { ended: 0, kept: 0 }, 0)).toEqual({ all: 11, left: 11, spoiled: 2 });
    expect(expectedFoldings(2, 1, { ended: 95, kept: 95 }, 5)).toEqual({ all: 3, left: 0, spoiled: 0 });
  });

  test('stock sheets by paper: pieces of one sheet, what is had, what to buy, what is too large', () => {
    const paper = {
      id: 'kraft',
      name: 'Kraft 500',
      kind: 'kraft',
      grammage: 60,
      caliperMm: 0.08,
      frontName: 'a',
      frontHex: '#aaaaaa',
      backName: 'b',
      backHex: '#bbbbbb',
      widthMm: 500,
      heightMm: 500,
      count: 1,
      note: '',
      price: null,
      grain: 'none',
      memory: 'normal',
      lowAt: 0,
    } as never;
    const need = { paper: 'Kraft', drawerId: 'kraft', shape: { kind: 'square' as const } };
    const [count] = countSheets(
      [
        { ...need, name: 'Owl', sideMm: 240, foldings: 5 },
        { ...need, name: 'Heron', sideMm: 300, foldings: 2 },
        { ...need, name: 'Giant', sideMm: 700, foldings: 1 },
      ],
      [paper],
    );
    // Four of 240 from one sheet of 500: two sheets; one of 300 from each: two; one that does not fit.
    expect(count).toMatchObject({ paper: 'Kraft 500', needed: 5, had: 1, buy: 4, tooLarge: ['Giant'] });
    const [loose] = countSheets([{ ...need, drawerId: null, name: 'Moth', sideMm: 100, foldings: 3 }], []);
    expect(loose).toMatchObject({ paper: 'Kraft', needed: 3, had: null, buy: 3 });
  });
});
