import { z } from 'zod';
import {
  type Point,
  between,
  crossingOf,
  distance,
  dot,
  lineThrough,
  subtract,
  tolerance,
  isSamePoint,
} from '../geometry/index.ts';
import { toModel } from '../folded/index.ts';
import { creaseAlong } from '../moves/index.ts';
import { done, failed } from '../outcome/index.ts';
import {
  type Names,
  type ResolveContext,
  type ResolvedPoint,
  lineRefSchema,
  onModel,
  resolvePoint,
  sayFoldLine,
  sayLine,
  sayPair,
  sayPoint,
} from '../references/index.ts';
import { layers, pair, sense } from './fields.ts';
import { defineKind, halves, nothing, nothingBefore, oneResult, type Making, type Tried } from './spec.ts';
import { allLayersAsk, behindAsk, layersOf, senseOf, isBehind } from './tools.ts';

/** Half the length of a pinch, in sheet sides: 6 mm on a 300 mm sheet. */
const PINCH_REACH = 0.02;

const schema = z.strictObject({
  kind: z.literal('pinch'),
  sense,
  line: lineRefSchema,
  on: pair,
  /** Only the paper that runs between the two points, or every layer that lies with it. */
  layers: layers.default('flap'),
});
type Pinch = z.output<typeof schema>;

function sayPinch(move: Pinch, names: Names): string {
  const where = sayPair(move.on, names);
  const towards = move.sense === 'mountain' ? ' (mountain)' : '';
  const deep = move.layers === 'all' ? ', through all layers' : '';
  if (move.line.kind === 'onto') {
    return `Bring ${sayPoint(move.line.from, names)} to ${sayPoint(move.line.to, names)} and pinch only ${where}${towards}${deep}.`;
  }
  if (move.line.kind === 'across' && sayLine(move.line.to, names) === where) {
    return `Pinch ${where} straight across at ${sayPoint(move.line.at, names)}${towards}${deep}.`;
  }
  if (move.line.kind === 'lineOnto') {
    return `Bring ${sayLine(move.line.a, names)} onto ${sayLine(move.line.b, names)} and pinch only ${where}${towards}${deep}.`;
  }
  if (move.line.kind === 'landing' || move.line.kind === 'ontoBoth') {
    return `Bring ${sayFoldLine(move.line, names)}, and pinch only ${where}${towards}${deep}.`;
  }
  return `Pinch ${where} ${sayFoldLine(move.line, names)}${towards}${deep}.`;
}

function pinchOn(move: Pinch, { state, read, context, step }: Making): Tried {
  const line = read.line(move.line);
  const [p, q] = [resolvePoint(move.on[0], context), resolvePoint(move.on[1], context)];
  if (!p.ok) return p;
  if (!q.ok) return q;
  const carrier = lineThrough(p.value.model, q.value.model);
  const at = carrier && crossingOf(carrier, line);
  const mark = at && markOn(at, p.value, q.value, context);
  if (!mark)
    return failed({
      kind: 'empty',
      text: 'The pinch would fall beside the paper; choose a line that crosses it between the two points.',
    });
  const result = creaseAlong(state, {
    line,
    sense: move.sense,
    through: 'all',
    pinch: { at: mark, reach: PINCH_REACH, layers: move.layers },
    soft: false,
    step,
  });
  return result.ok ? done({ result: result.value, mark }) : result;
}

/** The pinch on the paper that runs straight from p to q where it does, otherwise on the topmost paper there. */
function markOn(at: Point, p: ResolvedPoint, q: ResolvedPoint, context: ResolveContext): Point | undefined {
  const size = distance(p.model, q.model);
  if (p.sheet && q.sheet && Math.abs(distance(p.sheet, q.sheet) - size) < tolerance.samePoint * 10) {
    const t = dot(subtract(at, p.model), subtract(q.model, p.model)) / size ** 2;
    const own = between(p.sheet, q.sheet, t);
    const lies = toModel(context.state, own);
    if (lies && isSamePoint(lies, at, tolerance.samePoint * 100)) return own;
  }
  return onModel(at, context.state).sheet;
}

/** A short crease that marks a place. */
export const pinch = defineKind(schema, {
  glossary: 'a short crease that marks a place: where it crosses what it was made on',
  word: () => 'pinch',
  say: sayPinch,
  map: (move, to) => ({
    ...move,
    sense: to.turn(move.sense),
    line: to.line(move.line),
    on: to.pair(move.on),
  }),
  make: pinchOn,
  results: oneResult,
  alignments: (move) => [move.line],
  otherWays: (move) =>
    move.layers === 'flap'
      ? [{ words: 'through all layers', move: { ...move, layers: 'all' as const } }]
      : [],
  draw: (move) => ({ line: move.sense, arrow: 'fold-unfold', block: null, equal: halves(move.line) }),
  minutes: 0.4,
  difficulty: 0,
  leaves: 'mark',
  motion: 'there and back',
  leavesStrip: false,
  wrapsEdge: false,
  opens: false,
  beforehand: nothingBefore,
  reachesFor: nothing,
  uses: nothing,
  tools: {
    pinch: {
      word: 'Pinch',
      key: 'P',
      path: 'M3 12h18M12 8v8',
      group: 'Fold',
      // A pinch needs a line it lies on.
      points: { lineBy: ['onto', 'across'] },
      paper: 'none',
      countsLayers: true,
      asks: [allLayersAsk, behindAsk],
      compose: (c) => {
        const [a, b, d] = c.points;
        return {
          kind: 'pinch',
          sense: senseOf(c),
          line: c.line(),
          on: c.method === 'onto' ? [a!, b!] : [b!, d!],
          layers: layersOf(c),
        };
      },
      recall: (move) => ({
        line: move.line,
        options: { allLayers: move.layers === 'all', behind: isBehind(move.sense) },
      }),
    },
  },
  toolOf: () => 'pinch',
});
