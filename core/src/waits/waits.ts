import { z } from 'zod';
import { type Outcome, done, failed } from '../outcome/index.ts';

interface WaitSpec {
  /** As it stands in a list to choose from. */
  readonly word: string;
  /** What a folder does, with how long. */
  readonly say: (time: string) => string;
  /** Minutes to begin with (rules of thumb). */
  readonly usual: number;
  /** Hands are at work all the while: time of folding, no time that runs beside it. */
  readonly bindsHands: boolean;
  /** What to mind, where it can hurt somebody or spoil the paper. */
  readonly caution?: string;
}

/** Every kind of wait there is: the only list of them. */
export const waitKinds = {
  damp: {
    word: 'work while damp',
    say: (time) => `Damp it, and work it within ${time}`,
    usual: 15,
    bindsHands: true,
    caution:
      'Keep water and damp hands away from lamps, heaters and sockets. Dyes may bleed: try the colour on a scrap.',
  },
  dry: { word: 'dry', say: (time) => `Let it dry for ${time}`, usual: 12 * 60, bindsHands: false },
  press: {
    word: 'press',
    say: (time) => `Press it under a weight for ${time}`,
    usual: 24 * 60,
    bindsHands: false,
  },
  clamp: { word: 'clamp', say: (time) => `Leave it clamped for ${time}`, usual: 60, bindsHands: false },
  glue: {
    word: 'let glue set',
    say: (time) => `Let the glue set for ${time}`,
    usual: 30,
    bindsHands: false,
    caution: 'Read the label of glue, paste and size, air the room, and follow your local rules.',
  },
  coat: {
    word: 'let paint or fixative dry',
    say: (time) => `Let the coat dry for ${time}`,
    usual: 4 * 60,
    bindsHands: false,
    caution: 'Spray outside or by an open window, keep it from the face and from flames, and read the label.',
  },
  rest: { word: 'rest', say: (time) => `Let it rest for ${time}`, usual: 60, bindsHands: false },
} as const satisfies Readonly<Record<string, WaitSpec>>;

export type WaitKind = keyof typeof waitKinds;
export const waitKindNames = Object.keys(waitKinds) as [WaitKind, ...WaitKind[]];

/** A fortnight: what takes longer is a date of its own. */
export const MOST_WAIT_MINUTES = 14 * 24 * 60;
/** Most waits after one step. */
export const MOST_WAITS = 6;

const waitSchema = z.strictObject({
  kind: z.enum(waitKindNames),
  minutes: z.number().min(1).max(MOST_WAIT_MINUTES),
});
export type Wait = z.infer<typeof waitSchema>;

/** Waits after a step, in the order they come. */
export const waitsSchema = z.array(waitSchema).max(MOST_WAITS);

/** Minutes that pass without hands: what is worked while damp is folding, and counts there. */
export const waitMinutes = (waits: readonly Wait[]): number =>
  waits.reduce((sum, { kind, minutes }) => sum + (waitKinds[kind].bindsHands ? 0 : minutes), 0);

const HOUR = 60;
const DAY = 24 * HOUR;

/** "25 min", "2 h", "2 h 15", "3 days", "3 days 6 h"; the coarser the longer it is. */
export function sayDuration(minutes: number): string {
  const whole = Math.max(1, Math.round(minutes));
  if (whole < 90) return `${whole} min`;
  if (whole < 2 * DAY) {
    const quarters = Math.round(whole / 15);
    const hours = Math.floor(quarters / 4);
    const rest = (quarters % 4) * 15;
    return rest === 0 ? `${hours} h` : `${hours} h ${rest}`;
  }
  const hours = Math.round(whole / HOUR);
  const rest = hours % 24;
  return `${Math.floor(hours / 24)} days${rest === 0 ? '' : ` ${rest} h`}`;
}

/** The sentence of a wait; it ends without a stop, so that it can stand in a list. */
export const sayWait = ({ kind, minutes }: Wait): string => waitKinds[kind].say(sayDuration(minutes));

const PER: Readonly<Record<string, number>> = {
  m: 1,
  min: 1,
  minute: 1,
  minutes: 1,
  h: HOUR,
  hour: HOUR,
  hours: HOUR,
  d: DAY,
  day: DAY,
  days: DAY,
};

/**
 * Minutes from what a person typed: "45", "45 min", "14 h", "1.5 h", "2 h 15", "3 days 6 h". A bare number is in minutes, after
 * hours in minutes too. Fails with one sentence (value, limit, remedy).
 */
export function readDuration(text: string): Outcome<number, string> {
  const plain = text.trim().toLowerCase().replace(/,/g, '.');
  const parts = [...plain.matchAll(/(\d+(?:\.\d+)?)\s*([a-z]*)\s*/g)];
  const unread = plain.replace(/(\d+(?:\.\d+)?)\s*([a-z]*)\s*/g, '');
  if (parts.length === 0 || unread !== '')
    return failed(`"${text.trim()}" is not a time; write one such as 45 min, 14 h or 3 days.`);
  let minutes = 0;
  for (const [, figure, word] of parts) {
    const per = word === '' ? 1 : PER[word!];
    if (per === undefined) return failed(`"${word}" is not a unit of time; use min, h or days.`);
    minutes += Number(figure) * per;
  }
  if (minutes < 1) return failed('A wait takes 1 min at least; write a longer time, or leave it out.');
  if (minutes > MOST_WAIT_MINUTES)
    return failed(
      `A wait takes ${MOST_WAIT_MINUTES / DAY} days at most; write a shorter time, or give the plan a later date.`,
    );
  return done(minutes);
}
