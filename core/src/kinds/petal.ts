import { z } from 'zod';
import { type PetalRequest, listPetals, petal as petalFlap } from '../moves/index.ts';
import {
  type Names,
  type PointRef,
  type Reader,
  pointRefSchema,
  sayPoint,
  shortPoint,
  through,
} from '../references/index.ts';
import { flap, pair, picks, points, side } from './fields.ts';
import { foldsTogether, otherSide, saySide } from './refolded.ts';
import { creasedAsItFolds, defineKind, drawn, seenFrom, wrap } from './spec.ts';
import { type Choices, behindAsk, sideOf, type Recalled, isBehind } from './tools.ts';

const schema = z.strictObject({
  kind: z.literal('petal'),
  tip: pointRefSchema,
  hinge: pair,
  flap,
  sides: points.default([]),
  /** Where the creases of the side layers meet, when not at the tip. */
  sidesFrom: pointRefSchema.nullable().default(null),
  virtualTip: pointRefSchema.nullable().default(null),
  side,
  picks,
});
type Petal = z.output<typeof schema>;

const request = (move: Petal, read: Reader, step: string): PetalRequest => ({
  tip: read.paper(move.tip),
  hinge: read.pair(move.hinge),
  flap: read.papers(move.flap),
  ...(move.sidesFrom ? { sidesFrom: read.place(move.sidesFrom) } : {}),
  ...(move.sides.length > 0 ? { sides: read.papers(move.sides) } : {}),
  ...(move.virtualTip ? { virtualTip: read.place(move.virtualTip) } : {}),
  side: move.side,
  step,
});

/** Ends of a hinge that are found by halving the angles at the tip need no words of their own. */
function sayHinge(hinge: readonly [PointRef, PointRef], names: Names): string {
  const isHalved = hinge.every(
    (p) => p.kind === 'meet' && (p.a.kind === 'bisector' || p.b.kind === 'bisector'),
  );
  return isHalved
    ? 'as far as its edges let it go'
    : `over the line from ${shortPoint(hinge[0], names)} to ${shortPoint(hinge[1], names)}`;
}

/** The corners a hinge of the tool's own was made from; the layer that is lifted counts as pointed at. */
function recall(move: Petal): Recalled | undefined {
  const ends = move.hinge.map((end) =>
    end.kind === 'meet' && end.a.kind === 'bisector' ? end.a : undefined,
  );
  const [left, right] = ends;
  if (!left || !right) return undefined;
  return {
    points: [move.tip, left.to, left.from, right.from],
    paper: move.flap,
    picks: move.picks,
    options: { behind: isBehind(move.side) },
  };
}

/** The hinge runs between the ends of the creases that halve the angles at the tip. */
function compose(c: Choices): Petal {
  const [tip, apex, left, right] = c.points as [PointRef, PointRef, PointRef, PointRef];
  const end = (corner: PointRef): PointRef => ({
    kind: 'meet',
    a: { kind: 'bisector', from: corner, at: tip, to: apex },
    b: through(apex, corner),
    // On the paper itself, so that a repeat on another flap, or behind, finds its own.
    frame: 'sheet',
  });
  const part = (from: PointRef, to: PointRef, share: number): PointRef => ({
    kind: 'along',
    from,
    to,
    share,
  });
  return {
    kind: 'petal',
    tip,
    hinge: [end(left), end(right)],
    // A point of the lifted layer beside its axis.
    flap: [c.pointedAt ?? part(part(tip, apex, 0.4), left, 0.2)],
    sides: [],
    sidesFrom: null,
    virtualTip: null,
    side: sideOf(c),
    picks: c.picks,
  };
}

/** A tip lifted over a hinge while its edges come to the middle. */
export const petal = defineKind(schema, {
  ...foldsTogether,
  glossary: 'a tip is lifted over a hinge while its two edges come to the middle',
  word: () => 'petal',
  say: (move, names) =>
    `Petal-fold: lift ${sayPoint(move.tip, names)} ${sayHinge(move.hinge, names)}; its edges come to the middle${saySide(move.side)}.`,
  map: (move, to) => ({
    ...move,
    tip: to.point(move.tip),
    hinge: to.pair(move.hinge),
    flap: to.points(move.flap),
    sides: to.points(move.sides),
    sidesFrom: move.sidesFrom && to.point(move.sidesFrom),
    virtualTip: move.virtualTip && to.point(move.virtualTip),
    side: to.turn(move.side),
    picks: to.picks(move.picks),
  }),
  make: (move, { state, read, step }) => {
    const chosen = read.picks(move.picks);
    const asked = request(move, read, step);
    return wrap(petalFlap(state, chosen.length > 0 ? { ...asked, picks: chosen } : asked));
  },
  results: (move, { state, read, step }) => listPetals(state, request(move, read, step)),
  otherWays: (move) => [
    {
      words: move.side === 'front' ? 'behind' : 'in front',
      move: { ...move, side: otherSide(move.side), picks: [] },
    },
  ],
  draw: (move) => drawn(seenFrom(move.side)),
  minutes: 2.5,
  difficulty: 2,
  beforehand: creasedAsItFolds,
  tools: {
    petal: {
      word: 'Petal fold',
      key: 'E',
      path: 'M12 3c4 5 4 12 0 18c-4-6-4-13 0-18M5 14l4-4M19 14l-4-4',
      group: 'Collapse',
      points: [
        'Choose the tip that is lifted',
        'Choose the closed corner across from it',
        'Choose the corner at one side',
        'Choose the corner at the other side',
      ],
      paper: 'optional',
      paperPrompt: 'Choose the layer that is lifted',
      countsLayers: false,
      asks: [behindAsk],
      compose,
      recall,
    },
  },
  toolOf: () => 'petal',
});
