import { z } from 'zod';
import { accordion } from './accordion.ts';
import { blintz } from './blintz.ts';
import { collapse } from './collapse.ts';
import { crease } from './crease.ts';
import { crimp } from './crimp.ts';
import { ear } from './ear.ts';
import { fold } from './fold.ts';
import { hem } from './hem.ts';
import { narrow } from './narrow.ts';
import { petal } from './petal.ts';
import { pinch } from './pinch.ts';
import { pleat } from './pleat.ts';
import { pull } from './pull.ts';
import { refold } from './refold.ts';
import { repeat } from './repeat.ts';
import { reverse } from './reverse.ts';
import { rotate } from './rotate.ts';
import { sink } from './sink.ts';
import type { MoveSpec } from './spec.ts';
import { squash } from './squash.ts';
import { swivel } from './swivel.ts';
import { turn } from './turn.ts';
import { unfold } from './unfold.ts';

/** Every kind of fold there is: the only list of them. Tools stand in the tray in this order. */
export const kinds = {
  fold,
  crease,
  pinch,
  pleat,
  narrow,
  blintz,
  hem,
  reverse,
  crimp,
  accordion,
  sink,
  refold,
  collapse,
  squash,
  petal,
  ear,
  swivel,
  pull,
  unfold,
  turn,
  rotate,
  repeat,
};

export type MoveKind = keyof typeof kinds;
type Schemas = { readonly [K in MoveKind]: (typeof kinds)[K]['schema'] };

/** One move as the plan keeps it: the folder's intent, from which states are computed. */
export type Move = { [K in MoveKind]: z.output<Schemas[K]> }[MoveKind];
/** A move with its defaults left out, as it is written by hand. */
export type WrittenMove = { [K in MoveKind]: z.input<Schemas[K]> }[MoveKind];
export type MoveOf<K extends MoveKind> = Extract<Move, { kind: K }>;

/** What a tool is called in code and tests. */
export type Tool = { [K in MoveKind]: keyof (typeof kinds)[K]['tools'] }[MoveKind] & string;

/** Reads a move of any kind. */
export const moveSchema = z.discriminatedUnion(
  'kind',
  Object.values(kinds).map((k) => k.schema) as unknown as [(typeof kinds)['fold']['schema']],
) as unknown as z.ZodType<Move, WrittenMove>;

// Each kind stands under its own name, with every part of its specification.
kinds satisfies { readonly [K in MoveKind]: MoveSpec<MoveOf<K>> };

/** All there is to the kind of a move. */
export const specOf = <M extends Move>(move: M): MoveSpec<M> => kinds[move.kind] as unknown as MoveSpec<M>;
