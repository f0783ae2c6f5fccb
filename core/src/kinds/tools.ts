import type { LineRef, PointRef } from '../references/index.ts';
import type { Method } from './methods.ts';

/** Groups of the tray, in their order. */
export const TOOL_GROUPS = ['Fold', 'Reverse and crimp', 'Sink', 'Collapse', 'Layers', 'Turn'] as const;
type ToolGroup = (typeof TOOL_GROUPS)[number];

export type AskedValue = number | string | boolean | null;

/** Something a tool asks for besides points and paper; `first` is what it is until it is set. */
export type Ask = { readonly id: string } & (
  | { readonly kind: 'tick'; readonly label: string; readonly first: boolean; readonly onlyBy?: Method }
  | {
      readonly kind: 'number';
      readonly label: string;
      readonly first: number;
      readonly low: number;
      readonly high: number;
      readonly step: number;
    }
  | {
      /** A length in sheet sides. */
      readonly kind: 'length';
      readonly label: string;
      readonly note: string;
      readonly first: number | null;
      readonly mayBeEmpty: boolean;
    }
  | {
      readonly kind: 'choice';
      readonly label: string;
      readonly first: string;
      readonly options: readonly { readonly value: string; readonly label: string }[];
    }
  | { readonly kind: 'earlier step'; readonly label: string; readonly prompt: string; readonly first: null }
);

/** A crease of the sheet that takes part, with the sense it shall have; flat where it is opened. */
export interface ToolCrease {
  readonly from: PointRef;
  readonly to: PointRef;
  readonly sense: 'valley' | 'mountain' | 'folded' | 'flat';
}

/** What a folder has chosen, complete. */
export interface Choices {
  /** Points in the order they were asked for. */
  readonly points: readonly PointRef[];
  /** The crease as the chosen method has it; only of tools that ask for a line. */
  readonly line: () => LineRef;
  readonly method: Method;
  /** The paper pointed at; where none was, the point that is brought. */
  readonly paper: readonly PointRef[];
  /** The paper pointed at, and nothing else. */
  readonly pointedAt: PointRef | undefined;
  readonly creases: readonly ToolCrease[];
  /** Singles out one of several results. */
  readonly picks: [PointRef, PointRef][];
  readonly tick: (id: string) => boolean;
  readonly number: (id: string) => number;
  readonly text: (id: string) => string;
  readonly length: (id: string) => number | null;
}

/** What a move was made of, so that one choice can be changed and the rest stays. */
export interface Recalled {
  /** The points that were asked for; of tools with a line none, their line is read instead. */
  readonly points?: readonly PointRef[];
  readonly line?: LineRef;
  /** The paper pointed at. */
  readonly paper?: readonly PointRef[];
  readonly creases?: readonly ToolCrease[];
  readonly options?: Readonly<Record<string, AskedValue>>;
  readonly picks?: readonly (readonly [PointRef, PointRef])[];
}

/** Whether the paper that moves is pointed at: nothing, if wished, always, or as two layers of a flap. */
type PaperNeed = 'none' | 'optional' | 'needed' | 'pair';

/** A tool of the tray: what it is called, what it asks for, and the move it makes of that. */
export interface ToolSpec<M = unknown> {
  readonly word: string;
  /** The key that takes it; one letter, no two tools share one. */
  readonly key: string;
  /** Its mark in print notation: a path in a box of 24. */
  readonly path: string;
  readonly group: ToolGroup;
  /** What points it asks for, or the ways its line may be found by. */
  readonly points: readonly string[] | { readonly lineBy: readonly Method[] };
  readonly paper: PaperNeed;
  readonly paperPrompt?: string;
  /** How many creases of the sheet it asks to be clicked, at least. */
  readonly creases?: number;
  /** Creases that are folded now can be chosen as well as those that rest, and be opened. */
  readonly opensFolds?: boolean;
  /** Tools of one family differ only in how the same choices are used: changing between them keeps the choices. */
  readonly family?: 'flap beyond a line' | 'strip';
  /** It matters how many layers are taken where the paper is pointed at. */
  readonly countsLayers: boolean;
  readonly asks: readonly Ask[];
  readonly compose: (chosen: Choices) => M;
  /** What such a move was composed of; undefined where the tool could not have made it so. */
  readonly recall: (move: M) => Recalled | undefined;
}

export const MOVES = 'Choose the paper that moves';
export const STAYS = 'Choose paper that stays where it is';

export const behindAsk: Ask = { kind: 'tick', id: 'behind', label: 'behind', first: false };
export const allLayersAsk: Ask = { kind: 'tick', id: 'allLayers', label: 'all layers', first: false };
export const leanAsk: Ask = {
  kind: 'number',
  id: 'lean',
  label: 'Second leans, in degrees',
  first: 0,
  low: -60,
  high: 60,
  step: 0.5,
};

export const sideOf = (chosen: Choices): 'front' | 'behind' => (chosen.tick('behind') ? 'behind' : 'front');
export const senseOf = (chosen: Choices): 'valley' | 'mountain' =>
  chosen.tick('behind') ? 'mountain' : 'valley';
export const layersOf = (chosen: Choices): 'flap' | 'all' => (chosen.tick('allLayers') ? 'all' : 'flap');

export const isBehind = (towards: 'valley' | 'mountain' | 'front' | 'behind' | 'any'): boolean =>
  towards === 'mountain' || towards === 'behind';

/** The points and the lean two creases across a limb were made of; undefined for lines found otherwise. */
export function recallAcross(
  [first, second]: readonly [LineRef, LineRef],
  tip: PointRef | undefined,
): { readonly points: readonly PointRef[]; readonly lean: number } | undefined {
  if (!tip || first.kind !== 'across' || first.to.kind !== 'through') return undefined;
  if (second.kind === 'across') return { points: [first.at, second.at, tip], lean: 0 };
  if (second.kind !== 'turned') return undefined;
  return { points: [first.at, second.at, tip], lean: second.degrees - 90 };
}

/** The first and second crease across a limb: square to it, the second leaning by the given angle. */
export function acrossLimb([near, far, tip]: readonly PointRef[], lean: number): [LineRef, LineRef] {
  const axis: LineRef = { kind: 'through', a: near!, b: tip! };
  const square = (at: PointRef): LineRef => ({ kind: 'across', at, to: axis });
  if (lean === 0) return [square(near!), square(far!)];
  return [square(near!), { kind: 'turned', at: far!, towards: tip!, degrees: 90 + lean }];
}
