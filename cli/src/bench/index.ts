/**
 * How long the engine takes, family by family. `jade bench NAME` prints one of them; `npm run bench` runs them all, with the
 * pages in a browser beside them, and keeps the table of docs/benchmarks.md.
 */
import { BadInput, readArgs } from '../input.ts';
import { type Verb } from '../verb.ts';
import { timeDesigns, timeTrees } from './designs.ts';
import { timeDrafts } from './drafts.ts';
import { timeCast, timeEdits, timeMotions } from './figures.ts';
import { timeCounts, timeLayers } from './layers.ts';
import { timeKinds, timeMoves } from './moves.ts';
import { timePacking } from './packing.ts';
import { timeShaping } from './shaping.ts';
import { timeMarks, timeSlips, timeWindow } from './sheets.ts';
import { machineFactor } from './machine.ts';
import { type Rows, growthOf } from './time.ts';

export { type Row, growthOf, median, row } from './time.ts';
export { machineFactor } from './machine.ts';
export { readTable, slowerThan, writeTable } from './table.ts';

/** Every family that is measured, in the order of the table. */
export const families: Readonly<Record<string, () => Rows>> = {
  layers: timeLayers,
  counts: timeCounts,
  pack: timePacking,
  moves: timeMoves,
  kinds: timeKinds,
  cast: timeCast,
  motions: timeMotions,
  edits: timeEdits,
  shaping: timeShaping,
  window: timeWindow,
  marks: timeMarks,
  slips: timeSlips,
  designs: timeDesigns,
  trees: timeTrees,
  drafts: timeDrafts,
};

/** Families that take many minutes: measured only when they are asked for. */
export const longFamilies: readonly string[] = ['trees', 'drafts'];

/** Times of the core on this machine, for measuring growth. */
export const benchVerbs: Record<string, Verb> = {
  bench: {
    usage: `bench ${Object.keys(families).join('|')}`,
    about:
      'A table of sizes and median times in ms, how slow the machine is just now, and the power the time grows with. The same inputs every time.',
    run(args) {
      const { files } = readArgs(args, {}, 0);
      const which = files[0] ?? '';
      const measure = Object.hasOwn(families, which) ? families[which] : undefined;
      if (!measure)
        throw new BadInput(
          `there is no bench "${which}"; choose one of ${Object.keys(families).join(', ')}.`,
        );
      const rows = [...measure()];
      return { bench: which, machine: Number(machineFactor().toFixed(2)), rows, growth: growthOf(rows) };
    },
  },
};
