import { createApi, fetchBaseQuery } from '@reduxjs/toolkit/query/react';
import type { DrawerPaper } from '@jade/core/paper';
import type { BenchRun, DiaryEntry, Plan } from '@jade/core/plan';
import type { Settings } from '@jade/core/settings';

export interface SavedPlan {
  readonly id: string;
  readonly revision: number;
  readonly updatedAt: string;
  readonly plan: Plan;
}

export interface OwnedRecord<T> {
  readonly planId: string;
  readonly record: T;
}

interface RevisionRow {
  readonly revision: number;
  readonly savedAt: string;
  readonly name: string;
  readonly steps: number;
}

export const api = createApi({
  reducerPath: 'api',
  baseQuery: fetchBaseQuery({ baseUrl: '/api' }),
  tagTypes: ['plans', 'papers', 'settings', 'runs', 'diary', 'revisions'],
  endpoints: (build) => ({
    listPlans: build.query<SavedPlan[], void>({ query: () => '/plans', providesTags: ['plans'] }),
    createPlan: build.mutation<SavedPlan, Plan>({
      query: (plan) => ({ url: '/plans', method: 'POST', body: { plan } }),
      invalidatesTags: ['plans'],
    }),
    importPlan: build.mutation<SavedPlan, unknown>({
      query: (file) => ({ url: '/plan-files', method: 'POST', body: file as object }),
      invalidatesTags: ['plans', 'runs', 'diary'],
    }),
    removePlan: build.mutation<void, string>({
      query: (id) => ({ url: `/plans/${id}`, method: 'DELETE' }),
      invalidatesTags: ['plans'],
    }),
    bringBackPlan: build.mutation<SavedPlan, string>({
      query: (id) => ({ url: `/plans/${id}/bring-back`, method: 'POST', body: {} }),
      invalidatesTags: ['plans'],
    }),
    listRevisions: build.query<RevisionRow[], string>({
      query: (id) => `/plans/${id}/revisions`,
      providesTags: ['revisions'],
    }),
    listPapers: build.query<DrawerPaper[], void>({ query: () => '/papers', providesTags: ['papers'] }),
    putPaper: build.mutation<DrawerPaper, DrawerPaper>({
      query: (p) => ({ url: `/papers/${p.id}`, method: 'PUT', body: p }),
      invalidatesTags: ['papers'],
    }),
    removePaper: build.mutation<void, string>({
      query: (id) => ({ url: `/papers/${id}`, method: 'DELETE' }),
      invalidatesTags: ['papers'],
    }),
    getSettings: build.query<Settings, void>({ query: () => '/settings', providesTags: ['settings'] }),
    putSettings: build.mutation<Settings, Settings>({
      query: (s) => ({ url: '/settings', method: 'PUT', body: s }),
      invalidatesTags: ['settings'],
      // What was set shows at once, and is taken back where the server refuses it.
      async onQueryStarted(settings, { dispatch, queryFulfilled }) {
        const shown = dispatch(api.util.updateQueryData('getSettings', undefined, () => settings));
        await queryFulfilled.catch(() => shown.undo());
      },
    }),
    listRuns: build.query<OwnedRecord<BenchRun>[], void>({ query: () => '/runs', providesTags: ['runs'] }),
    putRun: build.mutation<BenchRun, { planId: string; run: BenchRun }>({
      query: ({ planId, run }) => ({ url: `/plans/${planId}/runs/${run.id}`, method: 'PUT', body: run }),
      invalidatesTags: ['runs'],
    }),
    listDiary: build.query<OwnedRecord<DiaryEntry>[], void>({
      query: () => '/diary',
      providesTags: ['diary'],
    }),
    putDiary: build.mutation<DiaryEntry, { planId: string; entry: DiaryEntry }>({
      query: ({ planId, entry }) => ({
        url: `/plans/${planId}/diary/${entry.id}`,
        method: 'PUT',
        body: entry,
      }),
      invalidatesTags: ['diary'],
    }),
    removeDiary: build.mutation<void, { planId: string; id: string }>({
      query: ({ planId, id }) => ({ url: `/plans/${planId}/diary/${id}`, method: 'DELETE' }),
      invalidatesTags: ['diary'],
    }),
  }),
});

export const {
  useListPlansQuery,
  useCreatePlanMutation,
  useImportPlanMutation,
  useRemovePlanMutation,
  useBringBackPlanMutation,
  useListRevisionsQuery,
  useListPapersQuery,
  usePutPaperMutation,
  useRemovePaperMutation,
  useGetSettingsQuery,
  usePutSettingsMutation,
  useListRunsQuery,
  usePutRunMutation,
  useListDiaryQuery,
  usePutDiaryMutation,
  useRemoveDiaryMutation,
} = api;
