import { describe, expect, test } from '@jest/globals';
import { buildHeronPlan } from '../src/demo/index.ts';
import { readSizeWishes } from '../src/readings/index.ts';
import { toWindow } from '../src/window/index.ts';
import { aimOf, missOf, rangeOf, readWishes, sayWish } from '../src/wishes/index.ts';
import { boundNames } from '../src/wishes/index.ts';

const known = {
  unit: 'mm',
  today: '2026-12-01',
  colours: { front: 'golden brown', back: 'white' },
  others: [{ plan: 'h', name: 'Heron', heightMm: 165, lengthMm: null }],
} as const;
const readKnown = (text: string) => readWishes(text, known);
const read = (text: string) => readWishes(text, { unit: 'mm', today: '2026-12-01' });
const value = (text: string) => {
  const r = read(text);
  if (!r.ok) throw new Error(r.fault);
  return r.value;
};

describe('sizes as they are wished', () => {
  const wishes = boundNames.map((bound) => ({
    mm: 100,
    tolerancePercent: 4,
    bound,
    toMm: bound === 'between' ? 120 : null,
  }));
  test.each(wishes)('$bound: what it allows, misses and is called', (wish) => {
    const { lowMm, highMm } = rangeOf(wish);
    expect(aimOf(wish)).toBeGreaterThanOrEqual(lowMm);
    expect(aimOf(wish)).toBeLessThanOrEqual(highMm);
    for (const mm of [1, 50, 95.9, 96, 99, 100, 104, 110, 120, 121, 400]) {
      const miss = missOf(wish, mm);
      expect(miss === 0).toBe(mm >= lowMm && mm <= highMm);
      // What misses by so much, meets it by so much less.
      if (miss !== 0) expect(missOf(wish, mm - miss)).toBeCloseTo(0, 9);
    }
    // A line that says it reads as it.
    const said = value(`an owl, ${sayWish(wish, 'mm')} tall`).sizes[0]!;
    expect(rangeOf(said)).toEqual({ lowMm, highMm });
  });

  test('the window of sheets has no end that is not wished', () => {
    const window = (bound: 'least' | 'most') =>
      toWindow({
        target: { dimension: 'height', mm: 100, tolerancePercent: 5, ratio: 0.5, bound },
        learned: { factor: 1, spread: 0, next: { low: 1, high: 1 }, scatter: 0, entries: 0, own: 0 },
        layers: { most: 4, mean: 2 },
        caliperMm: null,
        handling: 'fingers',
        limits: {
          comfortableMm: 10,
          fingersMm: 5,
          tweezersMm: 2,
          bulkEasy: 0.1,
          bulkHard: 0.2,
          bulkVeryHard: 0.3,
        },
        stock: [],
      }).bands.find((b) => b.id === 'target')!;
    expect(window('least')).toEqual({ id: 'target', lowMm: 200 });
    expect(window('most')).toEqual({ id: 'target', highMm: 200 });
  });
});

describe('wishes in one line', () => {
  test('copies, subject, sizes, day and rules in any order after the subject', () => {
    expect(
      value('3 barn owls, exactly 120 mm tall, at most 100 mm long, by 19 December; one uncut square'),
    ).toEqual({
      sides: [],
      notes: [],
      copies: 3,
      subject: 'barn owl',
      sizes: [
        { dimension: 'height', mm: 120, tolerancePercent: 0, bound: 'about', toMm: null },
        { dimension: 'length', mm: 100, tolerancePercent: 5, bound: 'most', toMm: null },
      ],
      date: '2026-12-19',
      rules: 'square',
    });
    expect(value('a heron, 16,5 cm high within 3 %, between 20 and 30 mm deep, whatever serves')).toEqual({
      sides: [],
      notes: [],
      copies: 1,
      subject: 'heron',
      sizes: [
        { dimension: 'height', mm: 165, tolerancePercent: 3, bound: 'about', toMm: null },
        { dimension: 'depth', mm: 20, tolerancePercent: 5, bound: 'between', toMm: 30 },
      ],
      rules: 'pragmatic',
    });
    expect(value('at least 7 in tall').sizes[0]!.bound).toBe('least');
    expect(value('at least 7 in tall').sizes[0]!.mm).toBeCloseTo(177.8, 9);
    expect(value('3 1/2 in tall').sizes[0]!.mm).toBeCloseTo(88.9, 9);
    expect(value('10 to 12 cm long').sizes[0]).toMatchObject({ mm: 100, toMm: 120, bound: 'between' });
    expect(value('moth, by March 3').date).toBe('2027-03-03');
    expect(value('moth, by 2027-02-28').date).toBe('2027-02-28');
  });

  test.each([
    ['', 'Nothing is written'],
    ['owl, purple', '"purple" is not understood'],
    ['owl, 90 mm', '"90 mm" is not understood'],
    ['owl 90 mm', 'a size says what it is'],
    ['owl, 90 mm tall, 80 mm high', 'Two sizes are given for the height'],
    ['owl, between 90 mm tall', 'one end only'],
    ['owl, 120 to 100 mm tall', 'ends below where it begins'],
    ['owl, 90 mm tall within 80 %', '0 to 50 %'],
    ['owl, by 31 February', 'not a day of the calendar'],
    ['owl, by soon', 'is not a day'],
    ['900 owls', '1 to 200'],
    ['owl, 90000 m tall', 'is not understood'],
    [`owl, ${'x'.repeat(500)}`, 'at most 400'],
  ])('%j is refused with one sentence', (text, says) => {
    const r = read(text);
    expect(r.ok).toBe(false);
    expect(!r.ok && r.fault).toContain(says);
  });
});

describe('wishes against the folds', () => {
  const plan = buildHeronPlan();
  const core = { sideMm: 200, ratio: 0.6, otherRatio: 0.5, learned: { factor: 1 } } as never;
  const wish = (mm: number, bound: 'about' | 'most' | 'least') => ({
    mm,
    tolerancePercent: 0,
    bound,
    toMm: null,
  });
  const readWith = (target: object, other: object | null) =>
    readSizeWishes(
      {
        ...plan,
        brief: {
          ...plan.brief,
          target: { dimension: 'height', ...target } as never,
          other: other as never,
          depth: null,
        },
      },
      core,
      'mm',
    );
  test('each is judged with the size of its miss', () => {
    const [tall, long] = readWith(wish(120, 'about'), wish(90, 'most'));
    expect(tall).toMatchObject({ id: 'target', said: 'exactly 120 mm tall', isMm: 120, missMm: 0 });
    expect(long).toMatchObject({ id: 'other', said: 'at most 90 mm long', isMm: 100, missMm: 10 });
  });
  test('two that no sheet meets together both say so, each by how much', () => {
    const [tall, long] = readWith(wish(120, 'about'), wish(90, 'most'));
    // 90 mm long comes from 180 mm, and that gives 108 mm of height.
    expect(tall!.conflict).toMatchObject({ with: 'other' });
    expect(tall!.conflict!.says).toContain('makes it 108 mm tall with these folds: 12 mm too small, 10 %');
    expect(long!.conflict!.says).toContain('makes it 100 mm long with these folds: 10 mm too large, 11 %');
    const met = readWith(wish(108, 'about'), wish(90, 'most'));
    expect(met.map((w) => w.conflict)).toEqual([undefined, undefined]);
    expect(readWith(wish(120, 'least'), wish(90, 'least')).map((w) => w.conflict)).toEqual([
      undefined,
      undefined,
    ]);
  });
});

describe('what a line names beside sizes and days', () => {
  test('parts in a colour of the paper, and a colour that does not show', () => {
    expect(readKnown('owl, face white, the wings are golden brown, no white shows')).toMatchObject({
      ok: true,
      value: {
        subject: 'owl',
        sides: [
          { part: 'face', side: 'back' },
          { part: 'wings', side: 'front' },
          { part: 'everything', side: 'front' },
        ],
      },
    });
    // The last word of a name is enough where the other side has another.
    expect(readKnown('owl, tail brown')).toMatchObject({
      ok: true,
      value: { sides: [{ part: 'tail', side: 'front' }] },
    });
    const faulty = readKnown('owl, face purple');
    expect(faulty.ok ? '' : faulty.fault).toContain('(golden brown or white)');
  });

  test('a share of what another plan wishes', () => {
    expect(readKnown('otter, half as tall as the heron')).toMatchObject({
      ok: true,
      value: { sizes: [{ dimension: 'height', mm: 82.5, like: { plan: 'h', name: 'Heron', share: 0.5 } }] },
    });
    expect(readKnown('otter, 120 % as tall as heron')).toMatchObject({
      ok: true,
      value: { sizes: [{ mm: 198 }] },
    });
    const gone = readKnown('otter, as tall as the stork');
    expect(gone.ok ? '' : gone.fault).toContain('No other plan is called "stork"');
    const none = readKnown('otter, twice as long as the heron');
    expect(none.ok ? '' : none.fault).toContain('has no length wished yet');
  });

  test('what fits a shelf is at most as tall', () => {
    expect(readKnown('otter, fits a 90 mm shelf')).toMatchObject({
      ok: true,
      value: { sizes: [{ dimension: 'height', mm: 90, bound: 'most' }] },
    });
  });

  test('a conversion that was rounded by more than one in a hundred is said; one that was not is let be', () => {
    expect(readKnown('otter, 7 in (180 mm) tall')).toMatchObject({
      ok: true,
      value: { sizes: [{ mm: 7 * 25.4 }], notes: ['7 in is 177.8 mm, not 180.'] },
    });
    expect(readKnown('otter, 7 in (177.8 mm) tall')).toMatchObject({ ok: true, value: { notes: [] } });
  });
});
