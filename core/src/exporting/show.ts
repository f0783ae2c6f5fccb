import { DAY_MINUTES, type Show, type ShownBlock, type ShownWait, toDay, toIso } from '../calendar/index.ts';
import { toIcs } from '../formats/index.ts';
import type { Outcome } from '../outcome/index.ts';
import { sayDuration, waitKinds } from '../waits/index.ts';

type Start = readonly [number, number, number, number, number];

const startAt = (minutes: number): Start => {
  const day = Math.floor(minutes / DAY_MINUTES);
  const [y, m, d] = toIso(day).split('-').map(Number) as [number, number, number];
  const of = Math.round(minutes - day * DAY_MINUTES);
  return [y, m, d, Math.floor(of / 60), of % 60];
};

/** What a block is, in a line: "Heron 1 and 2, steps 1 to 14". */
export const sayBlock = ({
  name,
  copies,
  first,
  last,
}: Pick<ShownBlock, 'name' | 'copies' | 'first' | 'last'>): string =>
  `${name} ${copies.length > 2 ? `${copies[0]} to ${copies.at(-1)}` : copies.join(' and ')}, ${first === last ? `step ${first}` : `steps ${first} to ${last}`}`;

export const sayWaiting = ({ name, copy, kinds }: Pick<ShownWait, 'name' | 'copy' | 'kinds'>): string =>
  `${name} ${copy}: ${kinds.map((k) => waitKinds[k].word).join(', then ')}`;

/** A drill that is due, as a calendar file says it. */
export interface ShownDrill {
  readonly day: string;
  readonly word: string;
}

/**
 * Every evening and every wait of a show in one calendar file; evenings never overlap, waits run beside them. Drills that are
 * due stand with their day and take no hour of it.
 */
export const showIcs = (
  { blocks, waits }: Pick<Show, 'blocks' | 'waits'>,
  drills: readonly ShownDrill[] = [],
): Outcome<string, string> =>
  toIcs(
    [
      ...blocks.map((b) => ({
        title: sayBlock(b),
        note: `${Math.round(b.end - b.begin)} minutes foreseen.`,
        start: startAt(toDay(b.day) * DAY_MINUTES + b.begin),
        minutes: Math.max(1, Math.round(b.end - b.begin)),
      })),
      ...waits.map((w) => ({
        title: sayWaiting(w),
        note: `${sayDuration(w.to - w.from)}; nothing to do meanwhile.`,
        start: startAt(w.from),
        minutes: Math.max(1, Math.round(w.to - w.from)),
      })),
    ],
    'show',
    drills.map(({ day, word }) => ({
      title: `Practise: ${word}`,
      note: 'One drill, on any level; it is due on this day.',
      day: day.split('-').map(Number) as [number, number, number],
    })),
  );
