/** Room: the search for marks in a worker of its own, which keeps the tables it has built. */
export type { Answer, MarkWay, PartsWay } from './types.ts';
export { askAccuracy, askParts, askWays, stopDeepening, stopMarking } from './client.ts';
