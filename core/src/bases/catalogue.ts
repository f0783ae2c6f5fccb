import { type NamedPoints, type PointRef, type Step, write } from '../sequence/index.ts';
import type { SheetShape, SheetSymmetry } from '../sheet/index.ts';

const { at, on, along, through, onto, bisector, writeStep } = write;
type Written = Parameters<typeof writeStep>[1];

export type BaseFamily = 'simple' | 'classic' | 'blintzed' | 'rectangle' | 'grid' | 'triangle';

/** A base is a sequence on its sheet; everything said about it is computed from its folded state. */
export interface Base {
  readonly id: string;
  readonly name: string;
  readonly sheet: SheetShape;
  /** Where it stands in the atlas. */
  readonly family: BaseFamily;
  /** Points its steps name beside the sheet's own. */
  readonly points: NamedPoints;
  readonly steps: readonly Step[];
}

const square: SheetShape = { kind: 'square' };
const [A, B, C, D, O] = ['A', 'B', 'C', 'D', 'O'].map(at) as [
  PointRef,
  PointRef,
  PointRef,
  PointRef,
  PointRef,
];
const mids = ['mid AB', 'mid BC', 'mid CD', 'mid DA'].map(at) as [PointRef, PointRef, PointRef, PointRef];
const [mAB, mBC, mCD, mDA] = mids;

/** Steps with ids that begin with the base's own. */
function sequence(base: string, moves: readonly (readonly [string, Written])[]): Step[] {
  return moves.map(([id, move]) => writeStep(`${base}-${id}`, move, { passage: 'Base' }));
}

type Sense = 'valley' | 'mountain';
const crease = (sense: Sense, a: PointRef, b: PointRef): Written => ({
  kind: 'crease',
  sense,
  line: through(a, b),
  through: 'all',
});
const fold = (line: Extract<Written, { kind: 'fold' }>['line'], ...flap: PointRef[]): Written => ({
  kind: 'fold',
  sense: 'valley',
  line,
  flap,
  layers: 'flap',
});
const behind = (line: Extract<Written, { kind: 'fold' }>['line'], ...flap: PointRef[]) => ({
  kind: 'fold' as const,
  sense: 'mountain' as const,
  line,
  flap,
  layers: 'flap' as const,
});
const folds = (sense: Sense, from: PointRef, ends: readonly PointRef[]) =>
  ends.map((to) => ({ from, to, sense }));
const half: SheetSymmetry = { kind: 'turn', degrees: 180 };

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
const hinges: NamedPoints = {
  P: on('1/2', 'tan(22.5)/2'),
  Q: on('tan(22.5)/2', '1/2'),
  R: on('1/2', '1-tan(22.5)/2'),
  S: on('1-tan(22.5)/2', '1/2'),
};
const [P, Q] = [at('P'), at('Q')];
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

const squareBases: readonly Base[] = [
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
const toBlintzedBird = (id: string): [string, Written][] => [
  ...toBlintzedPreliminary(),
  [
    'petal',
    {
      kind: 'petal',
      tip: mAB,
      hinge: [along(O, inner[0], '2-sqrt(2)'), along(O, inner[3], '2-sqrt(2)')],
      flap: [on(0.5, 0.2), on(0.3, 0.1), on(0.7, 0.1)],
      side: 'front',
    },
  ],
  ['petal-behind', { kind: 'repeat', of: `${id}-petal`, map: half, behind: true }],
];

const blintzedBases: readonly Base[] = [
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
    points: {},
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

const gridBases: readonly Base[] = [
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

const rectangleBases: readonly Base[] = [
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
const triangleBases: readonly Base[] = [
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

/** Every base of the atlas, family by family. */
export const bases: readonly Base[] = [
  ...squareBases,
  ...blintzedBases,
  ...gridBases,
  ...rectangleBases,
  ...triangleBases,
];

export const findBase = (id: string): Base | undefined => bases.find((b) => b.id === id);
