import { tolerance } from '../geometry/index.ts';
import { type LengthUnit, toLengthText } from '../units/index.ts';
import type { BaseMatch } from './match.ts';

/** Sides closer than this share are the same sheet. */
const SAME = 0.005;

const flaps = (n: number): string => `${n} ${n === 1 ? 'flap' : 'flaps'}`;

/** Why one base stands before another, in a sentence; lengths in the folder's unit. */
export function sayWhyBefore(first: BaseMatch, second: BaseMatch, unit: LengthUnit): string {
  const [a, b] = [first.baseName, second.baseName.toLowerCase()];
  if (first.sideMm === undefined)
    return first.missingFlaps === second.missingFlaps
      ? `${a} and ${b} both lack ${flaps(first.missingFlaps)}.`
      : `${a} lacks ${flaps(first.missingFlaps)}, the ${b} ${second.missingFlaps}.`;
  if (second.sideMm === undefined)
    return `${a} has a flap for every limb; the ${b} lacks ${flaps(second.missingFlaps)}.`;
  const gain = second.sideMm - first.sideMm;
  const isFlapOther = toShare(second) !== toShare(first);
  if (gain > SAME * second.sideMm && !isFlapOther)
    return `${a} needs ${toLengthText(gain, unit).text} less sheet than the ${b}.`;
  if (gain > SAME * second.sideMm)
    return `${a} needs ${toLengthText(gain, unit).text} less sheet than the ${b}, whose flap for the ${second.limiting!.limb.name.toLowerCase()} is ${toShare(second)} of its side, not ${toShare(first)}.`;
  const because =
    first.unlikePairs < second.unlikePairs
      ? 'its pairs come from like flaps'
      : first.otherSides.length < second.otherSides.length
        ? 'more of its flaps show the side of the paper that is wanted'
        : first.spareFlaps < second.spareFlaps
          ? `it leaves ${first.spareFlaps === 0 ? 'no flap' : flaps(first.spareFlaps)} to hide, not ${second.spareFlaps}`
          : first.cost < second.cost - tolerance.samePoint
            ? 'less of its flaps must be shortened'
            : first.steps < second.steps
              ? `it is made in ${first.steps} steps, not ${second.steps}`
              : 'nothing tells them apart but the atlas';
  return `${a} and ${b} need the same sheet; ${because}.`;
}

const toShare = ({ limiting }: BaseMatch): string => `${Math.round(limiting!.flapLength * 100)} %`;
