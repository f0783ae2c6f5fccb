import {
  A,
  B,
  C,
  D,
  O,
  at,
  on,
  along,
  between,
  meet,
  mirrorOf,
  footOn,
  unfolded,
  through,
  onto,
  bisector,
  across,
  turned,
  turnOver,
  rotate,
  crease,
  fold,
  crimp,
  collapse,
  freely,
  writeFigure,
} from './words.ts';

/** The otter: a fish base folded in half, fins as forelegs, the tail crimped to haunch and heel. */
export const otter = writeFigure(
  {
    I: meet(bisector(B, A, C), bisector(A, B, C), 'sheet'),
    J: unfolded(mirrorOf(at('I'), through(A, C))),
    F: unfolded(footOn(at('I'), through(A, B))),
    G: unfolded(footOn(at('J'), through(A, D))),
    TIP: along(O, C, '3/4'),
    TIPa: along(O, C, '23/32'),
    NJ: meet(across(at('TIP'), through(A, C)), through(C, at('J')), 'sheet'),
    NI: meet(across(at('TIP'), through(A, C)), through(C, at('I')), 'sheet'),
    N: along(O, C, '1/8'),
    H1: along(O, C, '1/2'),
    H2: along(O, C, '19/32'),
    T1: along(O, A, '1/2'),
    T2: along(O, A, '9/16'),
  },
  {
    Base: [
      turnOver('s1'),
      rotate('s2', 45),
      crease('s3', 'valley', through(A, C)),
      collapse(
        'finB',
        on(0.5, 0.5),
        [
          [A, at('I')],
          [C, at('I')],
          [B, at('I')],
        ],
        [[at('I'), at('F')]],
      ),
      collapse(
        'finD',
        on(0.5, 0.5),
        [
          [A, at('J')],
          [C, at('J')],
          [D, at('J')],
        ],
        [[at('J'), at('G')]],
      ),
    ],
    Head: [
      fold('snout', 'mountain', across(at('TIP'), through(A, O)), [C]),
      freely(
        fold('nose1', 'mountain', turned(between(at('TIP'), at('NJ'), '1/2'), O, 65), [
          along(at('NJ'), O, '1/50'),
        ]),
      ),
      freely(
        fold('nose2', 'mountain', turned(between(at('TIP'), at('NI'), '1/2'), O, -65), [
          along(at('NI'), O, '1/50'),
        ]),
      ),
      fold('half', 'mountain', through(A, O), [on(0.55, 0.45)], { layers: 'all' }),
      freely(crimp('head', 'outside', [turned(at('H1'), O, 80), turned(at('H2'), O, 62)], [at('TIPa')])),
    ],
    Legs: [
      fold('leg1', 'valley', bisector(D, at('J'), O), [D]),
      freely(fold('leg2', 'mountain', turned(at('I'), O, 30), [B])),
      freely(fold('paw1', 'mountain', turned(between(D, at('J'), '1/25'), A, 4), [D], { tuck: true })),
      freely(fold('paw2', 'valley', turned(between(D, at('J'), '1/25'), A, 4), [B], { tuck: true })),
    ],
    Back: [
      fold('w1', 'mountain', onto(at('J'), O), [at('J')], { tuck: true }),
      fold('w2', 'valley', onto(at('I'), O), [at('I')], { tuck: true }),
    ],
    'Neck and tail': [
      freely(crimp('neck', 'inside', [turned(at('N'), O, 97), turned(at('N'), O, 107)], [at('TIPa')])),
      freely(crimp('tail', 'outside', [turned(at('T1'), A, 120), turned(at('T2'), A, 110)], [A])),
    ],
  },
  -12,
);
