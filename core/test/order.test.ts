import { describe, expect, test } from '@jest/globals';
import { bases, foldBase } from '../src/bases/index.ts';
import { type DrawItem, drawStep } from '../src/drawing/index.ts';
import { distance } from '../src/geometry/index.ts';
import { nameSteps, replaySequence, sayStep, write } from '../src/sequence/index.ts';

const stepOf = (id: string, number: number) => {
  const { base, replay } = foldBase(bases.find((b) => b.id === id)!);
  const step = replay.steps[number - 1]!;
  return { step, drawing: drawStep(step, nameSteps(base.steps)), says: sayStep(step.step, replay.sequence) };
};
const numbersIn = (items: readonly DrawItem[]) =>
  items.flatMap((i) => (i.kind === 'number' ? [{ at: i.at, n: i.n }] : []));

describe('the order in which the creases of a collapse are set', () => {
  test.each([
    ['windmill', 9],
    ['grid-4', 7],
    ['river-trunk', 1],
  ])('%s: ring by ring, the farther out the sooner; the sentence says so', (id, number) => {
    const { drawing, says } = stepOf(id, number);
    const numbers = numbersIn(drawing.items);
    const centre = [0, 1].map((k) => numbers.reduce((s, x) => s + x.at[k]!, 0) / numbers.length) as [
      number,
      number,
    ];
    for (const a of numbers)
      for (const b of numbers)
        if (a.n < b.n) expect(distance(a.at, centre)).toBeGreaterThan(distance(b.at, centre));
    const used = [...new Set(numbers.map((x) => x.n))].sort();
    expect(used).toEqual(used.map((_, i) => i + 1));
    expect(used.length).toBeGreaterThan(1);
    expect(used.length).toBeLessThanOrEqual(6);
    expect(says).toContain('in the order of the numbers');
  });

  test('creases that lie alike by symmetry have one number', () => {
    const numbers = numbersIn(stepOf('windmill', 9).drawing.items);
    const ofRing = (n: number) => numbers.filter((x) => x.n === n).length;
    expect([ofRing(1), ofRing(2), ofRing(3)]).toEqual([4, 4, 4]);
  });

  test('a collapse of six creases is told without numbers, and by the point they meet in', () => {
    const { drawing, says } = stepOf('blintzed-preliminary', 5);
    expect(numbersIn(drawing.items)).toEqual([]);
    expect(says).toBe('Collapse on the 6 creases drawn that meet in the centre O: 4 mountain and 2 valley.');
  });
});

describe('what is held', () => {
  const { at, through, writeStep } = write;
  const edge = through(at('A'), at('B'));

  test('a point a crease turns about has the ring of a held point; one that is free has none', () => {
    const fold = (by: 'through' | 'square') =>
      writeStep(by, {
        kind: 'fold',
        sense: 'valley',
        line: {
          kind: 'landing',
          from: at('C'),
          on: edge,
          by: by === 'through' ? { kind: 'through', at: at('mid DA') } : { kind: 'square', to: edge },
          which: 0,
        },
        flap: [at('C')],
        layers: 'flap',
      });
    const holdsOf = (by: 'through' | 'square') => {
      const { steps } = replaySequence({ sheet: { kind: 'square' }, points: {}, steps: [fold(by)] });
      return drawStep(steps[0]!, new Map()).items.flatMap((i) => (i.kind === 'hold' ? [i.at] : []));
    };
    expect(holdsOf('through')).toEqual([[0, 0.5]]);
    expect(holdsOf('square')).toEqual([]);
  });
});
