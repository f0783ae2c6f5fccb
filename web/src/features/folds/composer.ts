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
  recallLine,
} from '@jade/core/kinds';
import { type LineRef, type PointRef } from '@jade/core/references';

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
  /** What of a step that is changed cannot be chosen here and stays as it was, until it is chosen anew. */
  readonly kept: Kept | null;
  /** Which of the chosen points is chosen anew; null while none is. */
  readonly changing: number | null;
}

interface Kept {
  /** The move as it was, where none of its choices can be filled in. */
  readonly whole?: Move;
  /** Its line, where no method of the tool finds such a line. */
  readonly line?: LineRef;
  /** What the tool does not ask for. */
  readonly rest: Readonly<Record<string, unknown>>;
}

export type ComposerEvent =
  | { readonly kind: 'tool chosen'; readonly tool: Tool }
  | { readonly kind: 'method chosen'; readonly method: Method }
  | { readonly kind: 'point picked'; readonly pick: Pick }
  /** A point that was chosen shall be another. */
  | { readonly kind: 'choice opened'; readonly at: number | null }
  | { readonly kind: 'flap chosen'; readonly flap: readonly Pick[] }
  | { readonly kind: 'crease clicked'; readonly key: string; readonly from: PointRef; readonly to: PointRef }
  /** Chosen creases as the stretches that lie on them. */
  | { readonly kind: 'creases split'; readonly creases: readonly ChosenCrease[] }
  | { readonly kind: 'option set'; readonly option: Options }
  | { readonly kind: 'solution chosen'; readonly picks: Composer['solution'] }
  | { readonly kind: 'taken back' };

/** How far a limb turns, how much of a flap is kept, which of two places: asked for by some ways of finding a line. */
const OF_METHODS: Options = { turnsBy: 90, kept: 0.5, other: false };

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
  kept: null,
  changing: null,
});

/** A step as its tool would have made it: every choice filled in, so that one is changed and the rest stays. */
export function recallComposer(
  move: Move,
  tool: Tool,
  replacing: number,
  nameOf: (ref: PointRef) => string,
): Composer {
  const empty = beginComposer(tool, replacing);
  const recalled = TOOLS[tool].recall(move);
  if (!recalled) return { ...empty, kept: { whole: move, rest: {} } };
  const found = recalled.line && recallLine(recalled.line, methodsOf(tool));
  const line = recalled.line && !found ? { line: recalled.line } : {};
  const toPick = (ref: PointRef): Pick => ({ name: nameOf(ref), ref });
  const picks = (found?.points ?? recalled.points ?? []).map(toPick);
  const method = found?.method ?? empty.method;
  // A point that is brought is its own paper; what else was pointed at stands for itself.
  const brought = usesLine(tool) && found ? picks[METHODS[method].moves] : undefined;
  const paper = recalled.paper ?? [];
  const isOwn = paper.length === 1 && brought !== undefined && isAlike(paper[0], brought.ref);
  const state: Composer = {
    ...empty,
    method,
    picks,
    flap: paper.length === 0 || isOwn ? null : paper.map(toPick),
    creases: (recalled.creases ?? []).map((c) => ({ ...c, key: JSON.stringify([c.from, c.to]) })),
    solution: recalled.picks ?? [],
    options: {
      ...empty.options,
      ...(found?.turnsBy === undefined ? {} : { turnsBy: found.turnsBy }),
      ...(found?.kept === undefined ? {} : { kept: found.kept }),
      ...(found?.other === undefined ? {} : { other: found.other }),
      ...recalled.options,
    },
    kept: { ...line, rest: {} },
  };
  const again = toMove(state) as Record<string, unknown> | undefined;
  if (!again) return { ...empty, kept: { whole: move, rest: {} } };
  const rest = Object.fromEntries(Object.entries(move).filter(([key, value]) => !isAlike(value, again[key])));
  return { ...state, kept: { ...line, rest } };
}

const isAlike = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

export const usesLine = (tool: Tool): boolean => methodsOf(tool).length > 0;

/** How many creases of the sheet a tool asks to be clicked, at least; 0 where it asks for none. */
export const creasesWanted = (tool: Tool): number => TOOLS[tool].creases ?? 0;

/** Which creases of the sheet a tool offers to be clicked. */
export const creasesOffered = (tool: Tool): 'none' | 'resting' | 'all' =>
  creasesWanted(tool) === 0 ? 'none' : TOOLS[tool].opensFolds ? 'all' : 'resting';

/** The next sense of a crease that is clicked again; undefined takes it out. Only some tools open folds. */
const NEXT: Record<ToolCrease['sense'], ToolCrease['sense'] | undefined> = {
  valley: 'mountain',
  mountain: 'folded',
  folded: 'flat',
  flat: undefined,
};

export function advance(state: Composer, event: ComposerEvent): Composer {
  const fresh: Composer = { ...state, solution: [] };
  switch (event.kind) {
    case 'tool chosen':
      return areKin(event.tool, state.tool)
        ? { ...fresh, tool: event.tool, options: { ...firstOptions(event.tool), ...state.options } }
        : beginComposer(event.tool, state.replacing);
    case 'method chosen':
      return { ...fresh, method: event.method, picks: [], flap: null, changing: null, kept: restOf(state) };
    case 'point picked':
      if (state.changing !== null)
        return {
          ...fresh,
          changing: null,
          picks: state.picks.map((p, i) => (i === state.changing ? event.pick : p)),
        };
      if (state.picks.length < promptsOf(state.tool, state.method).length)
        return { ...fresh, picks: [...state.picks, event.pick], kept: restOf(state) };
      return takesPaper(state) ? { ...fresh, flap: [event.pick] } : state;
    case 'choice opened':
      return { ...state, changing: event.at };
    case 'flap chosen':
      return { ...fresh, flap: event.flap };
    case 'crease clicked':
      return { ...fresh, creases: turnCrease(state.creases, event, state.tool), kept: restOf(state) };
    case 'creases split':
      return { ...state, creases: event.creases };
    case 'option set':
      return { ...fresh, options: { ...state.options, ...event.option } };
    case 'solution chosen':
      return { ...state, solution: event.picks };
    case 'taken back':
      if (state.changing !== null) return { ...state, changing: null };
      if (state.kept?.whole ?? state.kept?.line) return { ...fresh, kept: restOf(state) };
      if (state.flap) return { ...fresh, flap: null };
      return state.picks.length > 0
        ? { ...fresh, picks: state.picks.slice(0, -1) }
        : { ...fresh, creases: state.creases.slice(0, -1) };
  }
}

/** What the tool does not ask for stays when a line or the whole is chosen anew. */
const restOf = ({ kept }: Composer): Kept | null => kept && { rest: kept.rest };

/** Tools of one family use the same choices: changing between them keeps what was chosen. */
const areKin = (a: Tool, b: Tool): boolean =>
  TOOLS[a].family !== undefined && TOOLS[a].family === TOOLS[b].family;

function turnCrease(
  creases: readonly ChosenCrease[],
  { key, from, to }: Omit<ChosenCrease, 'sense'>,
  tool: Tool,
): ChosenCrease[] {
  const known = creases.find((c) => c.key === key);
  if (!known) return [...creases, { key, from, to, sense: 'valley' }];
  const next = NEXT[known.sense];
  const sense = next === 'flat' && !TOOLS[tool].opensFolds ? undefined : next;
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
  const { tool, method, picks, creases, options, kept } = state;
  if (kept?.whole) return undefined;
  const open = TOOLS[tool].asks.find((ask) => ask.kind === 'earlier step' && options[ask.id] === null);
  if (open?.kind === 'earlier step') return open.prompt;
  const prompts = promptsOf(tool, method);
  if (creases.length < creasesWanted(tool) && picks.length === prompts.length)
    return TOOLS[tool].opensFolds
      ? 'Click the creases to set anew, on the sheet: once valley, twice mountain, three times either, four times open'
      : 'Click the creases it folds on, on the sheet: once valley, twice mountain, three times either';
  const next = prompts[picks.length];
  if (next && !kept?.line) return next;
  return needsFlap(state) && !state.flap
    ? (TOOLS[tool].paperPrompt ?? 'Choose the paper that moves')
    : undefined;
}

/** What the folder is asked for now: the next choice, or the one that is made anew. */
export const askedNow = (state: Composer): string | undefined =>
  state.changing === null ? promptOf(state) : promptsOf(state.tool, state.method)[state.changing];

/** True when a point is asked for, or paper, which a point on it can stand for. */
export const asksForPoint = (state: Composer): boolean =>
  state.changing !== null ||
  asksForPaper(state) ||
  (promptOf(state) !== undefined && state.picks.length < promptsOf(state.tool, state.method).length);

const asksForPaper = (state: Composer): boolean => asksForFlap(state) && promptOf(state) !== undefined;

/** True when the next click on the model says which paper moves. */
export const asksForFlap = (state: Composer): boolean =>
  state.changing === null &&
  takesPaper(state) &&
  (state.picks.length === promptsOf(state.tool, state.method).length || state.kept?.line !== undefined) &&
  state.creases.length >= creasesWanted(state.tool);

/** How many layers under the pointer one click takes. */
export const layersTaken = (tool: Tool): number => (TOOLS[tool].paper === 'pair' ? 2 : 1);

/** The move as the plan will keep it; undefined while something is still to be chosen. */
export function toMove(state: Composer): Move | undefined {
  if (promptOf(state) !== undefined) return undefined;
  const { tool, method, picks, flap, options, creases, solution, kept } = state;
  if (kept?.whole) return kept.whole;
  const points = picks.map((p) => p.ref);
  const brought = picks[METHODS[method].moves];
  const made = TOOLS[tool].compose({
    points,
    method,
    line: () =>
      kept?.line ??
      METHODS[method].line(points, {
        turnsBy: Number(options.turnsBy),
        kept: Number(options.kept),
        other: options.other === true,
      }),
    paper: (flap ?? (brought ? [brought] : [])).map((p) => p.ref),
    pointedAt: flap?.[0]?.ref,
    creases,
    picks: solution.map(([p, q]): [PointRef, PointRef] => [p, q]),
    tick: (id) => options[id] === true,
    number: (id) => Number(options[id]),
    text: (id) => String(options[id]),
    length: (id) => (typeof options[id] === 'number' ? options[id] : null),
  });
  return kept ? ({ ...made, ...kept.rest } as Move) : made;
}
