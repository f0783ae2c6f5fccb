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
 * are taken round its one hub, or round two with the paper between them as a river.
 */
export function efficiencyOf({ base, flaps, hubs, river }: FoldedBase): number | undefined {
  if (flaps.length < 2) return undefined;
  const hubOf = (tip: string): number => (hubs[1]?.tips.includes(tip) ? 1 : 0);
  const distances = flaps.map((a, i) =>
    flaps.map((b, j) => (i === j ? 0 : a.length + b.length + (hubOf(a.tip) === hubOf(b.tip) ? 0 : river))),
  );
  const packed = pack(
    { sheet: base.sheet, distances, symmetry: 'none', pairs: [], onAxis: [], pins: [] },
    buildEffort(HOPS),
    { start: flaps.map((f) => f.tipOnSheet) },
  );
  return packed.ok ? packed.value.scale ** -2 : undefined;
}
