import { type Settings, defaultSettings } from '@jade/core/settings';
import { useGetSettingsQuery } from '../api/index.ts';

/** The folder's settings; the defaults until the server has answered. */
export const useSettings = (): Settings => useGetSettingsQuery().data ?? defaultSettings;
