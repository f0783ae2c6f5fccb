/**
 * Room: the kinds of folds. Each kind is one file that holds all there is to it: what a plan keeps, its sentence, how it is
 * made and mirrored, its notation, minutes, slips, what it wants beforehand, its tools and their prompts. `record.ts` is the
 * only list of kinds; a kind that lacks a part does not compile. Knows single moves, not sequences of steps.
 */
import type { LineRef, Names, PointRef } from '../references/index.ts';
import { type Move, type MoveKind, type Tool, kinds, specOf } from './record.ts';
import { Mapper, type MoveRules } from './mapper.ts';
import { METHODS, type Method } from './methods.ts';
import { TOOL_GROUPS, type ToolSpec } from './tools.ts';

export type { Move, MoveKind, MoveOf, Tool, WrittenMove } from './record.ts';
export { moveSchema, specOf } from './record.ts';
export type { MoveRules } from './mapper.ts';
export type { Beforehand, Notation, Tried } from './spec.ts';
export type { OfferedResult } from './made.ts';
export { listResults, makeMove } from './made.ts';
export { MOST_CREASES } from './collapse.ts';
export type { OtherWay } from './remedies.ts';
export { findOtherWays } from './remedies.ts';
export type { Method } from './methods.ts';
export { METHODS, recallLine } from './methods.ts';
export type { Ask, AskedValue, Choices, Recalled, ToolCrease, ToolSpec } from './tools.ts';

/** A move with every reference replaced; on the other face senses, sides and orders change places. */
export const mapMove = (move: Move, rules: MoveRules): Move => specOf(move).map(move, new Mapper(rules));

/** Every point and line a move names, in the order of its data, constructions as a whole. */
export function refsOf(move: Move): { points: PointRef[]; lines: LineRef[] } {
  const found = { points: [] as PointRef[], lines: [] as LineRef[] };
  mapMove(move, {
    behind: false,
    point: (p) => (found.points.push(p), p),
    line: (l) => (found.lines.push(l), l),
  });
  return found;
}

/** The sentence of a move, without what its step adds. */
export const sayMove = (move: Move, names: Names): string => specOf(move).say(move, names);

/**
 * The lines a folder aligns a move by, each with a slip of its own, in the order they are read. Moves without one follow
 * creases and points that are there already: they slip no farther than those did.
 */
export const alignmentsOf = (move: Move): readonly LineRef[] => specOf(move).alignments(move);

/** Every tool of the tray, in the order of the kinds. */
export const TOOLS = Object.assign({}, ...Object.values(kinds).map((k) => k.tools)) as Readonly<
  Record<Tool, ToolSpec<Move>>
>;

/** The tray: its groups, each with its tools. */
export const toolGroups: readonly { readonly name: string; readonly tools: readonly Tool[] }[] =
  TOOL_GROUPS.map((name) => ({
    name,
    tools: (Object.keys(TOOLS) as Tool[]).filter((t) => TOOLS[t].group === name),
  }));

/** The tool that changes a step of such a move; undefined for kinds that come with a base or a plan. */
export const toolOf = (move: Move): Tool | undefined => specOf(move).toolOf(move) as Tool | undefined;

/** The tool of a key, as pressed. */
export const toolOfKey = (key: string): Tool | undefined =>
  (Object.keys(TOOLS) as Tool[]).find((t) => TOOLS[t].key === key.toUpperCase());

/** The ways the line of a tool may be found by; none for tools without a line. */
export const methodsOf = (tool: Tool): readonly Method[] => {
  const { points } = TOOLS[tool];
  return 'lineBy' in points ? points.lineBy : [];
};

/** What a tool asks for point by point, with a line found by this method. */
export const promptsOf = (tool: Tool, method: Method): readonly string[] => {
  const { points } = TOOLS[tool];
  return 'lineBy' in points ? METHODS[method].points : points;
};

/** Each kind with what its word means. */
export const kindsGlossary: readonly { readonly kind: MoveKind; readonly meaning: string }[] = (
  Object.keys(kinds) as MoveKind[]
).map((kind) => ({ kind, meaning: kinds[kind].glossary }));
