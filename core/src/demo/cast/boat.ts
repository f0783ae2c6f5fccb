import {
  again,
  along,
  at,
  fold,
  freely,
  halvings,
  mAB,
  mBC,
  mCD,
  mDA,
  on,
  reverse,
  rotate,
  through,
  turned,
  writeFigure,
} from './words.ts';

/** The sheet of the boat: long for its height, so that bow and stern rise over the gunwale. */
export const boatSheet = { kind: 'rectangle', width: 200, height: 66 } as const;

type Map = Parameters<typeof again>[1];
const sides: Map = { kind: 'mirror', in: ['mid AB', 'mid CD'] };
const halves: Map = { kind: 'mirror', in: ['mid DA', 'mid BC'] };

/** The ferry keeper's boat: a punt folded in half along its keel, bow and stern turned up; its hull is the slot for his hem. */
export const boat = writeFigure(
  {
    KL: along(mDA, mBC, '5/16'),
    KR: along(mDA, mBC, '11/16'),
    EA: on('1/2', '0'),
    EB: on('167/66', '0'),
    EC: on('167/66', '1'),
    ED: on('1/2', '1'),
    GL: on('1/2', '1/8'),
    GR: on('167/66', '1/8'),
  },
  {
    Marks: [
      ...halvings('keel', mDA, mBC, ['5/16', '11/16']),
      ...halvings('rim', at('EA'), at('ED'), ['1/8']),
    ],
    Ends: [
      fold('c1', 'mountain', through(mDA, at('EA')), [at('A')]),
      again('c1', sides),
      { ...again('c1', halves), id: 'c1-behind' },
      fold('c4', 'mountain', through(mBC, at('EC')), [at('C')]),
    ],
    Hull: [
      fold('b1', 'mountain', through(mDA, mBC), [mCD]),
      fold('b2', 'valley', through(at('GL'), at('GR')), [mAB]),
      again('b2', halves, true),
    ],
    'Bow and stern': [
      freely(reverse('b4', 'inside', turned(at('KR'), mBC, -30), [mBC])),
      freely(reverse('b5', 'inside', turned(at('KL'), mDA, 30), [mDA])),
      rotate('b6', 180),
    ],
  },
);
