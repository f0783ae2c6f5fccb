import { toCsv } from '../formats/index.ts';
import type { BenchRun, DiaryEntry } from '../plan/index.ts';

/** Runs at the bench as a table: one line a step, times in seconds, sheet in mm. Steps go by their ids and numbers. */
export const runsCsv = (runs: readonly BenchRun[], numberOf: (step: string) => number | undefined): string =>
  toCsv(
    runs.flatMap((run) =>
      run.steps.map(({ step, seconds, stuck }) => ({
        run: run.id,
        started: run.startedAt,
        finished: run.finishedAt ?? '',
        sheet_mm: run.sheetMm,
        paper: run.paper,
        step: numberOf(step) ?? null,
        step_id: step,
        seconds: Number(seconds.toFixed(1)),
        stuck,
      })),
    ),
  );

/** Diary entries as a table, lengths in mm. */
export const diaryCsv = (entries: readonly DiaryEntry[]): string =>
  toCsv(
    entries.map((e) => ({
      date: e.date,
      sheet_mm: e.sheetMm,
      paper: e.paper,
      dimension: e.dimension,
      foreseen_mm: Number(e.predictedMm.toFixed(2)),
      measured_mm: e.measuredMm,
      minutes: e.minutes,
      stands: e.stands,
      left_out: e.leftOut,
      note: e.note,
    })),
  );
