/**
 * Room: sizes as they are wished: exactly, about, at least, at most, or between two; what they allow, by how much something
 * misses them, how they are said, and how a person writes them in one line. Lengths in mm. Does not know models.
 */
export type { Bound, SizeWish } from './range.ts';
export { aimOf, boundNames, missOf, rangeOf, sayWish } from './range.ts';
export type { Known, ReadSize, ReadWishes, WishedDimension } from './read.ts';
export { readWishes } from './read.ts';
