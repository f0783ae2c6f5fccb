import type { LineRef, Move, PointRef } from '@jade/core/sequence';

/** What the folder is about to do. */
export type Tool =
  'valley' | 'mountain' | 'crease' | 'pinch' | 'inside' | 'outside' | 'sink' | 'unfold' | 'turn' | 'rotate';
/** How the crease is found. */
export type Method = 'onto' | 'through' | 'bisector' | 'across';

export interface Pick {
  readonly name: string;
  readonly ref: PointRef;
}

/** The state of authoring one step: a machine fed by events, without any geometry. */
export interface Composer {
  readonly tool: Tool;
  readonly method: Method;
  readonly picks: readonly Pick[];
  /** Points of the layers that move; null until chosen (bringing a point somewhere chooses that point's own layer). */
  readonly flap: readonly Pick[] | null;
  readonly allLayers: boolean;
  readonly degrees: number;
  readonly over: 'sideways' | 'lengthways';
  readonly opens: string | null;
  /** Number of the step that is changed; null while a new one is made. */
  readonly replacing: number | null;
}

export type ComposerEvent =
  | { readonly kind: 'tool chosen'; readonly tool: Tool }
  | { readonly kind: 'method chosen'; readonly method: Method }
  | { readonly kind: 'point picked'; readonly pick: Pick }
  | { readonly kind: 'flap chosen'; readonly flap: readonly Pick[] }
  | { readonly kind: 'layers toggled' }
  | { readonly kind: 'degrees set'; readonly degrees: number }
  | { readonly kind: 'over set'; readonly over: 'sideways' | 'lengthways' }
  | { readonly kind: 'step to open chosen'; readonly step: string }
  | { readonly kind: 'taken back' };

export const beginComposer = (tool: Tool, replacing: number | null = null): Composer => ({
  tool,
  method: 'onto',
  picks: [],
  flap: null,
  allLayers: false,
  degrees: 45,
  over: 'sideways',
  opens: null,
  replacing,
});

const NEEDED: Record<Method, number> = { onto: 2, through: 2, bisector: 3, across: 3 };
const usesLine = (tool: Tool): boolean => isFold(tool) || tool === 'crease' || tool === 'pinch';
const isFold = (tool: Tool): boolean =>
  tool === 'valley' || tool === 'mountain' || tool === 'inside' || tool === 'outside' || tool === 'sink';

/** Methods that make sense for a tool: a pinch needs a line it lies on. */
export const methodsOf = (tool: Tool): readonly Method[] =>
  tool === 'pinch' ? ['onto', 'across'] : ['onto', 'through', 'bisector', 'across'];

export function advance(state: Composer, event: ComposerEvent): Composer {
  switch (event.kind) {
    case 'tool chosen':
      return isFold(event.tool) && isFold(state.tool)
        ? { ...state, tool: event.tool }
        : beginComposer(event.tool, state.replacing);
    case 'method chosen':
      return { ...state, method: event.method, picks: [], flap: null };
    case 'point picked':
      if (!usesLine(state.tool)) return state;
      if (state.picks.length < NEEDED[state.method]) return { ...state, picks: [...state.picks, event.pick] };
      return isFold(state.tool) ? { ...state, flap: [event.pick] } : state;
    case 'flap chosen':
      return { ...state, flap: event.flap };
    case 'layers toggled':
      return { ...state, allLayers: !state.allLayers };
    case 'degrees set':
      return { ...state, degrees: event.degrees };
    case 'over set':
      return { ...state, over: event.over };
    case 'step to open chosen':
      return { ...state, opens: event.step };
    case 'taken back':
      return state.flap ? { ...state, flap: null } : { ...state, picks: state.picks.slice(0, -1) };
  }
}

const PROMPTS: Record<Method, readonly string[]> = {
  onto: ['Choose the point to bring', 'Choose the place it comes to'],
  through: ['Choose a point the crease runs through', 'Choose a second point it runs through'],
  bisector: [
    'Choose a point on the side that moves',
    'Choose the corner of the angle',
    'Choose a point on the side it comes to',
  ],
  across: [
    'Choose where the crease crosses',
    'Choose one end of the line it crosses squarely',
    'Choose the other end of that line',
  ],
};

/** What is to be chosen next; undefined when the move is complete. */
export function promptOf(state: Composer): string | undefined {
  if (state.tool === 'unfold') return state.opens ? undefined : 'Choose the step to unfold';
  if (!usesLine(state.tool)) return undefined;
  const next = PROMPTS[state.method][state.picks.length];
  if (next) return next;
  return isFold(state.tool) && needsFlap(state) && !state.flap ? 'Choose the paper that moves' : undefined;
}

const needsFlap = (state: Composer): boolean => state.method === 'through' || state.method === 'across';

/** True when the next click on the model says which paper moves. */
export const asksForFlap = (state: Composer): boolean =>
  isFold(state.tool) && state.picks.length === NEEDED[state.method];

function toLine({ method, picks }: Composer): LineRef {
  const [a, b, c] = picks.map((p) => p.ref) as [PointRef, PointRef, PointRef];
  switch (method) {
    case 'onto':
      return { kind: 'onto', from: a, to: b };
    case 'through':
      return { kind: 'through', a, b };
    case 'bisector':
      return { kind: 'bisector', from: a, at: b, to: c };
    case 'across':
      return { kind: 'across', at: a, to: { kind: 'through', a: b, b: c } };
  }
}

/** The move as the plan will keep it; undefined while something is still to be chosen. */
export function toMove(state: Composer): Move | undefined {
  if (promptOf(state) !== undefined) return undefined;
  switch (state.tool) {
    case 'turn':
      return { kind: 'turn', over: state.over };
    case 'rotate':
      return { kind: 'rotate', degrees: state.degrees };
    case 'unfold':
      return { kind: 'unfold', step: state.opens! };
    case 'crease':
      return { kind: 'crease', sense: 'valley', line: toLine(state), through: 'all', soft: false };
    case 'pinch': {
      const [a, b, c] = state.picks.map((p) => p.ref) as [PointRef, PointRef, PointRef];
      return {
        kind: 'pinch',
        sense: 'valley',
        line: toLine(state),
        on: state.method === 'onto' ? [a, b] : [b, c],
      };
    }
    case 'inside':
    case 'outside':
    case 'sink': {
      const flap = (state.flap ?? [state.picks[0]!]).map((p) => p.ref);
      return state.tool === 'sink'
        ? { kind: 'sink', mode: 'open', line: toLine(state), flap, picks: [] }
        : { kind: 'reverse', mode: state.tool, line: toLine(state), flap, picks: [] };
    }
    case 'valley':
    case 'mountain': {
      const flap = state.flap ?? [state.picks[0]!];
      return {
        kind: 'fold',
        sense: state.tool,
        line: toLine(state),
        flap: flap.map((p) => p.ref),
        layers: state.allLayers ? 'all' : 'flap',
        hold: [],
        tuck: false,
        picks: [],
      };
    }
  }
}
