import { buildChance } from '../src/chance/index.ts';
import type { Figure } from '../src/parts/index.ts';

/** So many ends of one length about a hub. */
export const star = (ends: number): Figure => ({
  name: 'star',
  nodes: ['hub', ...Array.from({ length: ends }, (_, i) => `e${i}`)],
  limbs: Array.from({ length: ends }, (_, i) => ({ name: `l${i}`, from: 'hub', to: `e${i}`, length: 1 })),
  pairs: [],
  onAxis: [],
  symmetry: 'none',
  pins: [],
});

/** A tree of so many ends on one to four branchings, all lengths random. */
export function randomTree(seed: number, ends: number): Figure {
  const chance = buildChance(seed * 7919 + ends);
  const inner = 1 + Math.floor(chance() * Math.min(4, ends / 2.5));
  const nodes = Array.from({ length: inner }, (_, i) => `n${i}`);
  const rivers = nodes.slice(1).map((to, i) => ({
    name: `r${i + 1}`,
    from: `n${Math.floor(chance() * (i + 1))}`,
    to,
    length: 10 + 40 * chance(),
  }));
  const flaps = Array.from({ length: ends }, (_, i) => ({
    name: `l${i}`,
    from: `n${i < 2 * inner ? i >> 1 : Math.floor(chance() * inner)}`,
    to: `e${i}`,
    length: 15 + 70 * chance(),
  }));
  return {
    ...star(3),
    name: `tree ${seed}`,
    nodes: [...nodes, ...flaps.map((f) => f.to)],
    limbs: [...rivers, ...flaps],
  };
}
