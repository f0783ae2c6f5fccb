/** Room: seeded randomness, so that every search and every generated example can be repeated. */

/** Numbers in [0, 1) from a 32-bit seed (mulberry32 by Tommy Ettinger, public domain). */
export function buildChance(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** A normally distributed number of mean 0 and spread 1 (Box and Muller 1958). */
export function toNormal(chance: () => number): number {
  return Math.sqrt(-2 * Math.log(1 - chance())) * Math.cos(2 * Math.PI * chance());
}
