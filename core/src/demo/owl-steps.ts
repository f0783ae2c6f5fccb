import type { LineRef, PointRef } from '../references/index.ts';
import { type Step, stepSchema } from '../sequence/index.ts';
import type { SheetSymmetry } from '../sheet/index.ts';

const at = (name: string): PointRef => ({ kind: 'named', name });
const mark = (step: string): PointRef => ({ kind: 'mark', step });
const on = (x: number | string, y: number | string): PointRef => ({ kind: 'sheet', at: [x, y] });
const through = (a: PointRef, b: PointRef): LineRef => ({ kind: 'through', a, b });
const onto = (from: PointRef, to: PointRef): LineRef => ({ kind: 'onto', from, to });
const crease = (step: string): LineRef => ({ kind: 'crease', step });
const across = (point: PointRef, to: LineRef): LineRef => ({ kind: 'across', at: point, to });
const inAC: SheetSymmetry = { kind: 'mirror', in: ['A', 'C'] };

/**
 * The barn owl of simple folds: both side corners blunted and folded to the middle, edges rimmed, wings, and a tail
 * pleated behind. White side up; every mark is pinched before it is used; the second side is a repeat of the first.
 */
export function buildOwlSteps(): Step[] {
  const steps: unknown[] = [];
  const passageOf = (passage: string) => ({
    pinch: (id: string, from: PointRef, to: PointRef, a: PointRef, b: PointRef) =>
      steps.push({ id, passage, move: { kind: 'pinch', sense: 'valley', line: onto(from, to), on: [a, b] } }),
    fold: (id: string, sense: 'valley' | 'mountain', line: LineRef, flap: PointRef, note = '') =>
      steps.push({ id, passage, note, move: { kind: 'fold', sense, line, flap: [flap], layers: 'flap' } }),
    repeat: (of: string) =>
      steps.push({ id: `${of}-again`, passage, move: { kind: 'repeat', of, map: inAC } }),
  });
  const [A, B, C, D, O] = ['A', 'B', 'C', 'D', 'O'].map(at) as [
    PointRef,
    PointRef,
    PointRef,
    PointRef,
    PointRef,
  ];
  const start = 'Start';
  steps.push({
    id: 'white-up',
    passage: start,
    note: 'The golden side is the outside; the white one makes face and belly.',
    move: { kind: 'turn', over: 'sideways' },
  });
  steps.push({ id: 'diamond', passage: start, move: { kind: 'rotate', degrees: -45 } });
  for (const [id, a, b] of [
    ['ac', A, C],
    ['bd', B, D],
  ] as const) {
    steps.push({
      id,
      passage: start,
      move: { kind: 'crease', sense: 'valley', line: through(a, b), through: 'all' },
    });
  }

  const marks = passageOf('Marks');
  marks.pinch('ob1/2', B, O, O, B);
  marks.repeat('ob1/2');
  marks.pinch('ob3/4', B, mark('ob1/2'), O, B);
  marks.repeat('ob3/4');
  marks.pinch('oc1/2', C, O, O, C);
  marks.pinch('oc1/4', O, mark('oc1/2'), O, C);
  marks.pinch('oc3/4', C, mark('oc1/2'), O, C);
  marks.pinch('oc5/8', mark('oc1/2'), mark('oc3/4'), O, C);
  marks.pinch('ao1/2', A, O, A, O);
  marks.pinch('ao1/4', A, mark('ao1/2'), A, O);
  marks.pinch('ao3/8', mark('ao1/4'), mark('ao1/2'), A, O);
  marks.pinch('cd1/2', C, D, C, D);
  marks.pinch('cd1/4', C, mark('cd1/2'), C, D);
  marks.pinch('cd1/8', C, mark('cd1/4'), C, D);
  marks.pinch('ab1/2', A, B, A, B);
  marks.pinch('ab1/4', A, mark('ab1/2'), A, B);
  marks.pinch('ab1/8', A, mark('ab1/4'), A, B);
  marks.pinch('ab3/16', mark('ab1/8'), mark('ab1/4'), A, B);
  for (const id of ['cd1/2', 'cd1/4', 'cd1/8', 'ab1/2', 'ab1/4', 'ab1/8', 'ab3/16']) marks.repeat(id);

  const rims = passageOf('Rims');
  rims.fold('blunt', 'valley', onto(B, mark('ob3/4')), B);
  rims.repeat('blunt');
  rims.fold(
    'rim',
    'valley',
    onto(C, mark('cd1/8')),
    on('0.99', '1/2'),
    'Only one sixteenth: the rim of the face.',
  );
  rims.repeat('rim');

  const body = passageOf('Face and body');
  body.fold(
    'door',
    'valley',
    { kind: 'lineOnto', a: crease('blunt'), b: crease('ac'), which: 0 },
    on('0.8', '0.2'),
    'The white heart opens above.',
  );
  body.repeat('door');
  body.fold(
    'peak',
    'valley',
    across(mark('oc5/8'), crease('ac')),
    on('15/16', '15/16'),
    'The brown peak between the two lobes of the face.',
  );

  const wings = passageOf('Wings');
  const shoulder: PointRef = {
    kind: 'meet',
    a: across(mark('oc1/4'), crease('ac')),
    b: crease('door'),
    frame: 'model',
  };
  wings.fold('wing', 'valley', through(shoulder, mark('ab3/16')), on('0.59', '0.1'));
  wings.repeat('wing');

  const tail = passageOf('Tail');
  tail.fold('tail-up', 'mountain', across(mark('ao3/8'), crease('ac')), A);
  tail.fold(
    'tail-down',
    'mountain',
    across(mark('ao1/2'), crease('ac')),
    A,
    'The tail shows under the wings.',
  );
  return steps.map((s) => stepSchema.parse(s));
}
