const HOUR = 3_600_000;
const DAY = 24 * HOUR;

/** Up to this age one revision of each span is kept; of what is older than all, one a week. All of the last day stay. */
const SPANS: readonly { readonly until: number; readonly each: number }[] = [
  { until: DAY, each: 0 },
  { until: 7 * DAY, each: HOUR },
  { until: 60 * DAY, each: DAY },
  { until: Infinity, each: 7 * DAY },
];

interface Row {
  readonly revision: number;
  readonly savedAt: string;
}

/**
 * Which revisions go: all of the last day stay, then the last of each hour (to a week), of each day (to two months), of
 * each week. The first and the newest always stay. Rows in any order; pure.
 */
export function thinOut(rows: readonly Row[], now: Date): number[] {
  const newestFirst = [...rows].sort((a, b) => b.revision - a.revision);
  const [newest, first] = [newestFirst[0]?.revision, newestFirst.at(-1)?.revision];
  const taken = new Set<string>();
  return newestFirst.flatMap(({ revision, savedAt }) => {
    const time = Date.parse(savedAt);
    const { each } = SPANS.find((s) => now.getTime() - time <= s.until)!;
    if (each === 0 || revision === newest || revision === first) return [];
    const slot = `${each}:${Math.floor(time / each)}`;
    if (taken.has(slot)) return [revision];
    taken.add(slot);
    return [];
  });
}
