import type { DrawerPaper } from '../paper/index.ts';
import type { Level } from './drill.ts';

/** Paper a fifth thicker or thinner folds alike. */
const ALIKE = 0.2;

/**
 * The paper of the drawer to practise on: the cheapest that is large enough, and for the level of the plan one as thick as
 * the plan's. Undefined where the drawer has none; papers without a price count as dear.
 */
export function choosePaper(
  drawer: readonly DrawerPaper[],
  sideMm: number,
  level: Level,
  caliperMm: number | null,
): DrawerPaper | undefined {
  const fits = drawer.filter(
    (p) =>
      p.count > 0 &&
      Math.min(p.widthMm, p.heightMm) >= sideMm &&
      (level < 3 ||
        caliperMm === null ||
        (p.caliperMm !== null && Math.abs(p.caliperMm / caliperMm - 1) <= ALIKE)),
  );
  const cost = (p: DrawerPaper): number => (p.price ?? Infinity) / (p.widthMm * p.heightMm);
  return fits.sort((a, b) => (cost(a) === cost(b) ? a.name.localeCompare(b.name) : cost(a) - cost(b)))[0];
}
