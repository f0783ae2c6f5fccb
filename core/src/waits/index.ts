/** Room: time the paper needs for itself: what is waited for after a step, for how long, and how it is said. Minutes. */
export type { Wait, WaitKind } from './waits.ts';
export {
  MOST_WAITS,
  MOST_WAIT_MINUTES,
  readDuration,
  sayDuration,
  sayWait,
  waitKindNames,
  waitKinds,
  waitMinutes,
  waitsSchema,
} from './waits.ts';
