import type { NamedPoints } from '../references/index.ts';
import {
  folds,
  at,
  on,
  through,
  onto,
  bisector,
  type Written,
  square,
  A,
  B,
  C,
  D,
  O,
  mids,
  mAB,
  mBC,
  mCD,
  mDA,
  sequence,
  crease,
  fold,
  behind,
  half,
  type Base,
} from './words.ts';

/** Both diagonals as valleys, both middle lines as mountains. */
const star = (): [string, Written][] => [
  ['ac', crease('valley', A, C)],
  ['bd', crease('valley', B, D)],
  ['ab-cd', crease('mountain', mAB, mCD)],
  ['bc-da', crease('mountain', mBC, mDA)],
];

const toPreliminary = (): [string, Written][] => [
  ...star(),
  [
    'collapse',
    {
      kind: 'collapse',
      creases: [...folds('mountain', O, mids), ...folds('valley', O, [B, D])],
      anchor: on(0.2, 0.2),
    },
  ],
];

/** Ends of the hinges of a bird base's petals, where the kite creases from A and C meet the middle lines. */
export const hinges: NamedPoints = {
  P: on('1/2', 'tan(22.5)/2'),
  Q: on('tan(22.5)/2', '1/2'),
  R: on('1/2', '1-tan(22.5)/2'),
  S: on('1-tan(22.5)/2', '1/2'),
};
export const [P, Q] = [at('P'), at('Q')];
/** The same for the petals of a frog base: where the bisectors of each half of a flap meet. */
const petals: NamedPoints = Object.fromEntries(
  (
    [
      ['P', 'sqrt(2)/4', '1/2-sqrt(2)/4'],
      ['Q', '1-sqrt(2)/4', '1/2-sqrt(2)/4'],
      ['R', '1/2+sqrt(2)/4', 'sqrt(2)/4'],
      ['S', '1/2+sqrt(2)/4', '1-sqrt(2)/4'],
      ['T', '1-sqrt(2)/4', '1/2+sqrt(2)/4'],
      ['U', 'sqrt(2)/4', '1/2+sqrt(2)/4'],
      ['V', '1/2-sqrt(2)/4', '1-sqrt(2)/4'],
      ['W', '1/2-sqrt(2)/4', 'sqrt(2)/4'],
    ] as const
  ).map(([name, x, y]) => [name, on(x, y)]),
);

const toBird = (id: string): [string, Written][] => [
  ...toPreliminary(),
  ['petal', { kind: 'petal', tip: A, hinge: [P, Q], flap: [on(0.2, 0.2)], side: 'front' }],
  ['petal-behind', { kind: 'repeat', of: `${id}-petal`, map: half, behind: true }],
];

const toFrog = (id: string): [string, Written][] => {
  const first: [string, Written][] = [
    [
      'squash',
      {
        kind: 'squash',
        apex: O,
        hinge: A,
        ridge: mAB,
        to: A,
        front: [on(0.35, 0.1)],
        back: [on(0.65, 0.1)],
        side: 'front',
      },
    ],
    [
      'petal',
      {
        kind: 'petal',
        tip: mAB,
        hinge: [P, Q],
        flap: [on(0.48, 0.3)],
        sides: [on(0.2, 0.1), on(0.8, 0.1)],
        sidesFrom: A,
        side: 'front',
      },
    ],
    ['page', fold(through(O, A), on(0.8, 0.1))],
  ];
  const again = ([90, 180, 270] as const).flatMap((degrees): [string, Written][] =>
    first
      .filter(([name]) => degrees < 270 || name !== 'page')
      .map(([name]) => [
        `${name}-${degrees}`,
        { kind: 'repeat', of: `${id}-${name}`, map: { kind: 'turn', degrees } },
      ]),
  );
  return [
    ...toPreliminary(),
    ['half-behind', { ...behind(through(O, A), on(0.1, 0.35)), layers: 'all' }],
    ...first,
    ...again,
    ['pages-behind', behind(through(O, A), on(0.9, 0.2), on(0.8, 0.1), on(0.2, 0.1))],
  ];
};

export const squareBases: readonly Base[] = [
  {
    id: 'diagonal',
    name: 'Diagonal fold',
    family: 'simple',
    sheet: square,
    points: {},
    steps: sequence('diagonal', [['fold', fold(onto(B, D), B)]]),
  },
  {
    id: 'book',
    name: 'Book fold',
    family: 'simple',
    sheet: square,
    points: {},
    steps: sequence('book', [['fold', fold(onto(B, A), B)]]),
  },
  {
    id: 'cupboard',
    name: 'Cupboard base',
    family: 'simple',
    sheet: square,
    points: {},
    steps: sequence('cupboard', [
      ['middle', crease('valley', mAB, mCD)],
      ['right', fold(onto(B, mAB), B)],
      ['left', fold(onto(A, mAB), A)],
    ]),
  },
  {
    id: 'blintz',
    name: 'Blintz base',
    family: 'simple',
    sheet: square,
    points: {},
    steps: sequence('blintz', [
      ['ac', crease('valley', A, C)],
      ['bd', crease('valley', B, D)],
      ['corners', { kind: 'blintz', sense: 'valley', points: [A, B, C, D], to: O }],
    ]),
  },
  {
    id: 'kite',
    name: 'Kite base',
    family: 'simple',
    sheet: square,
    points: {},
    steps: sequence('kite', [
      ['ac', crease('valley', A, C)],
      ['right', fold(bisector(B, A, C), B)],
      ['left', fold(bisector(D, A, C), D)],
    ]),
  },
  {
    id: 'fish',
    name: 'Fish base',
    family: 'classic',
    sheet: square,
    points: {},
    steps: sequence('fish', [
      ['ac', crease('valley', A, C)],
      [
        'ear',
        {
          kind: 'ear',
          tip: B,
          base: [A, C],
          towards: 0,
          through: 'all',
          anchor: O,
          side: 'front',
        },
      ],
      ['ear-again', { kind: 'repeat', of: 'fish-ear', map: { kind: 'mirror', in: ['A', 'C'] } }],
    ]),
  },
  {
    id: 'preliminary',
    name: 'Preliminary base',
    family: 'classic',
    sheet: square,
    points: {},
    steps: sequence('preliminary', toPreliminary()),
  },
  {
    id: 'waterbomb',
    name: 'Waterbomb base',
    family: 'classic',
    sheet: square,
    points: {},
    steps: sequence('waterbomb', [
      ['ac', crease('mountain', A, C)],
      ['bd', crease('mountain', B, D)],
      ['ab-cd', crease('valley', mAB, mCD)],
      ['bc-da', crease('valley', mBC, mDA)],
      [
        'collapse',
        {
          kind: 'collapse',
          creases: [...folds('mountain', O, [A, B, C, D]), ...folds('valley', O, [mBC, mDA])],
          anchor: on(0.5, 0.1),
        },
      ],
    ]),
  },
  {
    id: 'bird',
    name: 'Bird base',
    family: 'classic',
    sheet: square,
    points: hinges,
    steps: sequence('bird', toBird('bird')),
  },
  {
    id: 'frog',
    name: 'Frog base',
    family: 'classic',
    sheet: square,
    points: petals,
    steps: sequence('frog', toFrog('frog')),
  },
];
