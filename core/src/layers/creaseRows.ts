import type { Bits, LayerProblem } from './problem.ts';

/** The creases of each facet with the facet across and what runs through them, facet after facet. */
export interface CreaseRows {
  readonly start: Int32Array;
  readonly other: Int32Array;
  /** Bits of what runs through each. */
  readonly through: Bits;
  /** Bits of what runs through any crease of a facet: mostly nothing, which one look tells. */
  readonly any: Bits;
}

export function toRows({ n, words, creases, creasesOf, through }: LayerProblem): CreaseRows {
  const start = new Int32Array(n + 1);
  for (let f = 0; f < n; f++) start[f + 1] = start[f]! + creasesOf[f]!.length;
  const other = new Int32Array(start[n]!);
  const rows = new Int32Array(start[n]! * words);
  const any = new Int32Array(n * words);
  for (let f = 0; f < n; f++)
    creasesOf[f]!.forEach((k, i) => {
      const at = start[f]! + i;
      other[at] = creases[k]!.a === f ? creases[k]!.b : creases[k]!.a;
      rows.set(through[k]!, at * words);
      for (let w = 0; w < words; w++) any[f * words + w]! |= through[k]![w]!;
    });
  return { start, other, through: rows, any };
}
