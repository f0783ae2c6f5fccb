import { otherDimension } from '../sizing/index.ts';
import { type LengthUnit, sayNumber, toLengthText } from '../units/index.ts';
import { type SizeWish, aimOf, missOf, rangeOf, sayWish } from '../wishes/index.ts';
import type { Plan } from '../plan/index.ts';
import { wishSizes } from './posed.ts';
import type { Readings } from './types.ts';

/** The sizes of the whole, and lengths between two places by their own ids. */
export type WishId = 'target' | 'other' | 'depth' | `place ${string}`;

/** A wished size against what the folds give. */
export interface WishReading {
  readonly id: WishId;
  readonly dimension: 'height' | 'length' | 'depth' | 'place';
  /** What is said after a size of it: "tall", "at the left leg". */
  readonly after: string;
  /** "at most 100 mm". */
  readonly said: string;
  /** What it becomes from the sheet in use, in mm; null where nothing is folded yet, or no depth is known. */
  readonly isMm: number | null;
  /** Outside what is wished by so much: below 0 too small. Null as `isMm`. */
  readonly missMm: number | null;
  /** Another wish that no sheet meets together with this one, with these folds: what meeting the other makes of this. */
  readonly conflict?: { readonly with: WishId; readonly says: string };
}

/** Half of the tenth of a millimetre a sheet side is written to. */
const SIDE_ROUNDING_MM = 0.06;

const ADJECTIVE = { height: 'tall', length: 'long', depth: 'deep' } as const;

const afterOf = (dimension: WishReading['dimension'], name: string): string =>
  dimension === 'place' ? `at the ${name.toLowerCase()}` : ADJECTIVE[dimension];

type Core = Pick<Readings, 'sideMm' | 'ratio' | 'otherRatio' | 'learned' | 'form' | 'posed' | 'places'>;

/** Every size the brief wishes, what it becomes, and which two of them contradict each other and by how much. */
export function readSizeWishes(
  plan: Pick<Plan, 'brief' | 'finish'>,
  { sideMm, ratio, otherRatio, learned, form, posed, places }: Core,
  unit: LengthUnit,
): WishReading[] {
  const { target, other, depth } = plan.brief;
  const depthMm = posed ? wishSizes(posed, plan.finish.posture).depth : form?.depthMm;
  const listed: {
    id: WishId;
    dimension: WishReading['dimension'];
    name?: string;
    wish: SizeWish;
    isMm: number | undefined;
    grows: number | undefined;
  }[] = [];
  const sized = (factor: number | undefined): number | undefined =>
    factor !== undefined && sideMm !== undefined ? factor * sideMm : undefined;
  const [own, beside] = [ratio, otherRatio].map((r) => (r === undefined ? undefined : r * learned.factor));
  if (target.mm !== null)
    listed.push({
      id: 'target',
      dimension: target.dimension,
      wish: { ...target, mm: target.mm },
      isMm: sized(own),
      grows: own,
    });
  if (other)
    listed.push({
      id: 'other',
      dimension: otherDimension(target.dimension),
      wish: other,
      isMm: sized(beside),
      grows: beside,
    });
  // The depth can be opened further or less, so that it contradicts no other size by itself.
  if (depth) listed.push({ id: 'depth', dimension: 'depth', wish: depth, isMm: depthMm, grows: undefined });
  for (const own of plan.brief.places) {
    const grown = places.find((p) => p.id === own.id)?.ratio;
    listed.push({
      ...{ id: `place ${own.id}`, dimension: 'place', name: own.name, wish: own },
      ...{ isMm: sized(grown), grows: grown },
    });
  }
  return listed.map(({ id, dimension, name = '', wish, isMm, grows }): WishReading => {
    const after = afterOf(dimension, name);
    const miss = isMm === undefined ? undefined : missOf(wish, isMm);
    // A side is written to a tenth of a millimetre: what that makes of the size is no miss.
    const slack = grows === undefined ? 1e-6 : grows * SIDE_ROUNDING_MM;
    const conflict = listed.flatMap((o) => {
      if (o.id === id || grows === undefined || o.grows === undefined) return [];
      const [mine, theirs] = [rangeOf(wish), rangeOf(o.wish)];
      const sides = (r: typeof mine, by: number) => ({ low: r.lowMm / by, high: r.highMm / by });
      const [a, b] = [sides(mine, grows), sides(theirs, o.grows)];
      const gap = SIDE_ROUNDING_MM;
      if (a.low <= b.high + gap && b.low <= a.high + gap) return [];
      // The nearest the other wish lets this one come.
      const there = (a.low > b.high ? b.high : b.low) * grows;
      const off = missOf(wish, there);
      const length = (mm: number): string => toLengthText(mm, unit).text;
      return [
        {
          with: o.id,
          says: `${sayWish(o.wish, unit)} ${afterOf(o.dimension, o.name ?? '')} makes it ${length(there)} ${after} with these folds: ${length(Math.abs(off))} too ${off < 0 ? 'small' : 'large'}, ${sayNumber(Math.round((100 * Math.abs(off)) / aimOf(wish)))} %`,
        },
      ];
    })[0];
    return {
      id,
      dimension,
      after,
      said: `${sayWish(wish, unit)} ${after}`,
      isMm: isMm ?? null,
      missMm: miss === undefined ? null : Math.abs(miss) <= slack ? 0 : miss,
      ...(conflict ? { conflict } : {}),
    };
  });
}
