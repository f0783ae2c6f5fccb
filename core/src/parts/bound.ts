import type { FoldedBase } from '../bases/index.ts';
import { buildEffort } from '../effort/index.ts';
import { type PackingTask, pack } from '../packing/index.ts';
import type { SheetShape } from '../sheet/index.ts';
import { type Figure, distancesOf, leafPairsOf, leavesOf } from './figure.ts';

/** The packing a figure asks for on a sheet. */
export function toPackingTask(figure: Figure, sheet: SheetShape): PackingTask {
  const leaves = leavesOf(figure);
  return {
    sheet,
    distances: distancesOf(figure),
    symmetry: figure.symmetry,
    pairs: leafPairsOf(figure),
    onAxis: figure.onAxis.map((n) => leaves.indexOf(n)),
    pins: figure.pins.map(({ leaf, to }) => ({ leaf: leaves.indexOf(leaf), to })),
  };
}

/** Hops enough for the flaps of any base. */
const HOPS = 100;

/**
 * Share of the sheet a base needs at least: (side by circle packing of its own flaps / side it has) squared. The flaps
 * are taken as a star round one hub.
 */
export function efficiencyOf({ base, flaps }: FoldedBase): number | undefined {
  if (flaps.length < 2) return undefined;
  const lengths = flaps.map((f) => f.length);
  const distances = lengths.map((a, i) => lengths.map((b, j) => (i === j ? 0 : a + b)));
  const packed = pack(
    { sheet: base.sheet, distances, symmetry: 'none', pairs: [], onAxis: [], pins: [] },
    buildEffort(HOPS),
    { start: flaps.map((f) => f.tipOnSheet) },
  );
  return packed.ok ? packed.value.scale ** -2 : undefined;
}
