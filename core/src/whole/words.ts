import type { Fit, Plan } from '../plan/index.ts';
import { listPieces, planOfPiece } from '../plan/index.ts';
import { sayPoint } from '../references/index.ts';
import { nameSteps } from '../sequence/index.ts';
import { sheetTitle } from '../sheet/index.ts';
import { type LengthUnit, toLengthText } from '../units/index.ts';

/** How a join is made, as one sentence. */
export function sayJoin(fit: Fit, plan: Plan, unit: LengthUnit = 'mm'): string {
  const edge = ({ piece, ends }: Fit['tab']): string => {
    const names = nameSteps(planOfPiece(plan, piece).steps);
    const [from, to] = ends.map((p) => sayPoint(p, { get: (id) => names.get(id) }));
    return `from ${from} to ${to} of the ${nameOf(plan, piece)}`;
  };
  const deep = toLengthText(fit.depthMm, unit).text;
  const [tab, mouth] = [edge(fit.tab), edge(fit.mouth)];
  const glue = fit.glue
    ? ` Put ${fit.glue.dots} dots of glue of ${fit.glue.diameterMm} mm between them first, and clamp it; follow the label.`
    : '';
  const how = {
    pocket: `Slide the edge ${tab} into the pocket behind the edge ${mouth}, ${deep} deep.`,
    edges: `Lay the edge ${tab} on the edge ${mouth}${fit.depthMm > 0 ? `, ${deep} past it` : ''}, ${fit.side}.`,
    'laid on': `Lay the edge ${tab} ${deep} past the edge ${mouth}, ${fit.side}.`,
  };
  return `${how[fit.kind]}${glue}`;
}

const nameOf = (plan: Plan, id: Fit['tab']['piece']): string =>
  (listPieces(plan).find((p) => p.id === id)?.name ?? 'piece').toLowerCase();

/** What is taken to hand for a piece: "Take the boat: rectangle 200 : 66, 66 mm a side, of Bank brown, bank brown up." */
export function sayTakePiece(
  name: string,
  { sheet, paper }: Plan,
  sideMm: number,
  unit: LengthUnit = 'mm',
): string {
  const half = sheet.halfOf === null ? '' : ', a half of the square that both are cut from';
  return `Take the ${name.toLowerCase()}: ${lower(sheetTitle(sheet.shape))}, ${toLengthText(sideMm, unit).text} a side${half}, of ${paper.name || 'any paper'}, ${paper.front.name} up.`;
}

const lower = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);
