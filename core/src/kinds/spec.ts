import type { z } from 'zod';
import type { Point } from '../geometry/index.ts';
import type { FlatState, Refusal } from '../folded/index.ts';
import type { MoveResult } from '../moves/index.ts';
import { type Outcome, done } from '../outcome/index.ts';
import type { LineRef, Names, PointRef, Reader, ResolveContext } from '../references/index.ts';
import type { Mapper } from './mapper.ts';
import type { ToolSpec } from './tools.ts';

/** What a move is made on: the paper as it lies, the references read against it, the id of the step. */
export interface Making {
  readonly state: FlatState;
  readonly read: Reader;
  readonly context: ResolveContext;
  readonly step: string;
}

/** What a move gives: the new state, and the mark it leaves. */
export interface Made {
  readonly result: MoveResult;
  readonly mark?: Point;
}

export type Tried = Outcome<Made, Refusal>;

/** One of several results; `picks` where the engine has singled it out already. */
export interface FoundResult {
  readonly state: FlatState;
  readonly picks?: readonly (readonly [Point, Point])[];
}

/** How a step is drawn in the craft's notation. */
export type Notation =
  /** The whole model moves: one arrow under it. */
  | { readonly whole: 'turn-over' | 'rotate'; readonly bend: 1 | -1 }
  | {
      /** The sense its lines are drawn in, where the creases themselves do not say. */
      readonly line: 'valley' | 'mountain' | 'rest';
      /** The arrow of each part that moves; none where only the hollow arrow is drawn. */
      readonly arrow: 'valley' | 'mountain' | 'fold-unfold' | 'unfold' | null;
      /** The hollow arrow: paper is pushed in or pulled out. */
      readonly block: 'push' | 'pull' | null;
      /** Parts drawn as equal: along the way of the point that is brought, or from crease to crease on. */
      readonly equal: { readonly along: 'the way' | 'the creases'; readonly parts: number } | null;
      /** Points that are held down while it is folded. */
      readonly holds?: readonly PointRef[];
      /** Its creases carry the numbers in which they are set. */
      readonly numbered?: boolean;
    };

/** What a folder has to have on the paper before the step, and what is asked for when it is not there. */
export interface Beforehand {
  /** Several creases fold at once: the paper does not lie flat in between, and no folder can stop there. */
  readonly together: boolean;
  /** Creases pressed in the wrong sense are to be bent first. */
  readonly bends: boolean;
  /** Creases that are not there are to be pressed first. */
  readonly presses: boolean;
  /** A crease it follows is to be pressed in every layer, in the sense it has there. */
  readonly everyLayer: boolean;
}

/** All there is to one kind of fold. Each part has to be there: a kind without one does not compile. */
export interface MoveSpec<M, T extends string = string> {
  /** What a plan keeps of it, checked when a plan is read. */
  readonly schema: z.ZodType<M>;
  /** What the word means, in one line of the glossary. */
  readonly glossary: string;
  /** One word for the step, as under a thumbnail. */
  readonly word: (move: M) => string;
  /** The sentence of the step. */
  readonly say: (move: M, names: Names) => string;
  /** The move with every reference replaced; on the other face senses, sides and orders change places. */
  readonly map: (move: M, to: Mapper) => M;
  /** Folds it. Throws only inside `readOrRefuse`. */
  readonly make: (move: M, making: Making) => Tried;
  /** Every result it can have, where it can have several. */
  readonly results: (move: M, making: Making) => Outcome<readonly FoundResult[], Refusal>;
  /** The lines a folder aligns it by, each with a slip of its own, in the order they are read. */
  readonly alignments: (move: M) => readonly LineRef[];
  /**
   * Other ways of asking for the same, in words and as a move, the likelier first: tried where this one is refused. Corners
   * of the sheet are what could be held.
   */
  readonly otherWays: (
    move: M,
    corners: readonly PointRef[],
  ) => readonly { readonly words: string; readonly move: M }[];
  /** Its notation. */
  readonly draw: (move: M) => Notation;
  /** Minutes it takes a folder of usual pace on thin paper (rule of thumb). */
  readonly minutes: number;
  /** How hard it is to make, from 0 (one fold) to 3. */
  readonly difficulty: 0 | 1 | 2 | 3;
  /** What it leaves that can be named and used again. */
  readonly leaves: 'crease' | 'mark' | 'nothing';
  /** How it moves when it is played. */
  readonly motion: 'folds' | 'there and back' | 'whole model';
  /** It leaves strips between lines side by side, which can be too narrow. */
  readonly leavesStrip: boolean;
  /** Layers wrap round the edge it makes, so that a thick stack needs a gap there. */
  readonly wrapsEdge: boolean;
  /** It can be opened again by a later step. */
  readonly opens: boolean;
  readonly beforehand: Beforehand;
  /** Paper it reaches for between layers, which an earlier step may have locked. */
  readonly reachesFor: (move: M) => readonly PointRef[];
  /** Ids of steps it names besides its points and lines. */
  readonly uses: (move: M) => readonly string[];
  /** The tools of the tray that make it. */
  readonly tools: Readonly<Record<T, ToolSpec<M>>>;
  /** The tool that changes such a step; none for kinds that come with a base. */
  readonly toolOf: (move: M) => string | undefined;
}

/** A kind of fold from its schema and all the rest. */
export const defineKind = <S extends z.ZodType<{ kind: string }>, T extends string>(
  schema: S,
  rest: Omit<MoveSpec<z.output<S>, T>, 'schema'>,
): { readonly schema: S } & Omit<MoveSpec<z.output<S>, T>, 'schema'> => ({ schema, ...rest });

/** Wraps what the engine gives. */
export const wrap = (result: Outcome<MoveResult, Refusal>): Tried =>
  result.ok ? done({ result: result.value }) : result;

/** For kinds that can come out in one way only. */
export const oneResult = (): Outcome<readonly FoundResult[], Refusal> => done([]);
export const nothing = (): readonly never[] => [];

/** One fold after the other, or nothing folded anew: nothing has to be there before. */
export const nothingBefore: Beforehand = { together: false, bends: false, presses: false, everyLayer: false };
/** Several creases at once, made as they fold. */
export const creasedAsItFolds: Beforehand = {
  together: true,
  bends: true,
  presses: false,
  everyLayer: false,
};

/** Where a point or an edge can come to a line in two places: the same with the other of them. */
export const atOtherPlace = <M extends { readonly line: LineRef; readonly picks: unknown }>(
  move: M,
): { readonly words: string; readonly move: M }[] => {
  const { line } = move;
  if (line.kind !== 'landing' && line.kind !== 'lineOnto') return [];
  return [
    {
      words: 'to the other place',
      move: { ...move, line: { ...line, which: line.which === 0 ? 1 : 0 }, picks: [] },
    },
  ];
};

/** An arrow and lines of one sense, nothing else. */
export const drawn = (line: 'valley' | 'mountain'): Notation => ({
  line,
  arrow: line,
  block: null,
  equal: null,
});
/** The sense of a step on one side of the model, as the folder sees it. */
export const seenFrom = (side: 'front' | 'behind' | 'any'): 'valley' | 'mountain' =>
  side === 'behind' ? 'mountain' : 'valley';

export const otherSense = (sense: 'valley' | 'mountain'): 'valley' | 'mountain' =>
  sense === 'valley' ? 'mountain' : 'valley';
export const otherLayers = (layers: 'flap' | 'all'): 'flap' | 'all' => (layers === 'flap' ? 'all' : 'flap');
export const sayLayers = (layers: 'flap' | 'all'): string =>
  layers === 'flap' ? 'the flap alone' : 'all layers';

/** The point a crease turns about is held while the other is brought to its line. */
export const pivots = (line: LineRef): readonly PointRef[] =>
  line.kind === 'landing' && line.by.kind === 'through' ? [line.by.at] : [];

/** A halving mark makes the way of its point two equal parts. */
export const halves = (line: LineRef): { readonly along: 'the way'; readonly parts: 2 } | null =>
  line.kind === 'onto' ? { along: 'the way', parts: 2 } : null;
