import {
  O,
  mAB,
  mBC,
  mCD,
  mDA,
  at,
  on,
  along,
  between,
  through,
  onto,
  bisector,
  beside,
  turned,
  rotate,
  crease,
  fold,
  unfold,
  halvings,
  again,
  freely,
  pleat,
  collapse,
  writeFigure,
} from './words.ts';

/** What maps the right half of the moth onto the left. */
export const sides = { kind: 'mirror' as const, in: ['mid AB', 'mid CD'] as [string, string] };

/** The moth: hems of the other side, a waterbomb base, wings spread and a pleated body. */
export const moth = writeFigure(
  {
    P1: on('1/16', '1/16'),
    P2: on('15/16', '1/16'),
    P3: on('15/16', '15/16'),
    P4: on('1/16', '15/16'),
    R: on('15/16', '1/2'),
    L: on('1/16', '1/2'),
    HR: along(O, mBC, '3/4'),
    HL: along(O, mDA, '3/4'),
    TR: on('1/16', '0'),
    TL: on('15/16', '0'),
    SR: on('15/32', '0'),
    SL: on('17/32', '0'),
    // The pleat beside the body: its outer and its inner line, right and left.
    KR: on('15/32', '3/8'),
    VR: on('7/16', '3/8'),
    KL: on('17/32', '3/8'),
    VL: on('9/16', '3/8'),
    BR: on('1/16', '1'),
    BL: on('15/16', '1'),
    NR: on('15/32', '1'),
    NL: on('17/32', '1'),
  },
  {
    Start: [
      crease('s2', 'valley', through(mBC, mDA)),
      fold('s1', 'valley', through(mAB, mCD), [mBC]),
      ...halvings('hem-mark', O, mDA, ['3/4'], { layers: 'all' }),
      unfold('s1'),
      fold('s3', 'mountain', onto(mBC, at('HR')), [mBC]),
      again('s3', sides),
      crease('s5', 'mountain', bisector(at('R'), O, mAB)),
      again('s5', sides),
    ],
    Base: [
      collapse(
        's7',
        on(0.5, 0.2),
        [
          [O, at('P1')],
          [O, at('P2')],
          [O, at('P3')],
          [O, at('P4')],
        ],
        [
          [O, at('L')],
          [O, at('R')],
        ],
        'all',
      ),
      rotate('s8', 180),
    ],
    Wings: [
      freely(fold('s9', 'valley', turned(at('SR'), at('TR'), -33), [on(0.2, 0.1)])),
      fold('s11', 'mountain', turned(at('P4'), at('BR'), 45), [at('BR')]),
      freely(fold('s13', 'mountain', through(at('NR'), at('P4')), [on(0.2, 0.99)], { layers: 'all' })),
    ],
    'Other wings': [freely(again('s9', sides)), again('s11', sides), freely(again('s13', sides))],
    Body: [
      freely(
        pleat(
          's15',
          'mountain',
          [beside(at('KR'), through(mCD, O)), beside(at('VR'), through(mCD, O))],
          [on(0.12, 0.9)],
          'all',
        ),
      ),
      freely(again('s15', sides)),
      freely(
        fold('s17', 'mountain', onto(O, between(O, mCD, '1/16')), [on('1/2+1/400', '1/2-1/200')], {
          layers: 'all',
        }),
      ),
    ],
  },
  0,
);
