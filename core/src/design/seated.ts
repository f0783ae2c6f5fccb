import { buildEffort } from '../effort/index.ts';
import type { Figure, LimbTask, OwnBase, Seat } from '../parts/index.ts';
import type { SheetShape } from '../sheet/index.ts';
import { baseOfDesign } from './base.ts';
import { DESIGN_EFFORT, type Design, designBases, narrowDesign } from './design.ts';

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
): OwnBase[] {
  const made = designBases(seatFigure(task, seat), sheet, buildEffort(DESIGN_EFFORT), {
    completions: COMPLETIONS,
  });
  if (!made.ok) return [];
  const { designs } = made.value;
  const least = Math.min(...designs.map((d) => d.sideMm));
  const found: OwnBase[] = [];
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
    nodes: [...hubs, ...limbs.map((_, i) => `end ${i + 1}`)],
    limbs: [
      ...(hubs.length === 2
        ? [{ name: 'body of the seat', from: hubs[0]!, to: hubs[1]!, length: bodyMm }]
        : []),
      ...limbs.map((_, i) => ({
        name: `limb ${i + 1}`,
        from: hubs[at[i]!]!,
        to: `end ${i + 1}`,
        length: needs[i]!,
      })),
    ],
    pairs: [],
    onAxis: [],
    symmetry: 'none',
    pins: [],
  };
}
