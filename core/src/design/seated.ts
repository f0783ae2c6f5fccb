import type { FoldedBase } from '../bases/index.ts';
import { buildEffort } from '../effort/index.ts';
import type { Figure, LimbTask, Seat } from '../parts/index.ts';
import type { SheetShape } from '../sheet/index.ts';
import { baseOfDesign } from './base.ts';
import { DESIGN_EFFORT, type Design, designBases, narrowDesign } from './design.ts';

/** A base folded for a figure as it sits on one or two hubs. */
export interface SeatedBase {
  readonly folded: FoldedBase;
  readonly seat: Seat;
  /** Sheet side in mm. */
  readonly sideMm: number;
}

export interface SeatedWishes {
  /** What ids of the bases begin with. */
  readonly id: string;
  readonly name: string;
  /** So far, in mm, the paper may reach from the axis; as wide as it comes when left out. */
  readonly narrowMm?: number;
  /** Bases given at most. */
  readonly most: number;
}

/** Placements completed for a seat: fewer than for a base that is looked for by itself. */
const COMPLETIONS = 150;
/** A sheet larger than the least by this share is taken for fewer layers. */
const LARGER = 1.12;

/**
 * Bases for a figure whose limbs all leave its one or two hubs, those with fewest layers at a hub first. `needs` of the seat
 * are the ways from the hubs to the ends.
 */
export function seatedBases(
  task: LimbTask,
  seat: Seat,
  sheet: SheetShape,
  { id, name, narrowMm, most }: SeatedWishes,
): SeatedBase[] {
  const made = designBases(seatFigure(task, seat), sheet, buildEffort(DESIGN_EFFORT), {
    completions: COMPLETIONS,
  });
  if (!made.ok) return [];
  const { designs } = made.value;
  const least = Math.min(...designs.map((d) => d.sideMm));
  const found: SeatedBase[] = [];
  for (const design of designs
    .filter((d) => d.sideMm <= LARGER * least)
    .sort((a, b) => a.hubLayers - b.hubLayers)) {
    if (found.length === most) break;
    const slim: Design | undefined =
      narrowMm === undefined ? design : narrowDesign(design, sheet, narrowMm / design.sideMm);
    const naming = {
      id: `${id}-${found.length + 1}`,
      name: found.length === 0 ? name : `${name}, another`,
      isStacked: true,
    };
    const folded =
      slim &&
      baseOfDesign(
        slim,
        task.limbs.map((l) => l.id),
        naming,
      );
    if (folded) found.push({ folded, seat, sideMm: design.sideMm });
  }
  return found;
}

/** The star or double star a figure is as it sits on its hubs. */
function seatFigure({ limbs }: LimbTask, { nodes, bodyMm, needs, at }: Seat): Figure {
  const hubs = nodes.map((_, i) => `hub ${i + 1}`);
  return {
    name: 'seat',
    nodes: [...hubs, ...limbs.map((l) => l.id)],
    limbs: [
      ...(hubs.length === 2
        ? [{ name: 'body of the seat', from: hubs[0]!, to: hubs[1]!, length: bodyMm }]
        : []),
      ...limbs.map((l, i) => ({ name: `limb ${i + 1}`, from: hubs[at[i]!]!, to: l.id, length: needs[i]! })),
    ],
    pairs: [],
    onAxis: [],
    symmetry: 'none',
    pins: [],
  };
}
