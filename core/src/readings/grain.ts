import { add, bearing, subtract, toTurn, toUnit } from '../geometry/index.ts';
import type { DrawerPaper } from '../paper/index.ts';
import type { Plan } from '../plan/index.ts';
import { cornersOf } from '../sheet/index.ts';

/** How a limb's paper lies to the grain, in degrees from along (0) to across (90), the piece cut either way. */
export interface GrainOfLimb {
  readonly limb: string;
  readonly degrees: number;
  readonly turned: number;
  /** The shaping note that bends it. */
  readonly note: string;
}

/** A bend line crosses the limb: with the limb's paper nearer to the grain than this, it runs across the grain. */
const ALONG = 30;

/**
 * Limbs the shaping notes name, with the grain in them. A limb's paper lies along the bisector of the sheet's corner its
 * flap ends in. Empty while the grain is unknown.
 */
export function grainOfLimbs(
  { limbs, shaping, sheet }: Plan,
  { grain }: Pick<DrawerPaper, 'grain'>,
): GrainOfLimb[] {
  if (grain === 'unknown') return [];
  const corners = cornersOf(sheet.shape);
  return limbs.flatMap(({ name, tip }): GrainOfLimb[] => {
    const i = corners.findIndex((c) => c.name === tip);
    const note = shaping
      .flatMap(({ act }) => (act.kind === 'hand' ? [act] : []))
      .find((n) => mentions(n.text, name));
    if (i < 0 || !note) return [];
    const towards = (k: number) =>
      toUnit(subtract(corners[(i + k + corners.length) % corners.length]!.at, corners[i]!.at));
    const axis = bearing([0, 0], add(towards(1), towards(-1)));
    // Width runs along the sheet's lower edge.
    const off = (to: number): number => Math.round(Math.abs(toTurn(2 * (axis - to))) * 5) / 10;
    const [across, along] = grain === 'width' ? [90, 0] : [0, 90];
    return [{ limb: name, degrees: off(along), turned: off(across), note: note.text }];
  });
}

const mentions = (text: string, name: string): boolean =>
  name
    .toLowerCase()
    .split(/[^\p{L}]+/u)
    .some((word) => word.length > 2 && word !== 'and' && text.toLowerCase().includes(word));

/** What to know of the grain in one limb that is bent wet. */
export function sayGrain({ limb, degrees, turned }: GrainOfLimb, keepsGrain: boolean): string {
  const the = `The ${limb.toLowerCase()}`;
  if (Math.abs(degrees - turned) < 1)
    return `${the}: its paper lies at ${degrees}° to the grain whichever way the piece is cut, so a curve there neither follows the grain nor crosses it squarely.`;
  const worst = keepsGrain ? degrees : Math.min(degrees, turned);
  if (worst >= ALONG) return `${the}: its paper lies at ${worst}° to the grain; bent, it keeps its curve.`;
  const remedy = !keepsGrain
    ? degrees > turned
      ? ' Keep the grain’s direction, below.'
      : ' Cut the pieces turned, or bend it slowly over a form.'
    : ' Bend it slowly over a form, hardly damp.';
  return `${the}: its paper can lie along the grain (${worst}°), so its bends cross the grain, where wet paper cracks.${remedy}`;
}
