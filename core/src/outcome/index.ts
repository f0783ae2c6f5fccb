/**
 * Room: results as values. An expected failure (a move that does not fit, a file that is not a plan) is a value
 * with one sentence saying what, where, the limit and the remedy; a broken promise of our own code throws.
 */
export type Outcome<T, F> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly fault: F };

export const done = <T>(value: T): { readonly ok: true; readonly value: T } => ({ ok: true, value });
export const failed = <F>(fault: F): { readonly ok: false; readonly fault: F } => ({ ok: false, fault });

/** One thing wrong with outside data: where it is (path), and a sentence with the limit and the remedy. */
export interface Issue {
  readonly path: string;
  readonly text: string;
}

/** Throws when our own code broke a promise; never used for outside data or expected outcomes. */
export function invariant(condition: unknown, promise: string): asserts condition {
  if (!condition) throw new Error(`broken promise: ${promise}`);
}
