import { z } from 'zod';
import { creaseAlong } from '../moves/index.ts';
import { type Names, type PointRef, lineRefSchema, sayFoldLine, shortPoint } from '../references/index.ts';
import { flap, pair, points, sense } from './fields.ts';
import { allMethods } from './methods.ts';
import { defineKind, halves, nothing, nothingBefore, oneResult, pivots, wrap } from './spec.ts';
import { behindAsk, isBehind, senseOf } from './tools.ts';

const schema = z.strictObject({
  kind: z.literal('crease'),
  sense,
  line: lineRefSchema,
  through: z.union([z.literal('all'), z.strictObject({ flap, hold: points })]),
  soft: z.boolean().default(false),
  /** Pressed only on the stretch between two points; along the whole line when null. */
  span: pair.nullable().default(null),
});

/** Where a crease is pressed: between two points that have names, or where the picture shows it. */
function sayStretch(span: readonly [PointRef, PointRef] | null, names: Names): string {
  if (!span) return '';
  if (span.every((p) => p.kind === 'sheet')) return ', pressed only where it is drawn';
  return `, only from ${shortPoint(span[0], names)} to ${shortPoint(span[1], names)}`;
}

/** Fold and unfold: a crease that rests in the paper. */
export const crease = defineKind(schema, {
  glossary: 'a crease is pressed and the paper opened again (fold and unfold)',
  word: () => 'crease',
  say: (move, names) =>
    `Fold and unfold ${sayFoldLine(move.line, names)}${move.sense === 'mountain' ? ' (mountain)' : ''}${sayStretch(move.span, names)}${move.through === 'all' ? '' : '; this flap only'}${move.soft ? '; softly' : ''}.`,
  map: (move, to) => ({
    ...move,
    sense: to.turn(move.sense),
    line: to.line(move.line),
    through:
      move.through === 'all'
        ? ('all' as const)
        : { flap: to.points(move.through.flap), hold: to.points(move.through.hold) },
    span: move.span && to.pair(move.span),
  }),
  make: (move, { state, read, step }) => {
    const through =
      move.through === 'all'
        ? ('all' as const)
        : { flap: read.papers(move.through.flap), hold: read.papers(move.through.hold) };
    const span = move.span && { from: read.place(move.span[0]), to: read.place(move.span[1]) };
    return wrap(
      creaseAlong(state, {
        line: read.line(move.line),
        sense: move.sense,
        through,
        soft: move.soft,
        step,
        ...(span ? { span } : {}),
      }),
    );
  },
  results: oneResult,
  alignments: (move) => [move.line],
  otherWays: (move) => [
    ...(move.through === 'all'
      ? []
      : [{ words: 'through all layers', move: { ...move, through: 'all' as const } }]),
    ...(move.span ? [{ words: 'along the whole line', move: { ...move, span: null } }] : []),
  ],
  draw: (move) => ({
    line: move.sense,
    arrow: 'fold-unfold',
    block: null,
    equal: halves(move.line),
    holds: pivots(move.line),
  }),
  minutes: 0.8,
  difficulty: 0,
  leaves: 'crease',
  motion: 'there and back',
  leavesStrip: false,
  wrapsEdge: false,
  opens: false,
  beforehand: nothingBefore,
  reachesFor: nothing,
  uses: nothing,
  tools: {
    crease: {
      word: 'Fold and unfold',
      key: 'C',
      path: 'M4 14Q12 4 20 14M20 14l-5-1 3-4zM4 14l5-2',
      group: 'Fold',
      points: { lineBy: allMethods },
      paper: 'none',
      countsLayers: true,
      asks: [
        { kind: 'tick', id: 'soft', label: 'soft', first: false },
        { kind: 'tick', id: 'short', label: 'only between them', first: false, onlyBy: 'through' },
        behindAsk,
      ],
      compose: (c) => ({
        kind: 'crease',
        sense: senseOf(c),
        line: c.line(),
        through: 'all',
        soft: c.tick('soft'),
        span: c.tick('short') && c.method === 'through' ? [c.points[0]!, c.points[1]!] : null,
      }),
      recall: (move) => ({
        line: move.line,
        options: { soft: move.soft, short: move.span !== null, behind: isBehind(move.sense) },
      }),
    },
  },
  toolOf: () => 'crease',
});
