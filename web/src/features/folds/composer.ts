import {
  type AskedValue,
  METHODS,
  type Method,
  type Move,
  TOOLS,
  type Tool,
  type ToolCrease,
  methodsOf,
  promptsOf,
} from '@jade/core/kinds';
import type { PointRef } from '@jade/core/references';

export interface Pick {
  readonly name: string;
  readonly ref: PointRef;
  /** Where it lies in the model, for lengths in mm. */
  readonly model?: readonly [number, number];
}

/** A crease that takes part in a collapse, as it lies on the sheet. */
export interface ChosenCrease extends ToolCrease {
  readonly key: string;
}

/** What was set of the things a tool asks for besides points, by its id. */
export type Options = Readonly<Record<string, AskedValue>>;

/** The state of authoring one step: a machine fed by events, without any geometry. */
export interface Composer {
  readonly tool: Tool;
  readonly method: Method;
  readonly picks: readonly Pick[];
  /** Points of the layers that move; null until chosen (bringing a point somewhere chooses that point's own layer). */
  readonly flap: readonly Pick[] | null;
  readonly options: Options;
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
  | { readonly kind: 'option set'; readonly option: Options }
  | { readonly kind: 'solution chosen'; readonly picks: Composer['solution'] }
  | { readonly kind: 'taken back' };

/** How far a limb turns, and how much of a flap is kept: asked for by two ways of finding a line. */
const OF_METHODS: Options = { turnsBy: 90, kept: 0.5 };

const firstOptions = (tool: Tool): Options => ({
  ...OF_METHODS,
  ...Object.fromEntries(TOOLS[tool].asks.map((ask) => [ask.id, ask.first])),
});

export const beginComposer = (tool: Tool, replacing: number | null = null): Composer => ({
  tool,
  method: 'onto',
  picks: [],
  flap: null,
  options: firstOptions(tool),
  creases: [],
  solution: [],
  replacing,
});

export const usesLine = (tool: Tool): boolean => methodsOf(tool).length > 0;

/** How many creases of the sheet a tool asks to be clicked, at least; 0 where it asks for none. */
export const creasesWanted = (tool: Tool): number => TOOLS[tool].creases ?? 0;

/** The next sense of a crease that is clicked again; undefined takes it out. */
const NEXT: Record<ToolCrease['sense'], ToolCrease['sense'] | undefined> = {
  valley: 'mountain',
  mountain: 'folded',
  folded: undefined,
};

export function advance(state: Composer, event: ComposerEvent): Composer {
  const fresh = { ...state, solution: [] };
  switch (event.kind) {
    case 'tool chosen':
      return areKin(event.tool, state.tool)
        ? { ...fresh, tool: event.tool, options: { ...firstOptions(event.tool), ...state.options } }
        : beginComposer(event.tool, state.replacing);
    case 'method chosen':
      return { ...fresh, method: event.method, picks: [], flap: null };
    case 'point picked':
      if (state.picks.length < promptsOf(state.tool, state.method).length)
        return { ...fresh, picks: [...state.picks, event.pick] };
      return takesPaper(state) ? { ...fresh, flap: [event.pick] } : state;
    case 'flap chosen':
      return { ...fresh, flap: event.flap };
    case 'crease clicked':
      return { ...fresh, creases: turnCrease(state.creases, event) };
    case 'option set':
      return { ...fresh, options: { ...state.options, ...event.option } };
    case 'solution chosen':
      return { ...state, solution: event.picks };
    case 'taken back':
      if (state.flap) return { ...fresh, flap: null };
      return state.picks.length > 0
        ? { ...fresh, picks: state.picks.slice(0, -1) }
        : { ...fresh, creases: state.creases.slice(0, -1) };
  }
}

/** Tools of one family use the same choices: changing between them keeps what was chosen. */
const areKin = (a: Tool, b: Tool): boolean =>
  TOOLS[a].family !== undefined && TOOLS[a].family === TOOLS[b].family;

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
  const { paper } = TOOLS[tool];
  if (paper === 'needed' || paper === 'pair') return true;
  return paper === 'optional' && usesLine(tool) && METHODS[method].leavesSideOpen;
};

/** What is to be chosen next; undefined when the move is complete. */
export function promptOf(state: Composer): string | undefined {
  const { tool, method, picks, creases, options } = state;
  const open = TOOLS[tool].asks.find((ask) => ask.kind === 'earlier step' && options[ask.id] === null);
  if (open?.kind === 'earlier step') return open.prompt;
  const prompts = promptsOf(tool, method);
  if (creases.length < creasesWanted(tool) && picks.length === prompts.length)
    return 'Click the creases it folds on, on the sheet: once valley, twice mountain, three times either';
  const next = prompts[picks.length];
  if (next) return next;
  return needsFlap(state) && !state.flap
    ? (TOOLS[tool].paperPrompt ?? 'Choose the paper that moves')
    : undefined;
}

/** True when the next click on the model says which paper moves. */
export const asksForFlap = (state: Composer): boolean =>
  takesPaper(state) &&
  state.picks.length === promptsOf(state.tool, state.method).length &&
  state.creases.length >= creasesWanted(state.tool);

/** How many layers under the pointer one click takes. */
export const layersTaken = (tool: Tool): number => (TOOLS[tool].paper === 'pair' ? 2 : 1);

/** The move as the plan will keep it; undefined while something is still to be chosen. */
export function toMove(state: Composer): Move | undefined {
  if (promptOf(state) !== undefined) return undefined;
  const { tool, method, picks, flap, options, creases, solution } = state;
  const points = picks.map((p) => p.ref);
  const brought = picks[METHODS[method].moves];
  return TOOLS[tool].compose({
    points,
    method,
    line: () =>
      METHODS[method].line(points, { turnsBy: Number(options.turnsBy), kept: Number(options.kept) }),
    paper: (flap ?? (brought ? [brought] : [])).map((p) => p.ref),
    pointedAt: flap?.[0]?.ref,
    creases,
    picks: solution.map(([p, q]): [PointRef, PointRef] => [p, q]),
    tick: (id) => options[id] === true,
    number: (id) => Number(options[id]),
    text: (id) => String(options[id]),
    length: (id) => (typeof options[id] === 'number' ? options[id] : null),
  });
}
