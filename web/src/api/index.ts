/** Room: the server's data through RTK Query: plans, runs, diary, papers, settings. */
export {
  api,
  useListPlansQuery,
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
  useCreatePlanMutation,
  useRemovePlanMutation,
  useBringBackPlanMutation,
  useImportPlanMutation,
  useListRevisionsQuery,
} from './api.ts';
export type { SavedPlan } from './api.ts';
export { savePlan, fetchPlan, fetchRevision, sayFault } from './plans.ts';
