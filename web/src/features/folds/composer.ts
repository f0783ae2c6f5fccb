import type { LineRef, Move, PointRef } from '@jade/core/sequence';
import { METHODS, type Method, TOOLS, type Tool, areKin, creasesWanted, paperPromptOf } from './tools.ts';

export interface Pick {
  readonly name: string;
  readonly ref: PointRef;
  /** Where it lies in the model, for lengths in mm. */
  readonly model?: readonly [number, number];
}

type Sense = 'valley' | 'mountain' | 'folded';

/** A crease that takes part in a collapse, as it lies on the sheet. */
export interface ChosenCrease {
  readonly key: string;
  readonly from: PointRef;
  readonly to: PointRef;
  readonly sense: Sense;
}

/** The state of authoring one step: a machine fed by events, without any geometry. */
export interface Composer extends ComposerOptions {
  readonly tool: Tool;
  readonly method: Method;
  readonly picks: readonly Pick[];
  /** Points of the layers that move; null until chosen (bringing a point somewhere chooses that point's own layer). */
  readonly flap: readonly Pick[] | null;
  readonly opens: string | null;
  readonly creases: readonly ChosenCrease[];
  /** Singles out one of several results. */
  readonly solution: readonly (readonly [PointRef, PointRef])[];
  /** Number of the step that is changed; null while a new one is made. */
  readonly replacing: number | null;
}

export type ComposerEvent =
  | { readonly kind: 'tool chosen'; readonly tool: Tool }
  | { readonly kind: 'method chosen'; readonly method: Method }
  | { readonly kind: 'point picked'; readonly pick: Pick }
  | { readonly kind: 'flap chosen'; readonly flap: readonly Pick[] }
  | { readonly kind: 'crease clicked'; readonly key: string; readonly from: PointRef; readonly to: PointRef }
  | { readonly kind: 'option set'; readonly option: Partial<ComposerOptions> }
  | { readonly kind: 'step to open chosen'; readonly step: string }
  | { readonly kind: 'solution chosen'; readonly picks: Composer['solution'] }
  | { readonly kind: 'taken back' };

export interface ComposerOptions {
  readonly allLayers: boolean;
  readonly soft: boolean;
  /** A crease pressed only between the two points it goes through. */
  readonly short: boolean;
  readonly isBehind: boolean;
  /** Of a rotation, or how far a limb turns. */
  readonly degrees: number;
  /** By how much the second crease of a crimp or pleat leans. */
  readonly lean: number;
  readonly pleats: number;
  /** How much of a flap's length is kept when it is shortened, as a share. */
  readonly kept: number;
  /** Width a flap is narrowed to, in sheet sides; its edges come to its middle when null. */
  readonly width: number | null;
  readonly over: 'sideways' | 'lengthways';
}

export const beginComposer = (tool: Tool, replacing: number | null = null): Composer => ({
  tool,
  method: 'onto',
  picks: [],
  flap: null,
  allLayers: false,
  soft: false,
  short: false,
  isBehind: false,
  degrees: tool === 'rotate' ? 45 : 90,
  lean: 0,
  pleats: 3,
  kept: 0.5,
  width: null,
  over: 'sideways',
  opens: null,
  creases: [],
  solution: [],
  replacing,
});

export const usesLine = (tool: Tool): boolean => TOOLS[tool].points === 'line';

function promptsOf({ tool, method }: Composer): readonly string[] {
  const { points } = TOOLS[tool];
  return points === 'line' ? METHODS[method].points : points;
}

/** The next sense of a crease that is clicked again; undefined takes it out. */
const NEXT: Record<Sense, Sense | undefined> = { valley: 'mountain', mountain: 'folded', folded: undefined };

export function advance(state: Composer, event: ComposerEvent): Composer {
  const fresh = { ...state, solution: [] };
  switch (event.kind) {
    case 'tool chosen':
      return areKin(event.tool, state.tool)
        ? { ...fresh, tool: event.tool }
        : beginComposer(event.tool, state.replacing);
    case 'method chosen':
      return { ...fresh, method: event.method, picks: [], flap: null };
    case 'point picked':
      if (state.picks.length < promptsOf(state).length)
        return { ...fresh, picks: [...state.picks, event.pick] };
      return takesPaper(state) ? { ...fresh, flap: [event.pick] } : state;
    case 'flap chosen':
      return { ...fresh, flap: event.flap };
    case 'crease clicked':
      return { ...fresh, creases: turnCrease(state.creases, event) };
    case 'option set':
      return { ...fresh, ...event.option };
    case 'step to open chosen':
      return { ...fresh, opens: event.step };
    case 'solution chosen':
      return { ...state, solution: event.picks };
    case 'taken back':
      if (state.flap) return { ...fresh, flap: null };
      return state.picks.length > 0
        ? { ...fresh, picks: state.picks.slice(0, -1) }
        : { ...fresh, creases: state.creases.slice(0, -1) };
  }
}

function turnCrease(
  creases: readonly ChosenCrease[],
  { key, from, to }: Omit<ChosenCrease, 'sense'>,
): ChosenCrease[] {
  const known = creases.find((c) => c.key === key);
  if (!known) return [...creases, { key, from, to, sense: 'valley' }];
  const sense = NEXT[known.sense];
  return sense ? creases.map((c) => (c === known ? { ...c, sense } : c)) : creases.filter((c) => c !== known);
}

const takesPaper = ({ tool }: Composer): boolean => TOOLS[tool].paper !== 'none';

/** Lines that do not say by themselves which side moves. */
const needsFlap = ({ tool, method }: Composer): boolean => {
  const { paper, points } = TOOLS[tool];
  if (paper === 'needed' || paper === 'pair') return true;
  return paper === 'optional' && points === 'line' && (method === 'through' || method === 'across');
};

/** What is to be chosen next; undefined when the move is complete. */
export function promptOf(state: Composer): string | undefined {
  if (state.tool === 'unfold') return state.opens ? undefined : 'Choose the step to unfold';
  if (state.creases.length < creasesWanted(state.tool) && state.picks.length === promptsOf(state).length)
    return 'Click the creases it folds on, on the sheet: once valley, twice mountain, three times either';
  const next = promptsOf(state)[state.picks.length];
  if (next) return next;
  return needsFlap(state) && !state.flap ? paperPromptOf(state.tool) : undefined;
}

/** True when the next click on the model says which paper moves. */
export const asksForFlap = (state: Composer): boolean =>
  takesPaper(state) &&
  state.picks.length === promptsOf(state).length &&
  state.creases.length >= creasesWanted(state.tool);

/** How many layers under the pointer one click takes. */
export const layersTaken = (tool: Tool): number => (TOOLS[tool].paper === 'pair' ? 2 : 1);

const through = (a: PointRef, b: PointRef): LineRef => ({ kind: 'through', a, b });

function toLine({ method, picks, degrees, kept }: Composer): LineRef {
  const [a, b, c] = picks.map((p) => p.ref) as [PointRef, PointRef, PointRef];
  switch (method) {
    case 'onto':
      return { kind: 'onto', from: a, to: b };
    case 'through':
      return through(a, b);
    case 'bisector':
      return { kind: 'bisector', from: a, at: b, to: c };
    case 'across':
      return { kind: 'across', at: a, to: through(b, c) };
    case 'angle':
      // A mirror turns a limb by twice the angle between it and the crease.
      return { kind: 'turned', at: a, towards: b, degrees: degrees / 2 };
    case 'length':
      return {
        kind: 'across',
        at: { kind: 'between', from: b, to: a, share: kept },
        to: through(b, a),
      };
  }
}

/** The first and second crease across a limb: square to it, the second leaning by the given angle. */
function acrossLimb([near, far, tip]: readonly PointRef[], lean: number): [LineRef, LineRef] {
  const axis = through(near!, tip!);
  const square = (at: PointRef): LineRef => ({ kind: 'across', at, to: axis });
  if (lean === 0) return [square(near!), square(far!)];
  return [square(near!), { kind: 'turned', at: far!, towards: tip!, degrees: 90 + lean }];
}

/** The lowest crease of an accordion and the next, where the highest of so many pleats is chosen. */
function evenLines([low, high, tip]: readonly PointRef[], pleats: number): [LineRef, LineRef] {
  const share = pleats > 2 ? `1/${pleats - 1}` : 1;
  const next: PointRef = { kind: 'between', from: low!, to: high!, share };
  return [low!, next].map((at): LineRef => ({ kind: 'across', at, to: through(low!, tip!) })) as [
    LineRef,
    LineRef,
  ];
}

/** The move as the plan will keep it; undefined while something is still to be chosen. */
export function toMove(state: Composer): Move | undefined {
  if (promptOf(state) !== undefined) return undefined;
  const refs = state.picks.map((p) => p.ref) as [PointRef, PointRef, PointRef, PointRef];
  const [a, b, c, d] = refs;
  const moved = (state.flap ?? [state.method === 'angle' ? state.picks[1] : state.picks[0]]).flatMap((p) =>
    p ? [p.ref] : [],
  );
  const picks = state.solution.map(([p, q]): [PointRef, PointRef] => [p, q]);
  const side = state.isBehind ? ('behind' as const) : ('front' as const);
  const sense = state.isBehind ? ('mountain' as const) : ('valley' as const);
  const layers = state.allLayers ? ('all' as const) : ('flap' as const);
  switch (state.tool) {
    case 'turn':
      return { kind: 'turn', over: state.over };
    case 'rotate':
      return { kind: 'rotate', degrees: state.degrees };
    case 'unfold':
      return { kind: 'unfold', step: state.opens! };
    case 'crease':
      return {
        kind: 'crease',
        sense,
        line: toLine(state),
        through: 'all',
        soft: state.soft,
        span: state.short && state.method === 'through' ? [a, b] : null,
      };
    case 'pinch':
      return {
        kind: 'pinch',
        sense,
        line: toLine(state),
        on: state.method === 'onto' ? [a, b] : [b, c],
        layers,
      };
    case 'pleat':
      return {
        kind: 'pleat',
        sense,
        lines: acrossLimb(refs, state.lean),
        flap: [c],
        layers: 'all',
        hold: [],
      };
    case 'crimp':
      return { kind: 'crimp', mode: 'auto', lines: acrossLimb(refs, state.lean), flap: [c], picks };
    case 'accordion':
      return { kind: 'accordion', lines: evenLines(refs, state.pleats), pleats: state.pleats, flap: [c] };
    case 'narrow':
      return { kind: 'narrow', sense, tip: a, axis: b, edges: [c, d], layers: 'flap', width: state.width };
    case 'blintz': {
      const corners = ['A', 'B', 'C', 'D'].map((name): PointRef => ({ kind: 'named', name }));
      return { kind: 'blintz', sense, points: corners, to: a };
    }
    case 'inside':
    case 'outside':
      return { kind: 'reverse', mode: state.tool, line: toLine(state), flap: moved, picks };
    case 'sink':
      return { kind: 'sink', mode: 'open', line: toLine(state), flap: moved, picks };
    case 'closed':
      return { kind: 'sink', mode: 'closed', line: toLine(state), flap: moved, picks };
    case 'unsink':
      return { kind: 'sink', mode: 'out', line: toLine(state), flap: moved, picks };
    case 'pull':
      return { kind: 'pull', line: toLine(state), flap: moved, picks };
    case 'collapse':
      return {
        kind: 'collapse',
        creases: state.creases.map(({ from, to, sense: s }) => ({ from, to, sense: s })),
        through: 'sheet',
        anchor: moved[0]!,
        picks,
      };
    case 'spread':
      return {
        kind: 'refold',
        name: 'spread sink',
        creases: state.creases.map(({ from, to, sense: wish }) => ({ from, to, wish })),
        free: [],
        bring: [{ point: a, to: b }],
        anchor: moved[0]!,
        side: 'any',
        picks,
      };
    case 'squash':
      return {
        kind: 'squash',
        apex: a,
        hinge: b,
        ridge: c,
        to: d,
        front: [moved[0]!],
        back: [moved[1] ?? moved[0]!],
        side,
        picks,
      };
    case 'petal':
      return toPetal(refs, state.flap?.[0]?.ref, side, picks);
    case 'ear':
      return {
        kind: 'ear',
        tip: a,
        base: [b, c],
        towards: 1,
        through: 'all',
        anchor: moved[0]!,
        side,
        picks,
      };
    case 'swivel':
      return { kind: 'swivel', pivot: a, along: b, flap: c, drawn: d, anchor: moved[0]!, side, picks };
    case 'valley':
    case 'mountain':
    case 'tuck':
      return {
        kind: 'fold',
        sense: state.tool === 'tuck' ? sense : state.tool,
        line: toLine(state),
        flap: moved,
        layers,
        hold: [],
        tuck: state.tool === 'tuck',
        held: false,
        picks: state.tool === 'tuck' ? picks : [],
      };
  }
}

/** The hinge of a petal runs between the ends of the creases that halve the angles at its tip. */
function toPetal(
  [tip, apex, left, right]: readonly [PointRef, PointRef, PointRef, PointRef],
  layer: PointRef | undefined,
  side: 'front' | 'behind',
  picks: [PointRef, PointRef][],
): Move {
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
    flap: [layer ?? part(part(tip, apex, 0.4), left, 0.2)],
    sides: [],
    sidesFrom: null,
    virtualTip: null,
    side,
    picks,
  };
}
