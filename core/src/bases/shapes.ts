import type { SheetShape } from '../sheet/index.ts';
import { P, Q, hinges } from './squares.ts';
import {
  folds,
  on,
  onto,
  type Written,
  A,
  B,
  C,
  D,
  O,
  mAB,
  mCD,
  sequence,
  crease,
  fold,
  type Base,
} from './words.ts';

const long = (height: number): SheetShape => ({ kind: 'rectangle', width: 1, height });
/** One waterbomb in a strip: the square from y to y + 1. */
const bombAt = (y: number) => {
  const centre = on('1/2', `${2 * y + 1}/2`);
  return [
    ...folds('mountain', centre, [on(0, y), on(1, y), on(1, y + 1), on(0, y + 1)]),
    ...folds('valley', centre, [on(0, `${2 * y + 1}/2`), on(1, `${2 * y + 1}/2`)]),
  ];
};
const squaresInRow = (k: number): [string, Written][] => [
  ...Array.from({ length: k }, (_, y) => y).flatMap((y): [string, Written][] => [
    [`rise-${y + 1}`, crease('mountain', on(0, y), on(1, y + 1))],
    [`fall-${y + 1}`, crease('mountain', on(1, y), on(0, y + 1))],
    [`level-${y + 1}`, crease('valley', on(0, `${2 * y + 1}/2`), on(1, `${2 * y + 1}/2`))],
  ]),
  [
    'collapse',
    {
      kind: 'collapse',
      creases: Array.from({ length: k }, (_, y) => bombAt(y)).flat(),
      anchor: on(0.5, 0.1),
    },
  ],
];

export const rectangleBases: readonly Base[] = [
  {
    id: 'waterbomb-strip',
    name: 'Waterbomb at one end, 2:1',
    family: 'rectangle',
    sheet: long(2),
    points: {},
    steps: sequence('waterbomb-strip', [
      ['rise', crease('mountain', on(0, 1), C)],
      ['fall', crease('mountain', on(1, 1), D)],
      ['level', crease('valley', on(0, '3/2'), on(1, '3/2'))],
      ['collapse', { kind: 'collapse', creases: bombAt(1), anchor: on(0.5, 0.5) }],
    ]),
  },
  {
    id: 'preliminary-strip',
    name: 'Preliminary at one end, 2:1',
    family: 'rectangle',
    sheet: long(2),
    points: {},
    steps: sequence('preliminary-strip', [
      ['middle', crease('mountain', mAB, mCD)],
      ['rise', crease('valley', on(0, 1), C)],
      ['fall', crease('valley', on(1, 1), D)],
      ['level', crease('mountain', on(0, '3/2'), on(1, '3/2'))],
      [
        'collapse',
        {
          kind: 'collapse',
          creases: [
            ...folds('mountain', on('1/2', '3/2'), [mCD, on(0, '3/2'), on(1, '3/2'), mAB]),
            ...folds('valley', on('1/2', '3/2'), [C, D]),
          ],
          anchor: on(0.25, 0.5),
        },
      ],
    ]),
  },
  {
    id: 'squares-2',
    name: 'Two squares in a row, 2:1',
    family: 'rectangle',
    sheet: long(2),
    points: {},
    steps: sequence('squares-2', squaresInRow(2)),
  },
  {
    id: 'squares-3',
    name: 'Three squares in a row, 3:1',
    family: 'rectangle',
    sheet: long(3),
    points: {},
    steps: sequence('squares-3', squaresInRow(3)),
  },
];

const triangle: SheetShape = { kind: 'triangle' };
const toHalfPreliminary = (): [string, Written][] => [
  ['axis', crease('valley', A, O)],
  ['right', fold(onto(B, A), B)],
  ['left', fold(onto(C, A), C)],
];
export const triangleBases: readonly Base[] = [
  {
    id: 'half-preliminary',
    name: 'Preliminary base of the triangle',
    family: 'triangle',
    sheet: triangle,
    points: {},
    steps: sequence('half-preliminary', toHalfPreliminary()),
  },
  {
    id: 'half-bird',
    name: 'Bird base of the triangle',
    family: 'triangle',
    sheet: triangle,
    points: hinges,
    steps: sequence('half-bird', [
      ...toHalfPreliminary(),
      ['petal', { kind: 'petal', tip: A, hinge: [P, Q], flap: [on(0.2, 0.2)], side: 'behind' }],
    ]),
  },
];
