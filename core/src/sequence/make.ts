import {
  type Line,
  type Point,
  between,
  crossingOf,
  distance,
  dot,
  lineThrough,
  subtract,
  tolerance,
} from '../geometry/index.ts';
import { type FlatState, type Refusal, subtractSegments, toModel } from '../folded/index.ts';
import {
  type CollapseRequest,
  type MoveResult,
  type PetalRequest,
  type RabbitEarRequest,
  type RefoldCrease,
  type RefoldRequest,
  type SquashRequest,
  type SwivelRequest,
  accordion,
  collapse,
  creaseAlong,
  crimp,
  foldOver,
  foldSeveral,
  lineCrease,
  listCollapses,
  listPetals,
  listRabbitEars,
  listRefolds,
  listSquashes,
  listSwivels,
  petal,
  pleat,
  rabbitEar,
  rearrange,
  refold,
  reflectBeyond,
  rotateModel,
  squash,
  swivel,
  turnOver,
  unfoldStep,
} from '../moves/index.ts';
import { type Outcome, done, failed } from '../outcome/index.ts';
import { type ResolveContext, type ResolvedPoint, onModel, resolvePoint } from './resolve.ts';
import { type LineSlip, Reader, readOrRefuse } from './reader.ts';
import type { LineRef, Move } from './schema.ts';

/** Half the length of a pinch, in sheet sides: 6 mm on a 300 mm sheet. */
const PINCH_REACH = 0.02;

/** What a move gives: the new state, and the mark it leaves. */
interface Made {
  readonly result: MoveResult;
  readonly mark?: Point;
}

type Tried = Outcome<Made, Refusal>;
type Of<K extends Move['kind']> = Extract<Move, { kind: K }>;

/** Makes a move on the state of the context: references resolved first, then the engine. */
export function makeMove(move: Move, step: string, context: ResolveContext, slip: LineSlip): Tried {
  return readOrRefuse(() => make(move, step, context, new Reader(context, slip)));
}

function make(move: Move, step: string, context: ResolveContext, read: Reader): Tried {
  const { state } = context;
  switch (move.kind) {
    case 'turn':
      return done({ result: turnOver(state, move.over) });
    case 'rotate':
      return done({ result: rotateModel(state, move.degrees) });
    case 'unfold':
      return openStep(move.step, step, context);
    case 'repeat':
      return failed({
        kind: 'reference',
        text: 'A repeat of a repeat has no move of its own; repeat the first pass.',
      });
    case 'pinch':
      return pinchOn(move, read.line(move.line), step, context);
    case 'crease': {
      const through =
        move.through === 'all'
          ? ('all' as const)
          : { flap: read.papers(move.through.flap), hold: read.papers(move.through.hold) };
      const { sense, soft } = move;
      const span = move.span && { from: read.place(move.span[0]), to: read.place(move.span[1]) };
      return wrap(
        creaseAlong(state, {
          line: read.line(move.line),
          sense,
          through,
          soft,
          step,
          ...(span ? { span } : {}),
        }),
      );
    }
    case 'fold':
    case 'pleat':
    case 'reverse':
    case 'sink':
    case 'crimp':
    case 'accordion':
    case 'narrow':
    case 'blintz':
    case 'pull':
      return makeReflected(move, step, state, read);
    case 'collapse':
    case 'squash':
    case 'petal':
    case 'ear':
    case 'swivel':
    case 'refold':
      return wrap(makeRefolded(toOne, move, step, state, read));
  }
}

/** Moves that reflect paper in lines. */
function makeReflected(
  move: Of<'fold' | 'pleat' | 'reverse' | 'sink' | 'crimp' | 'accordion' | 'narrow' | 'blintz' | 'pull'>,
  step: string,
  state: FlatState,
  read: Reader,
): Tried {
  switch (move.kind) {
    case 'fold': {
      const { sense, layers, tuck } = move;
      const [flap, hold] = [read.papers(move.flap), read.papers(move.hold)];
      const picks = read.picks(move.picks);
      const line = read.line(move.line);
      return wrap(foldOver(state, { line, sense, layers, flap, hold, tuck, picks, step }));
    }
    case 'pleat': {
      const { sense, layers } = move;
      const [flap, hold] = [read.papers(move.flap), read.papers(move.hold)];
      return wrap(pleat(state, { lines: read.lines(move.lines), sense, layers, flap, hold, step }));
    }
    case 'reverse':
    case 'sink': {
      const flap = read.papers(move.flap);
      const mode = move.kind === 'reverse' ? move.mode : SINKS[move.mode];
      const picks = read.picks(move.picks);
      return wrap(reflectBeyond(state, { line: read.line(move.line), flap, mode, picks, step }));
    }
    case 'crimp': {
      const flap = read.papers(move.flap);
      const picks = read.picks(move.picks);
      return wrap(crimp(state, { lines: read.lines(move.lines), flap, mode: move.mode, picks, step }));
    }
    case 'accordion': {
      const flap = read.papers(move.flap);
      return wrap(accordion(state, { lines: read.lines(move.lines), pleats: move.pleats, flap, step }));
    }
    case 'narrow': {
      const { sense, layers } = move;
      const lines = narrowingLines(move, read);
      const folds = move.edges.map((edge, i) => ({
        line: read.line(lines[i]!),
        flap: [read.paper(edge)],
        sense,
        layers,
      }));
      return wrap(foldSeveral(state, { folds, step }));
    }
    case 'blintz': {
      const folds = move.points.map((p) => ({
        line: read.line({ kind: 'onto', from: p, to: move.to }),
        flap: [read.paper(p)],
        sense: move.sense,
        layers: 'flap' as const,
      }));
      return wrap(foldSeveral(state, { folds, step }));
    }
    case 'pull': {
      const [flap, picks] = [read.papers(move.flap), read.picks(move.picks)];
      return wrap(
        move.line
          ? reflectBeyond(state, { line: read.line(move.line), flap, mode: 'free', picks, step })
          : rearrange(state, { flap, picks, step }),
      );
    }
  }
}

/**
 * Edges folded to the axis halve their angles; a flap of a given width is folded on two lines from its tip that are so
 * far apart at the axis point.
 */
function narrowingLines(move: Of<'narrow'>, read: Reader): LineRef[] {
  if (move.width === null)
    return move.edges.map((edge) => ({ kind: 'bisector', from: edge, at: move.tip, to: move.axis }));
  const [tip, axis] = [read.place(move.tip), read.place(move.axis)];
  const half = (Math.atan2(move.width / 2, distance(tip, axis)) * 180) / Math.PI;
  return move.edges.map((edge) => {
    const [u, v] = [subtract(axis, tip), subtract(read.place(edge), tip)];
    const side = u[0] * v[1] - u[1] * v[0] > 0 ? 1 : -1;
    return { kind: 'turned', at: move.tip, towards: move.axis, degrees: side * half };
  });
}

const SINKS = { open: 'sink', closed: 'closed', out: 'unsink' } as const;

/** How each of the moves of several creases is made: to the one result a hand makes first, or to all there are. */
interface Makers<R> {
  readonly collapse: (state: FlatState, request: CollapseRequest) => Outcome<R, Refusal>;
  readonly squash: (state: FlatState, request: SquashRequest) => Outcome<R, Refusal>;
  readonly petal: (state: FlatState, request: PetalRequest) => Outcome<R, Refusal>;
  readonly rabbitEar: (state: FlatState, request: RabbitEarRequest) => Outcome<R, Refusal>;
  readonly swivel: (state: FlatState, request: SwivelRequest) => Outcome<R, Refusal>;
  readonly refold: (state: FlatState, request: RefoldRequest) => Outcome<R, Refusal>;
}

const toOne: Makers<MoveResult> = { collapse, squash, petal, rabbitEar, swivel, refold };
const toAll: Makers<MoveResult[]> = {
  collapse: listCollapses,
  squash: listSquashes,
  petal: listPetals,
  rabbitEar: listRabbitEars,
  swivel: listSwivels,
  refold: listRefolds,
};

/** Moves that fold several creases at once. */
type Refolded = Of<'collapse' | 'squash' | 'petal' | 'ear' | 'swivel' | 'refold'>;

/** All results of a move of several creases, whatever single one the plan picks. */
export const listRefolded = (
  move: Refolded,
  step: string,
  state: FlatState,
  read: Reader,
): Outcome<MoveResult[], Refusal> => makeRefolded(toAll, { ...move, picks: [] }, step, state, read);

function makeRefolded<R>(
  { collapse, squash, petal, rabbitEar, swivel, refold }: Makers<R>,
  move: Refolded,
  step: string,
  state: FlatState,
  read: Reader,
): Outcome<R, Refusal> {
  const picks = read.picks(move.picks);
  switch (move.kind) {
    case 'collapse': {
      const creases = readCollapse(move, read);
      return collapse(state, { creases, anchor: read.paper(move.anchor), picks, step });
    }
    case 'squash':
      return squash(state, {
        apex: read.paper(move.apex),
        hinge: read.paper(move.hinge),
        ridge: read.paper(move.ridge),
        to: read.place(move.to),
        front: read.papers(move.front),
        back: read.papers(move.back),
        side: move.side,
        picks,
        step,
      });
    case 'petal':
      return petal(state, {
        tip: read.paper(move.tip),
        hinge: read.pair(move.hinge),
        flap: read.papers(move.flap),
        ...(move.sidesFrom ? { sidesFrom: read.place(move.sidesFrom) } : {}),
        ...(move.sides.length > 0 ? { sides: read.papers(move.sides) } : {}),
        ...(move.virtualTip ? { virtualTip: read.place(move.virtualTip) } : {}),
        side: move.side,
        ...(picks.length > 0 ? { picks } : {}),
        step,
      });
    case 'ear':
      return rabbitEar(state, {
        tip: read.paper(move.tip),
        base: read.pair(move.base),
        towards: move.towards,
        on: read.through(move.through),
        anchor: read.paper(move.anchor),
        side: move.side,
        picks,
        step,
      });
    case 'swivel':
      return swivel(state, {
        pivot: read.paper(move.pivot),
        through: read.paper(move.along),
        flap: read.paper(move.flap),
        drawn: read.paper(move.drawn),
        anchor: read.paper(move.anchor),
        side: move.side,
        picks,
        step,
      });
    case 'refold':
      return refold(state, { ...readRefold(move, read), picks, step });
  }
}

/** The creases of a collapse, on the sheet or in the model as it lies. */
const readCollapse = (move: Of<'collapse'>, read: Reader): RefoldCrease[] =>
  move.creases.map(({ from, to, sense }) =>
    move.through === 'sheet'
      ? { frame: 'sheet', from: read.paper(from), to: read.paper(to), wish: sense }
      : {
          frame: 'model',
          from: read.place(from),
          to: read.place(to),
          on: read.through(move.through),
          wish: sense,
        },
  );

/** A refold as the engine takes it, without what singles out one of its results. */
const readRefold = (move: Of<'refold'>, read: Reader): Omit<RefoldRequest, 'picks' | 'step'> => ({
  creases: move.creases.map((c) =>
    'line' in c
      ? lineCrease(read.line(c.line), read.through(c.on), c.wish)
      : { frame: 'sheet', from: read.paper(c.from), to: read.paper(c.to), wish: c.wish },
  ),
  free: read.papers(move.free),
  folds: 'free',
  bring: move.bring.map((b) => ({ point: read.paper(b.point), to: read.place(b.to) })),
  anchor: read.paper(move.anchor),
  side: move.side,
});

const wrap = (result: Outcome<MoveResult, Refusal>): Tried =>
  result.ok ? done({ result: result.value }) : result;

function pinchOn(move: Of<'pinch'>, line: Line, step: string, context: ResolveContext): Tried {
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
  const result = creaseAlong(context.state, {
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
    if (lies && distance(lies, at) < tolerance.samePoint * 100) return own;
  }
  return onModel(at, context.state).sheet;
}

function openStep(target: string, step: string, context: ResolveContext): Tried {
  const trail = context.trails.get(target);
  if (!trail)
    return failed({
      kind: 'reference',
      text: 'The step to be unfolded is gone or comes later; choose a step folded before this one.',
    });
  const { before, after, unpressed } = trail;
  const opened = unfoldStep(context.state, { before, after, step });
  if (!opened.ok || !unpressed) return wrap(opened);
  const resting = opened.value.state.resting.flatMap((r) =>
    subtractSegments(r, unpressed).map((s) => ({ ...r, ...s })),
  );
  return wrap(done({ ...opened.value, state: { ...opened.value.state, resting } }));
}
