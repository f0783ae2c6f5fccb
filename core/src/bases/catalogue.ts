import type { LineRef, PointRef, Step } from '../sequence/index.ts';
import { stepSchema } from '../sequence/index.ts';

const at = (name: string): PointRef => ({ kind: 'named', name });
const through = (a: string, b: string): LineRef => ({ kind: 'through', a: at(a), b: at(b) });
const onto = (a: string, b: string): LineRef => ({ kind: 'onto', from: at(a), to: at(b) });

const crease = (id: string, line: LineRef): Step =>
  stepSchema.parse({ id, passage: 'Base', move: { kind: 'crease', sense: 'valley', line, through: 'all' } });
const fold = (id: string, line: LineRef, flap: PointRef): Step =>
  stepSchema.parse({
    id,
    passage: 'Base',
    move: { kind: 'fold', sense: 'valley', line, flap: [flap], layers: 'flap' },
  });

/** A base is a sequence on the square; everything said about it is computed from its folded state. */
export interface Base {
  readonly id: string;
  readonly name: string;
  readonly steps: readonly Step[];
}

export const bases: readonly Base[] = [
  {
    id: 'kite',
    name: 'Kite base',
    steps: [
      crease('kite-ac', through('A', 'C')),
      fold('kite-right', { kind: 'bisector', from: at('B'), at: at('A'), to: at('C') }, at('B')),
      fold('kite-left', { kind: 'bisector', from: at('D'), at: at('A'), to: at('C') }, at('D')),
    ],
  },
  {
    id: 'blintz',
    name: 'Blintz base',
    steps: [
      crease('blintz-ac', through('A', 'C')),
      crease('blintz-bd', through('B', 'D')),
      ...(['A', 'B', 'C', 'D'] as const).map((c) => fold(`blintz-${c.toLowerCase()}`, onto(c, 'O'), at(c))),
    ],
  },
  { id: 'book', name: 'Book fold', steps: [fold('book', onto('B', 'A'), at('B'))] },
  {
    id: 'cupboard',
    name: 'Cupboard base',
    steps: [
      crease('cupboard-middle', through('mid AB', 'mid CD')),
      fold('cupboard-right', onto('B', 'mid AB'), at('B')),
      fold('cupboard-left', onto('A', 'mid AB'), at('A')),
    ],
  },
  { id: 'diagonal', name: 'Diagonal fold', steps: [fold('diagonal', onto('B', 'D'), at('B'))] },
];

export const findBase = (id: string): Base | undefined => bases.find((b) => b.id === id);
