import { useCallback, useMemo } from 'react';
import type { DocumentOf } from '@jade/core/documents';
import type { DrawerPaper } from '@jade/core/paper';
import type { BenchRun, DiaryEntry, Photo } from '@jade/core/plan';
import type { PracticeTry } from '@jade/core/practice';
import { type StepTime, timesOfRuns } from '@jade/core/schedule';
import { type Settings, defaultSettings } from '@jade/core/settings';
import {
  type Kept,
  useGetSettingsQuery,
  useListDiaryQuery,
  useListPapersQuery,
  useListPracticeQuery,
  useListPhotosQuery,
  useListRunsQuery,
} from '../api/index.ts';
import { useAppDispatch, useAppSelector } from '../state/index.ts';
import { type RecordKind, overlay } from './overlay.ts';
import { removeRecord, writeRecord } from './write.ts';

/** What is known of a kind: nothing while it is coming, and the fault where the server cannot be reached. */
interface Known<T> {
  readonly data: T | undefined;
  readonly error: unknown;
  readonly isLoading: boolean;
}

function useOverlay<K extends RecordKind>(
  kind: K,
  { data, error, isLoading }: Known<Kept<DocumentOf<K>>[]>,
): Known<readonly Kept<DocumentOf<K>>[]> {
  const entries = useAppSelector((s) => s.outbox.entries);
  const shown = useMemo(
    () => (data ? overlay(kind, data, Object.values(entries)) : undefined),
    [kind, data, entries],
  );
  return { data: shown, error, isLoading };
}

export const useRuns = (): Known<readonly Kept<BenchRun>[]> => useOverlay('run', useListRunsQuery());
export const useDiary = (): Known<readonly Kept<DiaryEntry>[]> => useOverlay('entry', useListDiaryQuery());

/** What the diary has of all plans but one, plan by plan. */
export function otherDiaries(
  diary: readonly Kept<DiaryEntry>[] | undefined,
  planId: string | null,
): readonly (readonly DiaryEntry[])[] {
  const plans = new Map<string, DiaryEntry[]>();
  for (const { planId: of, record } of diary ?? []) {
    if (of === planId) continue;
    const own = plans.get(of);
    if (own) own.push(record);
    else plans.set(of, [record]);
  }
  return [...plans.values()];
}

/** Photographs of a plan; of none where none is open. */
export function usePhotos(planId: string | null): Known<readonly Photo[]> {
  const asked = useListPhotosQuery(planId ?? '', { skip: planId === null });
  const { data, error, isLoading } = useOverlay('photo', {
    data: asked.data,
    error: asked.error,
    isLoading: asked.isLoading,
  });
  const photos = useMemo(() => data?.flatMap((k) => (k.planId === planId ? [k.record] : [])), [data, planId]);
  return { data: photos, error, isLoading };
}

/** Drills that were folded, oldest first. */
export function usePractice(): Known<readonly PracticeTry[]> {
  const { data, error, isLoading } = useOverlay('practice', useListPracticeQuery());
  const tries = useMemo(() => data?.map((k) => k.record).sort((a, b) => a.at.localeCompare(b.at)), [data]);
  return { data: tries, error, isLoading };
}

/** Steps as they were timed in the runs of all plans but one. */
export const otherTimes = (
  runs: readonly Kept<BenchRun>[] | undefined,
  planId: string | null,
): readonly StepTime[] => timesOfRuns((runs ?? []).flatMap((r) => (r.planId === planId ? [] : [r.record])));

/** The papers of the drawer by name. */
export function usePapers(): Known<readonly DrawerPaper[]> {
  const { data, error, isLoading } = useOverlay('paper', useListPapersQuery());
  const papers = useMemo(
    () => data?.map((k) => k.record).sort((a, b) => a.name.localeCompare(b.name)),
    [data],
  );
  return { data: papers, error, isLoading };
}

/** The folder's settings; the defaults until the server has answered. */
export function useSettings(): Settings {
  const { data } = useGetSettingsQuery();
  const own = useAppSelector((s) => s.outbox.entries['settings::settings']?.mine);
  return (own as Settings | undefined) ?? data?.record ?? defaultSettings;
}

/** True until the server has said how the settings are. */
export const useIsSettingsComing = (): boolean => useGetSettingsQuery().isLoading;

/** Functions that write and take out records; what they do shows at once and is sent by the outbox. */
export function useRecords() {
  const dispatch = useAppDispatch();
  const write = useCallback(
    <K extends RecordKind>(kind: K, owner: string, record: DocumentOf<K>): void =>
      dispatch(writeRecord(kind, owner, record)),
    [dispatch],
  );
  const remove = useCallback(
    (kind: RecordKind, owner: string, id: string): void => dispatch(removeRecord(kind, owner, id)),
    [dispatch],
  );
  return { write, remove };
}
