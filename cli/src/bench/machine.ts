/** What the fixed loop takes on the machine the figures of docs/benchmarks.md are told for, in ms. */
const REFERENCE_MS = 150;
const WORDS = 1 << 22;
const STEPS = 8_000_000;

/**
 * How much slower than the reference this machine is just now: a fixed loop of arithmetic over 16 MB in no order, as the
 * layer search does it. Measured beside every family, so that runs on a shared machine can be compared.
 */
export function machineFactor(): number {
  const memory = new Int32Array(WORDS);
  const once = (): number => {
    const began = performance.now();
    let x = 12345;
    for (let i = 0; i < STEPS; i++) {
      x = (Math.imul(x, 1664525) + 1013904223) | 0;
      memory[x >>> 10]! += x;
    }
    return performance.now() - began;
  };
  once();
  const [, middle] = [once(), once(), once()].sort((a, b) => a - b);
  return middle! / REFERENCE_MS;
}
