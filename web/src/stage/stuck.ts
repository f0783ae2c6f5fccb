import { type StuckReason, stuckReasons } from '@jade/core/plan';
import { STUCK } from './words.ts';

type Why = StuckReason | 'unsaid';

/** One kind of move, how often it was stuck, and at what. */
export interface StuckCount {
  readonly word: string;
  readonly total: number;
  /** "layers fight 2, tore 1". */
  readonly says: string;
}

/** Adds up where it stuck by kind of move, the kind that stuck most first. */
export function countStuck(
  stuck: readonly { readonly word: string; readonly why: StuckReason | null }[],
): StuckCount[] {
  const counts = new Map<string, Map<Why, number>>();
  for (const { word, why } of stuck) {
    const own = counts.get(word) ?? new Map<Why, number>();
    own.set(why ?? 'unsaid', (own.get(why ?? 'unsaid') ?? 0) + 1);
    counts.set(word, own);
  }
  return [...counts]
    .map(([word, own]) => ({
      word,
      total: [...own.values()].reduce((a, b) => a + b, 0),
      says: [...stuckReasons, 'unsaid' as const]
        .flatMap((why) =>
          own.has(why) ? [`${why === 'unsaid' ? 'not said' : STUCK[why]} ${own.get(why)}`] : [],
        )
        .join(', '),
    }))
    .sort((a, b) => b.total - a.total);
}
