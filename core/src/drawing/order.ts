import {
  type Point,
  type Segment,
  add,
  between,
  distance,
  lineThrough,
  scale,
  sideOf,
  tolerance,
} from '../geometry/index.ts';
import type { DrawItem } from './items.ts';

type Chord = Segment & { readonly sense?: 'valley' | 'mountain' };

/** Rings are parted where the distances from the middle leave a gap of this share of the largest. */
const GAP = 0.08;
/** More numbers than these no hand keeps to: the narrowest gaps are closed until so many rings are left. */
const MOST_RINGS = 6;

/**
 * The order in which the creases of a collapse are set, as numbers on them: ring by ring, the outermost first, so that what
 * is set already holds while the middle is brought together. Creases of one ring have one number.
 */
export function numberCreases(chords: readonly Chord[]): DrawItem[] {
  const creases = joinChords(chords);
  if (creases.length === 0) return [];
  const middles = creases.map((c) => between(c.from, c.to, 0.5));
  const sum = middles.reduce((total, p) => add(total, p), [0, 0] as Point);
  const centre = scale(sum, 1 / middles.length);
  const far = middles.map((p) => distance(p, centre));
  const sorted = [...new Set(far)].sort((a, b) => b - a);
  const gaps = sorted
    .slice(1)
    .map((d, i) => ({ under: sorted[i]!, gap: sorted[i]! - d }))
    .filter(({ gap }) => gap > GAP * sorted[0]!)
    .sort((a, b) => b.gap - a.gap)
    .slice(0, MOST_RINGS - 1);
  const ringOf = (d: number): number => 1 + gaps.filter((g) => d < g.under - tolerance.alike).length;
  return middles.map((at, i): DrawItem => ({ kind: 'number', at, n: ringOf(far[i]!) }));
}

/** Chords that go on in one another along one line, as one crease. */
function joinChords(chords: readonly Chord[]): Segment[] {
  const joined: Chord[] = [];
  for (const chord of chords) {
    const line = lineThrough(chord.from, chord.to);
    if (!line) continue;
    const at = joined.findIndex(
      (j) =>
        j.sense === chord.sense &&
        [j.from, j.to].every((p) => Math.abs(sideOf(line, p)) < tolerance.alike) &&
        [j.from, j.to].some((p) => [chord.from, chord.to].some((q) => distance(p, q) < tolerance.alike)),
    );
    if (at < 0) {
      joined.push(chord);
      continue;
    }
    const ends = [joined[at]!.from, joined[at]!.to, chord.from, chord.to];
    const pairs = ends.flatMap((p, i) => ends.slice(i + 1).map((q) => [p, q] as const));
    const [from, to] = pairs.reduce((a, b) => (distance(...b) > distance(...a) ? b : a));
    joined[at] = { ...chord, from, to };
  }
  return joined;
}
