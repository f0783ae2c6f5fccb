/** Room: the search for marks in a worker of its own, which keeps the tables it has built. */
export type { Answer, MarkWay, PartsWay } from './types.ts';
export { askParts, askWays, stopDeepening } from './client.ts';
