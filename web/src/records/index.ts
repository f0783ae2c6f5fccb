/** Room: runs, diary, papers and settings as they are here: the server's, with this browser's unsent changes on top. */
export {
  otherDiaries,
  otherTimes,
  useRuns,
  useDiary,
  usePapers,
  usePractice,
  usePhotos,
  useSettings,
  useIsSettingsComing,
  useRecords,
} from './hooks.ts';
export { showSaved } from './write.ts';
