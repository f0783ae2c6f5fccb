import type { PointRef } from '../references/index.ts';
import {
  folds,
  at,
  on,
  along,
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
  half,
  type Base,
} from './words.ts';

/** The square blintzed with its corners inside: its own corners are the middles of the edges, its middles lie between. */
const toBlintzed = (): [string, Written][] => [
  ['ac', crease('valley', A, C)],
  ['bd', crease('valley', B, D)],
  ['corners', { kind: 'blintz', sense: 'valley', points: [A, B, C, D], to: O }],
  ['over', { kind: 'turn', over: 'sideways' }],
];
const inner = [
  along(mAB, mBC, '1/2'),
  along(mBC, mCD, '1/2'),
  along(mCD, mDA, '1/2'),
  along(mDA, mAB, '1/2'),
] as const;
const toBlintzedPreliminary = (): [string, Written][] => [
  ...toBlintzed(),
  [
    'collapse',
    {
      kind: 'collapse',
      through: 'all',
      creases: [...folds('mountain', O, inner), ...folds('valley', O, [mBC, mDA])],
      anchor: on(0.5, 0.2),
    },
  ],
];
const [near, far] = ['1/2-(2-sqrt(2))/4', '1/2+(2-sqrt(2))/4'];
/** Ends of the hinges of both petals, those of the second behind. */
const blintzedHinges = { P: on(far, near), Q: on(near, near), R: on(near, far), S: on(far, far) };
const toBlintzedBird = (id: string): [string, Written][] => [
  ...toBlintzedPreliminary(),
  [
    'petal',
    {
      kind: 'petal',
      tip: mAB,
      hinge: [at('P'), at('Q')],
      flap: [on(0.5, 0.2), on(0.3, 0.1), on(0.7, 0.1)],
      side: 'front',
    },
  ],
  ['petal-behind', { kind: 'repeat', of: `${id}-petal`, map: half, behind: true }],
];

export const blintzedBases: readonly Base[] = [
  {
    id: 'blintzed-preliminary',
    name: 'Blintzed preliminary base',
    family: 'blintzed',
    sheet: square,
    points: {},
    steps: sequence('blintzed-preliminary', toBlintzedPreliminary()),
  },
  {
    id: 'blintzed-bird',
    name: 'Blintzed bird base',
    family: 'blintzed',
    sheet: square,
    points: blintzedHinges,
    steps: sequence('blintzed-bird', toBlintzedBird('blintzed-bird')),
  },
];

const q = (x: number, y: number): PointRef => on(`${x}/4`, `${y}/4`);
/** The pinwheel: a square in the middle, and at each of its corners a crease to the corner and one to the next edge's middle. */
const toWindmill = (): [string, Written][] => {
  const ring = [q(1, 1), q(3, 1), q(3, 3), q(1, 3)];
  return [
    ...[1, 3].flatMap((k): [string, Written][] => [
      [`x${k}`, crease('valley', on(`${k}/4`, 0), on(`${k}/4`, 1))],
      [`y${k}`, crease('valley', on(0, `${k}/4`), on(1, `${k}/4`))],
    ]),
    ['ac', crease('valley', A, C)],
    ['bd', crease('valley', B, D)],
    ['corners', { kind: 'blintz', sense: 'valley', points: [A, B, C, D], to: O }],
    ['open', { kind: 'unfold', step: 'windmill-corners' }],
    [
      'collapse',
      {
        kind: 'collapse',
        creases: ring.flatMap((p, i) => [
          { from: p, to: ring[(i + 1) % 4]!, sense: 'valley' as const },
          { from: p, to: [A, B, C, D][i]!, sense: 'valley' as const },
          { from: p, to: mids[i]!, sense: 'mountain' as const },
        ]),
        anchor: O,
      },
    ],
  ];
};

/** Every line of an n by n grid with the diagonals of its squares, all folded: points at every second crossing. */
const toGrid = (n: 2 | 4): [string, Written][] => {
  const g = (x: number, y: number): PointRef => on(`${x}/${n}`, `${y}/${n}`);
  const lines = Array.from({ length: n - 1 }, (_, i) => i + 1);
  const creases: { from: PointRef; to: PointRef; sense: 'folded' }[] = lines.flatMap((k) => [
    { from: g(k, 0), to: g(k, n), sense: 'folded' as const },
    { from: g(0, k), to: g(n, k), sense: 'folded' as const },
  ]);
  for (let x = 0; x < n; x++) {
    for (let y = 0; y < n; y++) {
      const rising = (x + y) % 2 === 0;
      creases.push({
        from: rising ? g(x, y) : g(x + 1, y),
        to: rising ? g(x + 1, y + 1) : g(x, y + 1),
        sense: 'folded',
      });
    }
  }
  return [
    ...lines.flatMap((k): [string, Written][] => [
      [`x${k}`, crease('valley', g(k, 0), g(k, n))],
      [`y${k}`, crease('valley', g(0, k), g(n, k))],
    ]),
    ['collapse', { kind: 'collapse', creases, anchor: on(0.05, 0.02) }],
  ];
};

export const gridBases: readonly Base[] = [
  {
    id: 'windmill',
    name: 'Windmill base',
    family: 'grid',
    sheet: square,
    points: {},
    steps: sequence('windmill', toWindmill()),
  },
  {
    id: 'grid-4',
    name: 'Grid 4 × 4, all folded',
    family: 'grid',
    sheet: square,
    points: {},
    steps: sequence('grid-4', toGrid(4)),
  },
];
