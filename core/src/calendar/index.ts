/**
 * Room: the calendar of a show. Foldings cut into stretches where the model can lie, put into the evenings a folder has, with
 * waits that run beside; what is late, which chain decides, what would help; the sheets it takes. Times in minutes, days as
 * numbers; no clock. Does not fold.
 */
export { toDay, toIso, weekdayOf, DAY_MINUTES } from './days.ts';
export type { Ask, Evenings, Hold, PlacedTask, Placing, Task, WantedModel } from './types.ts';
export type { Solved } from './solve.ts';
export { solve } from './solve.ts';
export type { School, TimedStep } from './tasks.ts';
export { schools, toStretches, toTasks } from './tasks.ts';
export { expectedFoldings, keptShare } from './foldings.ts';
export type { SheetCount, SheetNeed } from './sheets.ts';
export { countSheets } from './sheets.ts';
export type { Show, ShowAsk, ShowModel, ShowRules, ShownBlock, ShownModel, ShownWait } from './show.ts';
export { planShow } from './show.ts';
export type { Remedy } from './remedies.ts';
export { findRemedies } from './remedies.ts';
