import { describe, expect, test } from '@jest/globals';
import { sayDrag, sayOther, sayStance } from '../src/features/finish/words.ts';

const pose = {
  stands: true as boolean | 'unsure',
  marginMm: 5.6,
  range: { least: 5.5, most: 5.7 },
  tipDegrees: 3.64,
  falls: 'to the left' as const,
  contacts: ['Left leg', 'F1', 'an edge'],
};

describe('what is said of a figure in space', () => {
  test('standing: on what, the margin, how far it leans and which way it tips', () => {
    expect(sayStance(pose, false, 'mm')).toBe(
      'It stands on the left leg, F1 and an edge: its weight is 5.6 mm inside, and it leans 3.6° to the left before it tips.',
    );
    expect(sayStance(pose, true, 'mm')).toMatch(/^It lies on the left leg/);
  });

  test('unsure is no promise: the range and what a promise takes are said', () => {
    expect(
      sayStance({ ...pose, stands: 'unsure', marginMm: 1.2, range: { least: 0.8, most: 1.4 } }, false, 'mm'),
    ).toBe(
      'Whether it stands is unsure: on the left leg, F1 and an edge its weight is 1.2 mm inside, from 0.8 to 1.4 mm over what the paper may spring back, and a promise takes 2 mm.',
    );
  });

  test('falling: which way, and what it comes to lie on', () => {
    expect(sayStance({ ...pose, stands: false, marginMm: -1, falls: 'forwards' }, false, 'mm')).toBe(
      'It does not stand: it falls forwards, and comes to lie on the left leg, F1 and an edge.',
    );
  });
});

test('other poses are told by what touches, how far over and how sure', () => {
  expect(sayOther({ contacts: ['Left leg', 'tail'], leanDegrees: 86.7, marginMm: 12.34 })).toBe(
    'On the left leg and tail, 87° over: 12.3 mm inside.',
  );
});

test('while a part is dragged a margin is told, and no promise', () => {
  const pose = { stands: 'unsure', marginMm: 3.2, falls: 'forwards', contacts: [] } as never;
  expect(sayDrag(2, 12.5, pose, 'mm')).toBe(
    'Step 2 at 12.5°: its weight is 3.2 mm inside what it stands on.',
  );
  expect(sayDrag(1, -8, { stands: false, falls: 'to the left' } as never, 'mm')).toBe(
    'Step 1 at -8.0°: it falls to the left.',
  );
});
