import { z } from 'zod';
import { foldOver } from '../moves/index.ts';
import { type Names, type PointRef, lineRefSchema, sayFoldLine, sayPoint } from '../references/index.ts';
import { flap, layers, picks, points, sense } from './fields.ts';
import { allMethods } from './methods.ts';
import { atOtherPlace, defineKind, drawn, nothing, nothingBefore, oneResult, pivots, wrap } from './spec.ts';
import {
  type Recalled,
  type ToolSpec,
  allLayersAsk,
  behindAsk,
  isBehind,
  layersOf,
  senseOf,
} from './tools.ts';

const schema = z.strictObject({
  kind: z.literal('fold'),
  sense,
  line: lineRefSchema,
  flap,
  layers,
  hold: points.default([]),
  /** Goes next to its hinge layer, between layers that lie over it. */
  tuck: z.boolean().default(false),
  /** Held while something is marked, and not pressed: opened again it leaves no crease. */
  held: z.boolean().default(false),
  picks,
});
type Fold = z.output<typeof schema>;

const recallFold = (move: Fold): Recalled => ({
  line: move.line,
  paper: move.flap,
  picks: move.picks,
  options: { allLayers: move.layers === 'all', behind: isBehind(move.sense) },
});

const simple = (towards: 'valley' | 'mountain', word: string, key: string, path: string): ToolSpec<Fold> => ({
  word,
  key,
  path,
  group: 'Fold',
  points: { lineBy: allMethods },
  paper: 'optional',
  family: 'flap beyond a line',
  countsLayers: true,
  asks: [allLayersAsk],
  compose: (c) => ({
    kind: 'fold',
    sense: towards,
    line: c.line(),
    flap: [...c.paper],
    layers: layersOf(c),
    hold: [],
    tuck: false,
    held: false,
    picks: [],
  }),
  recall: recallFold,
});

/** All layers beyond the line, but for what hangs on a corner that is held. */
const holding = (move: Fold, corners: readonly PointRef[]): { words: string; move: Fold }[] =>
  move.layers === 'all'
    ? corners
        .filter((c) => ![...move.flap, ...move.hold].some((p) => isAlike(p, c)))
        .map((c) => ({
          words: `all layers, holding ${sayPoint(c, noNames)}`,
          move: { ...move, hold: [...move.hold, c], picks: [] },
        }))
    : [];

const noNames: Names = { get: () => undefined };
const isAlike = (a: PointRef, b: PointRef): boolean => JSON.stringify(a) === JSON.stringify(b);

/** Valley and mountain fold, and tucking in: paper beyond a line comes to the other side of it. */
export const fold = defineKind(schema, {
  glossary:
    'paper beyond a line is folded over it, towards the folder (valley) or away (mountain), or tucked in',
  word: (move) => move.sense,
  say: (move, names) =>
    `${move.sense === 'valley' ? 'Valley' : 'Mountain'}-fold ${sayFoldLine(move.line, names)}${move.layers === 'all' ? '; all layers' : ''}${move.tuck ? ', tucking it in between' : ''}${move.hold.length > 0 ? '; the layers behind stay' : ''}${move.held ? '; hold it without pressing, it is opened again' : ''}.`,
  map: (move, to) => ({
    ...move,
    sense: to.turn(move.sense),
    line: to.line(move.line),
    flap: to.points(move.flap),
    hold: to.points(move.hold),
    picks: to.picks(move.picks),
  }),
  make: ({ sense: towards, layers: taken, tuck, ...move }, { state, read, step }) => {
    const [moving, hold] = [read.papers(move.flap), read.papers(move.hold)];
    const chosen = read.picks(move.picks);
    const line = read.line(move.line);
    const request = { line, sense: towards, layers: taken, flap: moving, hold, tuck, picks: chosen, step };
    return wrap(foldOver(state, request));
  },
  results: oneResult,
  alignments: (move) => [move.line],
  otherWays: (move, corners) => [
    ...atOtherPlace(move),
    ...holding(move, corners),
    ...(move.layers === 'flap' ? [{ words: 'all layers', move: { ...move, layers: 'all' as const } }] : []),
    // After all layers: what is held counts only where it makes a difference.
    ...(move.layers === 'flap' ? holding({ ...move, layers: 'all' }, corners) : []),
    ...(move.sense === 'valley'
      ? [{ words: 'as a mountain fold', move: { ...move, sense: 'mountain' as const } }]
      : [{ words: 'as a valley fold', move: { ...move, sense: 'valley' as const } }]),
    ...(move.tuck ? [{ words: 'without tucking in', move: { ...move, tuck: false } }] : []),
  ],
  draw: (move) => ({ ...drawn(move.sense), holds: [...pivots(move.line), ...move.hold] }),
  minutes: 1.2,
  difficulty: 0,
  leaves: 'crease',
  motion: 'folds',
  leavesStrip: false,
  wrapsEdge: true,
  opens: true,
  beforehand: nothingBefore,
  reachesFor: (move) => (move.tuck ? move.flap : []),
  uses: nothing,
  tools: {
    valley: simple('valley', 'Valley fold', 'V', 'M4 17Q11 3 19 13M19 13l-5-2 4-4z'),
    mountain: simple('mountain', 'Mountain fold', 'M', 'M4 17Q11 3 19 13M19 13l-5.5-1'),
    tuck: {
      word: 'Tuck in',
      key: 'K',
      path: 'M4 8h16M4 16h16M6 4Q16 6 15 12M15 12l-3-2M15 12l2-3',
      group: 'Layers',
      points: { lineBy: allMethods },
      paper: 'optional',
      family: 'flap beyond a line',
      countsLayers: true,
      asks: [behindAsk],
      compose: (c) => ({
        kind: 'fold',
        sense: senseOf(c),
        line: c.line(),
        flap: [...c.paper],
        layers: 'flap',
        hold: [],
        tuck: true,
        held: false,
        picks: c.picks,
      }),
      recall: recallFold,
    },
  },
  toolOf: (move) => (move.tuck ? 'tuck' : move.sense),
});
