import { z } from 'zod';
import { accordion as foldToAndFro } from '../moves/index.ts';
import { type LineRef, type PointRef, sayFoldLine, through } from '../references/index.ts';
import { flap, lines } from './fields.ts';
import { creasedAsItFolds, defineKind, nothing, oneResult, wrap } from './spec.ts';

const schema = z.strictObject({
  kind: z.literal('accordion'),
  lines,
  pleats: z.number().int().min(2).max(20),
  flap,
});

/** The lowest crease of an accordion and the next, where the highest of so many pleats is chosen. */
function evenLines([low, high, tip]: readonly PointRef[], pleats: number): [LineRef, LineRef] {
  const share = pleats > 2 ? `1/${pleats - 1}` : 1;
  const next: PointRef = { kind: 'between', from: low!, to: high!, share };
  return [low!, next].map((at): LineRef => ({ kind: 'across', at, to: through(low!, tip!) })) as [
    LineRef,
    LineRef,
  ];
}

/** A point folded to and fro on even lines. */
export const accordion = defineKind(schema, {
  glossary: 'a point is folded to and fro (or sunk in and out) on creases evenly apart',
  word: () => 'accordion',
  say: (move, names) =>
    `Accordion-fold to and fro on ${move.pleats} creases, evenly apart: the first ${sayFoldLine(move.lines[0], names)}, the ${move.pleats === 2 ? 'other' : 'next'} ${sayFoldLine(move.lines[1], names)}.`,
  map: (move, to) => ({ ...move, lines: to.lines(move.lines), flap: to.points(move.flap) }),
  make: (move, { state, read, step }) => {
    const moving = read.papers(move.flap);
    return wrap(
      foldToAndFro(state, { lines: read.lines(move.lines), pleats: move.pleats, flap: moving, step }),
    );
  },
  results: oneResult,
  alignments: (move) => move.lines,
  otherWays: nothing,
  draw: (move) => ({
    line: 'mountain',
    arrow: 'mountain',
    block: null,
    equal: { along: 'the creases', parts: move.pleats },
  }),
  minutes: 8,
  difficulty: 0,
  leaves: 'nothing',
  motion: 'folds',
  leavesStrip: true,
  wrapsEdge: false,
  opens: true,
  beforehand: creasedAsItFolds,
  reachesFor: nothing,
  uses: nothing,
  tools: {
    accordion: {
      word: 'Accordion',
      key: 'Y',
      path: 'M4 19L12 4l8 15M7 14h10M9 10h6',
      group: 'Reverse and crimp',
      points: [
        'Choose where the lowest crease crosses the axis',
        'Choose where the highest crease crosses it',
        'Choose the point that is pleated',
      ],
      paper: 'none',
      countsLayers: false,
      asks: [{ kind: 'number', id: 'pleats', label: 'Creases', first: 3, low: 2, high: 20, step: 1 }],
      compose: (c) => {
        const pleats = Math.round(c.number('pleats'));
        return { kind: 'accordion', lines: evenLines(c.points, pleats), pleats, flap: [c.points[2]!] };
      },
      recall: ({ lines: [first, next], pleats, flap: [tip] }) =>
        first.kind === 'across' && next.kind === 'across' && next.at.kind === 'between' && tip
          ? { points: [first.at, next.at.to, tip], options: { pleats } }
          : undefined,
    },
  },
  toolOf: () => 'accordion',
});
