import {
  A,
  B,
  C,
  D,
  O,
  at,
  on,
  along,
  meet,
  through,
  turned,
  rotate,
  fold,
  unfold,
  halvings,
  reverse,
  sink,
  freely,
  writeFigure,
  birdBase,
  birdPoints,
} from './words.ts';

/** The hare: a bird base seen from the side, the closed point as muzzle, two ears, a long hind foot. */
export const hare = writeFigure(
  {
    ...birdPoints,
    E: meet(through(at('P'), at('Q')), turned(A, O, -11.25), 'sheet'),
    F: meet(through(at('R'), at('S')), turned(C, O, 11.25), 'sheet'),
    D1: along(D, O, '3/8'),
    D2: along(D, O, '1/4'),
    B1: along(B, O, '3/8'),
  },
  {
    Marks: [
      fold('bd-half', 'valley', through(A, C), [D]),
      ...halvings('mark', B, O, ['3/8', '1/4'], { layers: 'all' }),
      unfold('bd-half'),
    ],
    Base: birdBase.slice(1),
    Ears: [
      sink('na1', turned(A, O, 11.25), [at('P')]),
      fold('na2', 'valley', turned(A, O, -11.25), [on(0.116, 0.28)]),
      fold('nc1', 'mountain', turned(C, O, -11.25), [on(0.72, 0.884)]),
      sink('nc2', turned(C, O, 11.25), [at('R')]),
    ],
    Pose: [
      rotate('s13', -90),
      freely(fold('earA', 'valley', turned(at('E'), A, 40), [A])),
      freely(fold('earC', 'mountain', turned(at('F'), C, 33), [C])),
    ],
    'Tail and foot': [
      freely(reverse('tail', 'inside', turned(at('D1'), O, 100), [D])),
      freely(reverse('tail2', 'inside', turned(at('D2'), D, 45), [D])),
      freely(fold('foot', 'valley', turned(at('B1'), O, 66), [B])),
    ],
  },
  25,
);
