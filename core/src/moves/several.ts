import {
  type Line,
  type Point,
  type Segment,
  isTurned,
  mirrorLine,
  mirrorPoint,
  sideOf,
  tolerance,
} from '../geometry/index.ts';
import {
  type CreaseSense,
  type FlatState,
  type Refusal,
  facetsAt,
  inheritOrder,
  joinSegments,
  MeshCutter,
  pieceOnModel,
} from '../folded/index.ts';
import { type Outcome, done, failed } from '../outcome/index.ts';
import { chooseMoving, foldOver, prepareTurn } from './fold.ts';
import { PieceOrder, type Picks, settleFirst } from './lay.ts';
import { reflectBeyond } from './reflect.ts';
import { findRims } from './rims.ts';
import type { MoveResult } from './result.ts';

/** Several simple folds made as one step: the corners of a blintz, both edges of a flap narrowed to its axis. */
export interface FoldsRequest {
  readonly folds: readonly {
    readonly line: Line;
    readonly flap: readonly Point[];
    readonly sense: CreaseSense;
    readonly layers: 'flap' | 'all';
  }[];
  readonly step: string;
}

/** Folds one after the other; when one is refused the whole step is, with its number. */
export function foldSeveral(state: FlatState, request: FoldsRequest): Outcome<MoveResult, Refusal> {
  let result: MoveResult = { state, made: [] };
  for (const [i, fold] of request.folds.entries()) {
    const next = foldOver(result.state, { ...fold, hold: [], step: request.step });
    if (!next.ok)
      return failed({ ...next.fault, text: `Fold ${i + 1} of ${request.folds.length}: ${next.fault.text}` });
    result = join(result, next.value);
  }
  return done(result);
}

function join(first: MoveResult, second: MoveResult): MoveResult {
  const [one, two] = [first.trace, second.trace];
  const made = [...first.made, ...second.made];
  if (!one || !two) return { state: second.state, made, ...(one || two ? { trace: (one ?? two)! } : {}) };
  const parts = [...(one.parts ?? []), { from: two.from, to: two.to }];
  return { state: second.state, made, trace: { ...one, chords: [...one.chords, ...two.chords], parts } };
}

/** A point pushed in and out again, or a single layer folded to and fro, on evenly spaced lines. */
export interface AccordionRequest {
  /**
   * The line nearest to the body, and the next: their distance is the depth of a pleat. Where so many pleats of that depth
   * would run off the flap, the second line is the last one, and the pleats between share the distance.
   */
  readonly lines: readonly [Line, Line];
  /** Creases, and with the tip as many pleats beyond the first of them. */
  readonly pleats: number;
  readonly flap: readonly Point[];
  readonly step: string;
}

/**
 * Accordion: n reflections of the point in turn, each line the next one where it lies after those before it. A closed
 * corner is sunk open, a flap with a spine is reverse-folded, a single layer is folded to and fro on the side its front shows to.
 */
export function accordion(state: FlatState, request: AccordionRequest): Outcome<MoveResult, Refusal> {
  const [first, second] = request.lines;
  const given = gapOf(first, second);
  if (given === undefined)
    return failed({
      kind: 'reference',
      text: 'The two lines of an accordion must run side by side; choose the second even with the first.',
    });
  const room = reachBeyond(state, request, Math.sign(given));
  if (!room.ok) return room;
  const last = request.pleats - 1;
  const gap = Math.abs(given) * last < room.value - tolerance.overlap ? given : given / last;
  let result: MoveResult = { state, made: [] };
  const passed: Line[] = [];
  const chords: (Segment & { sense?: CreaseSense })[] = [];
  let kind: PleatKind | undefined;
  // A single layer is folded to the side its front shows to.
  const held = facetsAt(state, request.flap[0]!)[0];
  const isFront = held === undefined || !isTurned(state.facets[held]!.placement);
  const towards: CreaseSense = isFront ? 'valley' : 'mountain';
  for (let k = 0; k < request.pleats; k++) {
    const flat: Line = { normal: first.normal, offset: first.offset + k * gap };
    const line = passed.reduce((l, m) => mirrorLine(m, l), flat);
    const base = { line, flap: request.flap, step: request.step };
    const next = pleatOnce(result.state, base, { kind, towards });
    if (!next.ok)
      return failed({
        ...next.fault,
        text: `Pleat ${k + 1} of ${request.pleats}: ${next.fault.text}`,
      });
    // Creases are drawn where they lie before the first pleat; those of one layer turn about.
    const back = (q: Point): Point => passed.reduceRight((at, l) => mirrorPoint(l, at), q);
    const trace = next.value.made.trace;
    const sense = next.value.kind !== 'fold' || k % 2 === 0 ? {} : { sense: OTHER[towards] };
    for (const c of trace?.chords ?? [])
      chords.push({
        from: back(c.from),
        to: back(c.to),
        ...(next.value.kind === 'fold' ? { sense: towards } : {}),
        ...sense,
      });
    passed.push(line);
    kind = next.value.kind;
    result = join(result, next.value.made);
  }
  // The pleats are one point going to and fro: one arrow shows it.
  const { parts: _parts, ...trace } = result.trace!;
  return done({
    ...result,
    trace: { ...trace, chords: joinSegments(chords, (c, d) => c.sense === d.sense) },
  });
}

const OTHER = { valley: 'mountain', mountain: 'valley' } as const;

type PleatKind = 'sink' | 'reverse' | 'fold';

/** One reflection of the point, of the kind of those before it; the first one as the paper allows. */
function pleatOnce(
  state: FlatState,
  base: { readonly line: Line; readonly flap: readonly Point[]; readonly step: string },
  { kind, towards }: { readonly kind: PleatKind | undefined; readonly towards: CreaseSense },
): Outcome<{ made: MoveResult; kind: PleatKind }, Refusal> {
  const ways: Record<PleatKind, () => Outcome<MoveResult, Refusal>> = {
    sink: () => reflectBeyond(state, { ...base, mode: 'sink' }),
    reverse: () => reflectBeyond(state, { ...base, mode: 'auto' }),
    fold: () => {
      const wished = foldOver(state, { ...base, sense: towards, layers: 'flap', hold: [] });
      const away = towards === 'valley' ? 'mountain' : 'valley';
      return wished.ok ? wished : foldOver(state, { ...base, sense: away, layers: 'flap', hold: [] });
    },
  };
  const rims = countRims(state, base);
  const kinds: readonly PleatKind[] =
    kind === 'fold' || (kind === undefined && rims === 1) ? ['fold'] : ['sink', 'reverse'];
  let fault: Refusal | undefined;
  for (const k of kinds) {
    const made = ways[k]();
    if (made.ok) return done({ made: made.value, kind: k });
    fault = made.fault;
  }
  return failed(fault!);
}

/** How many creases a reflection would make at the line. */
function countRims(
  state: FlatState,
  { line, flap }: { readonly line: Line; readonly flap: readonly Point[] },
): number {
  const turn = prepareTurn(state, { line, flap, layers: 'flap', hold: [] });
  return turn.ok ? findRims(turn.value).length : 0;
}

/** How far the flap reaches beyond the first line, along its normal or against it; in sheet sides. */
function reachBeyond(state: FlatState, request: AccordionRequest, sign: number): Outcome<number, Refusal> {
  const [line] = request.lines;
  const chosen = chooseMoving(state, { line, flap: request.flap, layers: 'flap', hold: [] });
  if (!chosen.ok) return chosen;
  const { mesh, moving } = chosen.value;
  return done(
    Math.max(
      ...[...moving].flatMap((i) =>
        pieceOnModel(mesh, mesh.pieces[i]!, 'before').map((p) => sign * sideOf(line, p)),
      ),
    ),
  );
}

/** Signed distance between two lines that run side by side, along the first one's normal. */
function gapOf(a: Line, b: Line): number | undefined {
  const turn = a.normal[0] * b.normal[1] - a.normal[1] * b.normal[0];
  if (Math.abs(turn) > tolerance.samePoint) return undefined;
  const same = a.normal[0] * b.normal[0] + a.normal[1] * b.normal[1] > 0;
  const gap = (same ? b.offset : -b.offset) - a.offset;
  return Math.abs(gap) < tolerance.alike ? undefined : gap;
}

/** Layers drawn out of a pocket or put into one: nothing moves in the plane, only the order changes. */
export interface RearrangeRequest {
  /** Material points of the layers that change their place in the stack. */
  readonly flap: readonly Point[];
  /** Where they shall lie: the paper at the first point above that at the second. */
  readonly picks: Picks;
  readonly step: string;
}

/** Pulls layers out (or tucks them in) without folding: all other paper keeps its order. */
export function rearrange(state: FlatState, request: RearrangeRequest): Outcome<MoveResult, Refusal> {
  const loose = new Set(request.flap.flatMap((p) => facetsAt(state, p)));
  if (loose.size === 0 || request.picks.length === 0)
    return failed({
      kind: 'reference',
      text: 'Say which layers are pulled out and what they shall lie over; choose a layer and its new neighbour.',
    });
  const mesh = new MeshCutter(state).toMesh();
  const before = inheritOrder(state, mesh);
  const laid = {
    from: state,
    mesh,
    before,
    step: request.step,
    points: [...request.flap, ...request.picks.flat()],
  };
  const order = new PieceOrder(mesh);
  order.keep(before, (i, j) => (loose.has(i) !== loose.has(j) ? 0 : 1));
  const free = new PieceOrder(mesh);
  free.keep(before, (i, j) => (loose.has(i) || loose.has(j) ? 0 : 1));
  const made = settleFirst(laid, [order, free], request.picks);
  if (!made)
    return failed({
      kind: 'through',
      text: 'The layer cannot be pulled out there: it is joined to paper on the other side. Choose another neighbour, or open the fold that locks it.',
    });
  if (made.state.order.every((o, i) => o === state.order[i]))
    return failed({ kind: 'empty', text: 'The layer lies there already; nothing would change.' });
  return done(made);
}
