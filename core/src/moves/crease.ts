import {
  type Isometry,
  type Line,
  type Point,
  type Segment,
  apply,
  chordOf,
  dot,
  inverse,
  isTurned,
  sideOf,
  tolerance,
  toUnit,
  subtract,
} from '../geometry/index.ts';
import {
  type CreaseSense,
  type FlatState,
  type MadeCrease,
  type Refusal,
  type RestingCrease,
  facetOnModel,
  facetsAt,
  toModel,
} from '../folded/index.ts';
import { done, failed, type Outcome } from '../outcome/index.ts';
import { foldOver } from './fold.ts';
import { type MoveResult, layersAlong } from './result.ts';

interface Pinch {
  readonly at: Point;
  readonly reach: number;
  readonly layers: 'flap' | 'all';
}

/** Fold and unfold: leaves resting creases in the chosen layers along a line of the model. */
export interface CreaseRequest {
  readonly line: Line;
  readonly sense: CreaseSense;
  /** All layers under the line, or only those of the flap that holds these material points. */
  readonly through: 'all' | { readonly flap: readonly Point[]; readonly hold: readonly Point[] };
  /** Pressed within `reach` of a material point only, in its own layer or in all that lie there: a pinch. */
  readonly pinch?: Pinch;
  /** Pressed only between these two places of the model. */
  readonly span?: Segment;
  readonly soft: boolean;
  readonly step: string;
}

/** Makes the creases; the model lies as before. Refuses a line that misses the paper, and flaps that cannot be folded. */
export function creaseAlong(state: FlatState, request: CreaseRequest): Outcome<MoveResult, Refusal> {
  if (request.through !== 'all') {
    const { flap, hold } = request.through;
    const folded = foldOver(state, {
      line: request.line,
      sense: request.sense,
      flap,
      hold,
      layers: 'flap',
      step: request.step,
    });
    if (!folded.ok) return folded;
    if (!request.pinch && !request.span) {
      return done(layCreases(state, folded.value.made, folded.value.trace?.chords ?? [], request));
    }
  }
  const pinched = request.pinch?.layers === 'flap' ? new Set(facetsAt(state, request.pinch.at)) : undefined;
  const made: MadeCrease[] = [];
  const chords: Segment[] = [];
  state.facets.forEach(({ placement }, f) => {
    const crease = !pinched || pinched.has(f) ? spanIn(state, f, request) : undefined;
    if (!crease) return;
    made.push(crease);
    chords.push({ from: apply(placement, crease.from), to: apply(placement, crease.to) });
  });
  if (made.length === 0) {
    return failed({
      kind: 'empty',
      text: 'The crease would not touch any paper; choose a line that crosses the model.',
    });
  }
  return done(layCreases(state, made, chords, request));
}

/** `chords` are the creases where they lie in the model. */
function layCreases(
  state: FlatState,
  made: readonly MadeCrease[],
  chords: readonly Segment[],
  request: CreaseRequest,
): MoveResult {
  const pressed = request.pinch ? 'pinch' : request.soft ? 'soft' : 'full';
  const resting: RestingCrease[] = made.map((c) => ({ ...c, step: request.step, pressed }));
  const middle = chords[0]!;
  const off = request.line.normal;
  const at: Point = [(middle.from[0] + middle.to[0]) / 2, (middle.from[1] + middle.to[1]) / 2];
  return {
    state: { ...state, resting: [...state.resting, ...resting] },
    made,
    trace: {
      line: request.line,
      chords,
      from: [at[0] + off[0] * 0.25, at[1] + off[1] * 0.25],
      to: [at[0] - off[0] * 0.25, at[1] - off[1] * 0.25],
      layersAtCrease: layersAlong(chords),
    },
  };
}

/** The stretch of the line inside one facet, on the sheet, with its sense from the front side. */
function spanIn(state: FlatState, f: number, request: CreaseRequest): MadeCrease | undefined {
  const { placement } = state.facets[f]!;
  const images = facetOnModel(state, f);
  if (
    images.every((p) => sideOf(request.line, p) > -tolerance.overlap) ||
    images.every((p) => sideOf(request.line, p) < tolerance.overlap)
  )
    return undefined;
  const whole = chordOf(images, request.line);
  const stretch = whole && (request.span ? clip(whole, request.span) : whole);
  if (!stretch) return undefined;
  const back = inverse(placement);
  const chord = { from: apply(back, stretch.from), to: apply(back, stretch.to) };
  const sense: CreaseSense = isTurned(placement) ? opposite(request.sense) : request.sense;
  if (!request.pinch) return { ...chord, sense };
  return pinchWithin(state, chord, request.pinch, placement, sense);
}

/** The part of a chord between two places, as far along it as they lie. */
function clip(chord: Segment, span: Segment): Segment | undefined {
  const along = toUnit(subtract(chord.to, chord.from));
  const place = (p: Point): number => dot(subtract(p, chord.from), along);
  const ends = [place(span.from), place(span.to)];
  const [low, high] = [Math.max(0, Math.min(...ends)), Math.min(place(chord.to), Math.max(...ends))];
  if (high - low < tolerance.shortestEdge) return undefined;
  const at = (t: number): Point => [chord.from[0] + along[0] * t, chord.from[1] + along[1] * t];
  return { from: at(low), to: at(high) };
}

const opposite = (sense: CreaseSense): CreaseSense => (sense === 'valley' ? 'mountain' : 'valley');

function pinchWithin(
  state: FlatState,
  chord: { from: Point; to: Point },
  pinch: Pinch,
  placement: Isometry,
  sense: CreaseSense,
): MadeCrease | undefined {
  const centre = toModel(state, pinch.at);
  if (!centre) return undefined;
  const along = toUnit(subtract(chord.to, chord.from));
  const size = dot(subtract(chord.to, chord.from), along);
  const [a, b] = [apply(placement, chord.from), apply(placement, chord.to)];
  const u = toUnit(subtract(b, a));
  const t = dot(subtract(centre, a), u);
  const [low, high] = [Math.max(0, t - pinch.reach), Math.min(size, t + pinch.reach)];
  if (high - low < tolerance.shortestEdge) return undefined;
  const at = (s: number): Point => [chord.from[0] + along[0] * s, chord.from[1] + along[1] * s];
  return { from: at(low), to: at(high), sense };
}
