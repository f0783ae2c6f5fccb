import { type Spot, apartIn, areaOf, distance } from '../geometry/index.ts';
import { sheetArea } from '../sheet/index.ts';
import { doCross, planeOf } from './crossing.ts';
import { type Form, placeForm } from './form.ts';

/** What is checked of every form; lengths in sheet sides. */
export interface FormCheck {
  /** The farthest two images of one point of the paper lie apart. */
  readonly gap: number;
  /** The largest error of an edge against its length on the sheet. */
  readonly edges: number;
  /** How far the area of all pieces differs from the sheet's. */
  readonly area: number;
  /** Pairs of pieces of different plates that go through each other. */
  readonly crossings: number;
}

/** Checks a form from its pieces in space alone: one image for each point, lengths and area kept, no paper through paper. */
export function checkForm(form: Form): FormCheck {
  const placed = placeForm(form);
  const images = new Map<string, Spot>();
  let [gap, edges, area] = [0, 0, 0];
  form.pieces.forEach(({ sheet }, i) => {
    area += areaOf(sheet);
    sheet.forEach((p, k) => {
      const key = `${Math.round(p[0] * 1e7)},${Math.round(p[1] * 1e7)}`;
      const own = placed[i]![k]!;
      const known = images.get(key);
      if (known) gap = Math.max(gap, apartIn(known, own));
      else images.set(key, own);
      const next = (k + 1) % sheet.length;
      edges = Math.max(edges, Math.abs(distance(p, sheet[next]!) - apartIn(own, placed[i]![next]!)));
    });
  });
  const planes = placed.map(planeOf);
  const plates = form.pieces.map((p) => p.plate.join());
  let crossings = 0;
  for (let i = 0; i < planes.length; i++)
    for (let j = i + 1; j < planes.length; j++)
      if (plates[i] !== plates[j] && doCross(planes[i]!, planes[j]!)) crossings++;
  return { gap, edges, area: Math.abs(area - sheetArea(form.state.sheet)), crossings };
}
