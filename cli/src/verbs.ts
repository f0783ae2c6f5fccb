import { archiveVerbs } from './archive.ts';
import { benchVerbs } from './bench/index.ts';
import { calendarVerbs } from './calendar.ts';
import { designVerbs } from './design.ts';
import { exportVerbs } from './exports.ts';
import { markVerbs } from './marks.ts';
import { patternVerbs } from './patterns.ts';
import { planVerbs } from './plans.ts';
import { poseVerbs } from './pose.ts';
import type { Verb } from './verb.ts';

/** All verbs, in the order they are listed. */
export const verbs: Record<string, Verb> = {
  ...patternVerbs,
  ...planVerbs,
  ...poseVerbs,
  ...designVerbs,
  ...markVerbs,
  ...exportVerbs,
  ...calendarVerbs,
  ...archiveVerbs,
  ...benchVerbs,
};
