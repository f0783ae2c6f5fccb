/** Room: the server's data through RTK Query: plans, runs, diary, papers, settings, the bin. Writes go by the outbox. */
export {
  api,
  tagTypes,
  useListPlansQuery,
  useListPapersQuery,
  useListPracticeQuery,
  useListPhotosQuery,
  useGetSettingsQuery,
  useListRunsQuery,
  useListDiaryQuery,
  useCreatePlanMutation,
  useRemovePlanMutation,
  useListBinQuery,
  useBringBackMutation,
  useListAsidesQuery,
  useListUnreadQuery,
  useImportPlanMutation,
  useListRevisionsQuery,
} from './api.ts';
export type { Kept, SavedPlan } from './api.ts';
export { fetchPlan, fetchRevision, fetchAside, printPages, sayFault, warmPrinting } from './plans.ts';
export type { ArchiveLook, CopyOfDay, Keeping, Source } from './archive.ts';
export { fetchCopies, lookAtArchive, takeArchive } from './archive.ts';
export type { OpenRoom } from './room.ts';
export { closeRoom, fetchRoom, openRoom, showInRoom } from './room.ts';
