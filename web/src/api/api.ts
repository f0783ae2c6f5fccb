import { createApi, fetchBaseQuery } from '@reduxjs/toolkit/query/react';
import type { DocumentKind } from '@jade/core/documents';
import type { DrawerPaper } from '@jade/core/paper';
import type { BenchRun, DiaryEntry, Photo, Plan } from '@jade/core/plan';
import type { PracticeTry } from '@jade/core/practice';
import type { Settings } from '@jade/core/settings';

export interface SavedPlan {
  readonly id: string;
  readonly revision: number;
  readonly updatedAt: string;
  readonly plan: Plan;
}

/** A record as the server keeps it: whose it is ('' for the house's), on which revision, and itself. */
export interface Kept<T> {
  readonly planId: string;
  readonly revision: number;
  readonly record: T;
}

/** Something deleted that can be brought back until a date. */
export interface BinItem {
  readonly kind: DocumentKind;
  readonly word: string;
  readonly owner: string;
  readonly id: string;
  readonly name: string;
  readonly deletedAt: string;
  readonly until: string;
}

/** A version that was given up where two clashed. */
export interface AsideRow {
  readonly id: string;
  readonly kind: DocumentKind;
  readonly owner: string;
  readonly documentId: string;
  readonly why: string;
  readonly at: string;
}

/** A document the server keeps but cannot read. */
export interface UnreadRow {
  readonly kind: DocumentKind;
  readonly word: string;
  readonly owner: string;
  readonly id: string;
  readonly why: string;
}

interface RevisionRow {
  readonly revision: number;
  readonly savedAt: string;
  readonly name: string;
  readonly steps: number;
}

/** What is read of the server and read again when something of its kind changes: the only list of them. */
export const tagTypes = [
  'plans',
  'papers',
  'practice',
  'photos',
  'settings',
  'runs',
  'diary',
  'revisions',
  'bin',
  'aside',
] as const;

export const api = createApi({
  reducerPath: 'api',
  baseQuery: fetchBaseQuery({ baseUrl: '/api' }),
  tagTypes,
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
      invalidatesTags: ['plans', 'bin'],
    }),
    listBin: build.query<BinItem[], void>({ query: () => '/bin', providesTags: ['bin'] }),
    bringBack: build.mutation<unknown, Pick<BinItem, 'kind' | 'owner' | 'id'>>({
      query: ({ kind, owner, id }) => ({ url: '/bin/bring-back', method: 'POST', body: { kind, owner, id } }),
      invalidatesTags: ['plans', 'runs', 'diary', 'papers', 'practice', 'photos', 'bin'],
    }),
    listAsides: build.query<AsideRow[], void>({ query: () => '/set-aside', providesTags: ['aside'] }),
    listUnread: build.query<UnreadRow[], void>({ query: () => '/unread', providesTags: ['plans'] }),
    listRevisions: build.query<RevisionRow[], string>({
      query: (id) => `/plans/${id}/revisions`,
      providesTags: ['revisions'],
    }),
    listPapers: build.query<Kept<DrawerPaper>[], void>({
      query: () => '/papers',
      providesTags: ['papers'],
    }),
    listPhotos: build.query<Kept<Photo>[], string>({
      query: (planId) => `/plans/${planId}/photos`,
      providesTags: ['photos'],
    }),
    listPractice: build.query<Kept<PracticeTry>[], void>({
      query: () => '/practice',
      providesTags: ['practice'],
    }),
    getSettings: build.query<Kept<Settings>, void>({ query: () => '/settings', providesTags: ['settings'] }),
    listRuns: build.query<Kept<BenchRun>[], void>({ query: () => '/runs', providesTags: ['runs'] }),
    listDiary: build.query<Kept<DiaryEntry>[], void>({ query: () => '/diary', providesTags: ['diary'] }),
  }),
});

export const {
  useListPlansQuery,
  useCreatePlanMutation,
  useImportPlanMutation,
  useRemovePlanMutation,
  useListBinQuery,
  useBringBackMutation,
  useListAsidesQuery,
  useListUnreadQuery,
  useListRevisionsQuery,
  useListPapersQuery,
  useListPracticeQuery,
  useListPhotosQuery,
  useGetSettingsQuery,
  useListRunsQuery,
  useListDiaryQuery,
} = api;
