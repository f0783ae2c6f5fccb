/**
 * Room: ways to a mark, as steps a folder can make: a fraction of an edge, any place, a line, an angle, equal parts. Each is
 * folded by the engine and judged by what it costs in creases and how far slips move it.
 */
export type { Construction, MarkAsk } from './construction.ts';
export { constructMark } from './constructions.ts';
export type { JudgedConstruction } from './judge.ts';
export { judgeConstruction } from './judge.ts';
export type { MarkWish } from './wish.ts';
export { findWays, readWish } from './wish.ts';
export { writeMark } from './write.ts';
export type { HalvingAsk } from './halving.ts';
export { halvingsFor, halvingsFrom, halvingsNear, halvingsTo, writeHalvings } from './halving.ts';
export type { DivideAsk, DividedWay, JudgedDivision } from './divide.ts';
export { divideEdge, judgeDivision } from './divide.ts';
export type { ClearParts } from './clear.ts';
export { middleThird } from './clear.ts';
export type { PatternCrease, Precreases } from './precrease.ts';
export { MOST_LINES, writePrecreases } from './precrease.ts';
