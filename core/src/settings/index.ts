/** Room: the folder's own settings: units, theme, thresholds and slips. Every number is a default that can be changed. */
import { z } from 'zod';
import { defaultLimits } from '../paper/index.ts';
import { defaultSigma } from '../slips/index.ts';
import { schools } from '../calendar/index.ts';
import { lengthUnits } from '../units/index.ts';

const mm = z.number().positive().max(100);
const share = z.number().positive().max(5);

const freshCalendar = {
  minutes: [60, 60, 60, 60, 0, 120, 120],
  at: 19 * 60,
  off: [] as string[],
  spareDays: 1,
  school: 'together' as const,
  trials: {},
  holds: [],
};

export const settingsSchema = z.strictObject({
  /** The folder's name, as it shall stand on plans and booklets; empty where none is wanted. */
  folder: z.string().max(80).default(''),
  unit: z.enum(lengthUnits),
  theme: z.enum(['system', 'day', 'lamp']),
  limits: z
    .strictObject({
      comfortableMm: mm,
      fingersMm: mm,
      tweezersMm: mm,
      bulkEasy: share,
      bulkHard: share,
      bulkVeryHard: share,
    })
    .refine(
      (l) => l.comfortableMm >= l.fingersMm && l.fingersMm >= l.tweezersMm,
      'widths must fall from comfortable to tweezers',
    )
    .refine(
      (l) => l.bulkEasy <= l.bulkHard && l.bulkHard <= l.bulkVeryHard,
      'bulk must rise from easy to very hard',
    ),
  sigma: z.strictObject({ edgeToEdge: mm, pointToPoint: mm, throughMarks: mm, byEye: mm, guess: mm }),
  /** When the slips were last taken from checks at the bench; those before it have been counted. */
  handTakenAt: z.iso.datetime().nullable(),
  /** When the folder folds, and what is wished of the calendar. */
  calendar: z
    .strictObject({
      /** Minutes of an evening, Monday first; the minute of the day it begins at. */
      minutes: z.array(z.number().int().min(0).max(600)).length(7),
      at: z.number().int().min(0).max(1435),
      off: z.array(z.iso.date()).max(400),
      spareDays: z.number().int().min(0).max(30),
      school: z.enum(schools),
      /** Trial folds by plan, where they are not as usual. */
      trials: z.record(z.string().max(60), z.number().int().min(0).max(20)),
      /** Stretches held on a day. */
      holds: z
        .array(
          z.strictObject({
            model: z.string().max(60),
            copy: z.number().int().min(1).max(300),
            first: z.number().int().min(1).max(500),
            day: z.iso.date(),
          }),
        )
        .max(300),
    })
    .default({ ...freshCalendar }),
  /** At the bench: sentences spoken where the browser has a voice, pictures mirrored for hands that fold so. */
  bench: z
    .strictObject({ voice: z.boolean(), mirrored: z.boolean() })
    .default({ voice: false, mirrored: false }),
  /** How marks are looked for: what is near enough, and whether two marks may go onto two lines at once. */
  marks: z.strictObject({ nearMm: z.number().min(0).max(5), both: z.boolean() }),
});
export type Settings = z.infer<typeof settingsSchema>;

export const defaultSettings: Settings = {
  folder: '',
  unit: 'mm',
  theme: 'system',
  limits: defaultLimits,
  sigma: defaultSigma,
  handTakenAt: null,
  calendar: freshCalendar,
  bench: { voice: false, mirrored: false },
  marks: { nearMm: 0.2, both: false },
};
