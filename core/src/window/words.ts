import { type LengthUnit, sayNumber, toFigure, toLengthText } from '../units/index.ts';
import { type SizeWish, sayWish } from '../wishes/index.ts';
import type { BandId, WindowInput } from './bands.ts';
import type { Remedy } from './remedies.ts';

/** "at B, step 12", "pleat of step 9". */
const sayWhere = ({ tip, step }: NonNullable<WindowInput['narrowest']>): string =>
  tip === null ? `pleat of step ${step}` : `at ${tip}, step ${step}`;

/** "90 mm ± 4 %", as short as a band's note; else as the wish itself is said. */
const sayWished = (wish: SizeWish, unit: LengthUnit): string =>
  (wish.bound ?? 'about') === 'about'
    ? `${toLengthText(wish.mm, unit).text} ± ${sayNumber(wish.tolerancePercent)} %`
    : sayWish(wish, unit);

/** What a band is called, and what it holds to, in the folder's unit. */
export function sayBand(id: BandId, input: WindowInput, unit: LengthUnit): { name: string; note: string } {
  const { target, limbs, narrowest, handling, limits, caliperMm, stock } = input;
  const thick = input.bulkiest ?? narrowest;
  const least = handling === 'fingers' ? limits.fingersMm : limits.tweezersMm;
  if (id.startsWith('place ')) {
    const place = input.places![Number(id.slice(6))]!;
    return { name: place.name, note: sayWished(place, unit) };
  }
  switch (id as Exclude<BandId, `place ${number}`>) {
    case 'target':
      return {
        name: target!.dimension === 'height' ? 'Height' : 'Length',
        note: sayWished(target!, unit),
      };
    case 'other':
      return {
        name: input.other!.dimension === 'height' ? 'Height' : 'Length',
        note: sayWished(input.other!, unit),
      };
    case 'depth':
      return {
        name: 'Depth',
        note: `${sayWished(input.depth!, unit)}, as ${input.depth!.opened ? 'opened' : 'shaped'}`,
      };
    case 'cost':
      return { name: 'Cost', note: `at most ${input.cost!.most} a model` };
    case 'limbs':
      return { name: 'Limbs', note: `${limbs!.limb} decides` };
    case 'narrowest':
      return {
        name: narrowest!.tip === null ? 'Narrowest pleat' : 'Narrowest flap',
        note: `${sayNumber(least)} mm ${sayWhere(narrowest!)}`,
      };
    case 'shortest':
      return { name: 'Shortest fold', note: `${sayNumber(limits.tweezersMm)} mm, tweezers` };
    case 'bulk':
      return { name: 'Bulk', note: `under ${sayNumber(limits.bulkHard)} ${sayWhere(thick!)}` };
    case 'gap':
      return {
        name: 'Gap to leave',
        note: `${thick!.layers} ${thick!.layers === 1 ? 'layer' : 'layers'} of ${sayNumber(caliperMm!)} mm`,
      };
    case 'limp':
      return { name: 'Limp', note: `at ${sayNumber(caliperMm!)} mm, by rule of thumb` };
    case 'stock':
      return {
        name: 'Stock',
        note: stock.length === 1 ? stock[0]!.name : `largest of ${stock.length} papers`,
      };
  }
}

/** A remedy as an order to the folder, with the window it leaves. */
export function sayRemedy({ changes, names, window }: Remedy, unit: LengthUnit): string {
  const length = (mm: number): string => toLengthText(mm, unit).text;
  const range =
    window.highMm === undefined
      ? `from ${length(window.lowMm)} up`
      : `${length(window.lowMm)} to ${length(window.highMm)}`;
  const orders = changes.map((change, i) => {
    const name = names[i]!;
    switch (change.kind) {
      case 'handling':
        return 'fold the narrow places with tweezers';
      case 'paper':
        return `take ${name}`;
      case 'base':
        return `fold from the ${name.toLowerCase()}`;
      case 'leave out':
        return `leave out the ${name.toLowerCase()}`;
      case 'target':
        return `make it ${length(change.mm)}`;
      case 'other':
        return `let the other size be ${length(change.mm)}`;
      case 'open':
        return `open its halves to ${toFigure(change.degrees, 0)}°`;
      case 'tolerance':
        return `allow ± ${toFigure(change.percent, 1)} %`;
      case 'buy':
        return `buy a sheet of ${length(change.sideMm)}`;
    }
  });
  const order = orders.join(' and ');
  return `${order.charAt(0).toUpperCase()}${order.slice(1)}: ${range}.`;
}
