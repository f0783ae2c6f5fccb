import type { z } from 'zod';
import type { Segment } from '../../geometry/index.ts';
import type { LineRef, Names, PointRef, Reader } from '../../references/index.ts';
import type { Outcome } from '../../outcome/index.ts';
import type { Form } from '../form.ts';
import type { ShapingRefusal } from '../refusal.ts';
import type { WrittenAct } from './record.ts';

/** What shaping is made on: the form so far, and its references read against the last flat state. */
export interface Shaping {
  readonly form: Form;
  readonly read: Reader;
  readonly step: string;
  /** Flat steps with the creases they made, and whether these reverse a doubled flap. */
  readonly folded: readonly FoldedStep[];
  /** Side of the sheet in mm; undefined where none is chosen. */
  readonly sideMm: number | undefined;
  /** Every amount times this: what paper that springs back keeps of it. */
  readonly keeps: number;
}

/** A flat step, as far as opening a body asks for it. */
export interface FoldedStep {
  readonly id: string;
  readonly number: number;
  readonly creases: readonly Segment[];
  readonly isReverse: boolean;
}

/** The references of a kind carried along by a symmetry; on the other face amounts turn round. */
export interface ShapingMap {
  readonly point: (p: PointRef) => PointRef;
  readonly line: (l: LineRef) => LineRef;
  readonly behind: boolean;
  /** A mirror: what turns left turns right. */
  readonly isMirror: boolean;
}

/** All there is to one kind of shaping. A kind that lacks a part does not compile. */
export interface ShapingSpec<A, T extends string = string> {
  readonly schema: z.ZodType<A>;
  /** What the word means, in one line of the glossary. */
  readonly glossary: string;
  readonly word: string;
  readonly say: (act: A, names: Names) => string;
  readonly make: (act: A, shaping: Shaping) => Outcome<Form, ShapingRefusal>;
  readonly map: (act: A, to: ShapingMap) => A;
  /** Its amount in degrees, with what it may be; undefined for kinds without one. */
  readonly amount: (act: A) => Amount | undefined;
  /** The same with another amount. */
  readonly withAmount: (act: A, degrees: number) => A;
  /** What it is estimated to do where the form does not show it, in a sentence. */
  readonly estimate?: (act: A, shaping: Shaping) => string;
  /** Minutes it takes a folder of usual pace (rule of thumb). */
  readonly minutes: number;
  /** Whether the engine computes it, or it is only noted. */
  readonly isComputed: boolean;
  readonly tools: Readonly<Record<T, ShapingTool>>;
}

export interface Amount {
  readonly degrees: number;
  readonly least: number | null;
  readonly most: number | null;
}

/** A tool of the tray of Finish: its word, key and what it asks for. */
export interface ShapingTool {
  readonly word: string;
  readonly key: string;
  /** Points to choose, in order, with their prompts. */
  readonly points: readonly string[];
  /** How its line is chosen: across the part at its second point or through two, always across, or none. */
  readonly line: 'either' | 'across' | 'none';
  /** Its amount to begin with, and over which rod. */
  readonly begins: { readonly degrees: number; readonly rodMm?: number };
  /** What its amount is called where it is typed. */
  readonly amount: string;
  /** The least and the most degrees it takes. */
  readonly limits: readonly [number, number];
  /** The act as chosen; undefined while something is missing. */
  readonly write: (chosen: Chosen) => WrittenAct | undefined;
}

/** What was chosen for a tool so far. */
export interface Chosen {
  readonly picks: readonly PointRef[];
  /** The part and its line; undefined while a point of them is missing. Tools of a body have none. */
  readonly part: PartChosen | undefined;
  /** The third point, where the line lies straight across at the second. */
  readonly third: PointRef | undefined;
  readonly degrees: number;
  readonly rodMm: number;
  /** The step that folded the body in half; empty where no step did. */
  readonly half: string;
  /** The body is open at its ends. */
  readonly isOpenEnded: boolean;
}

interface PartChosen {
  readonly line: LineRef;
  readonly at: PointRef;
  readonly flap: PointRef[];
  readonly everyLayer?: boolean;
}

export const defineShaping = <S extends z.ZodType<{ kind: string }>, T extends string>(
  schema: S,
  rest: Omit<ShapingSpec<z.output<S>, T>, 'schema'>,
): { readonly schema: S } & Omit<ShapingSpec<z.output<S>, T>, 'schema'> => ({ schema, ...rest });
