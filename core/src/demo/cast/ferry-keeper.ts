import {
  A,
  B,
  C,
  D,
  O,
  mAB,
  mBC,
  mCD,
  mDA,
  at,
  on,
  along,
  between,
  mirrorOf,
  through,
  across,
  turned,
  rotate,
  crease,
  fold,
  pleat,
  petal,
  collapse,
  writeFigure,
} from './words.ts';

/** The ferry keeper: a bird base with a blunted tip as face, hood, coat and a long pole. */
export const ferryKeeper = writeFigure(
  {
    X: on('1/8', '0'),
    Y: on('0', '1/8'),
    P: on('1/2', 'tan(22.5)/2'),
    Q: on('tan(22.5)/2', '1/2'),
    P2: on('1/2', '1-tan(22.5)/2'),
    Q2: on('1-tan(22.5)/2', '1/2'),
    H: along(at('P'), at('Q'), '1/2'),
    HR: along(at('H'), at('P'), '9/16'),
    HL: along(at('H'), at('Q'), '9/16'),
    GR: along(at('P'), A, '5/8'),
    GL: along(at('Q'), A, '5/8'),
    TC: along(at('X'), at('Y'), '1/2'),
  },
  {
    Start: [
      crease('s1', 'valley', through(A, C)),
      crease('s2', 'valley', through(B, D)),
      crease('s3', 'valley', through(mAB, mCD)),
      crease('s4', 'valley', through(mBC, mDA)),
      fold('s5', 'valley', through(at('X'), at('Y')), [A]),
    ],
    Base: [
      collapse(
        's6',
        on(0.2, 0.2),
        [
          [O, mAB],
          [O, mCD],
          [O, mDA],
          [O, mBC],
        ],
        [
          [O, B],
          [O, D],
        ],
      ),
      rotate('s7', 45),
      petal('s8', A, [at('P'), at('Q')], [on(0.2, 0.2)], {
        sides: [on(0.05, 0.05), on(0.6, 0.1), on(0.1, 0.6)],
        virtualTip: mirrorOf(A, through(at('X'), at('Y'))),
        picks: [
          [on(0.4, 0.05), on(0.2, 0.2)],
          [on(0.05, 0.4), on(0.2, 0.2)],
        ],
      }),
      petal('s9', C, [at('P2'), at('Q2')], [on(0.8, 0.8)], {
        sides: [on(0.4, 0.9), on(0.9, 0.4)],
        side: 'behind',
      }),
    ],
    Coat: [
      fold('s10', 'mountain', through(at('HR'), at('GR')), [at('P')], { layers: 'all' }),
      fold('s11', 'mountain', through(at('HL'), at('GL')), [at('Q')], { layers: 'all' }),
      pleat(
        's12',
        'mountain',
        [
          across(along(A, C, 0.109601551083915), through(at('H'), O)),
          across(along(A, C, 0.0989949493661166), through(at('H'), O)),
        ],
        [at('TC')],
        'all',
      ),
    ],
    Pole: [
      fold('s13', 'mountain', through(B, at('HR')), [on(0.77, 0.1), on(0.9, 0.23)]),
      fold('s14', 'mountain', through(D, at('HL')), [on(0.1, 0.77), on(0.23, 0.9)]),
      fold('s15', 'mountain', turned(between(at('H'), B, 0.03), B, 77), [B]),
      fold('s16', 'mountain', across(between(at('H'), D, 0.03), through(at('H'), D)), [D]),
      fold('s17', 'mountain', across(along(B, O, '1/12'), through(B, along(B, O, '1/2'))), [B]),
    ],
  },
  0,
);
