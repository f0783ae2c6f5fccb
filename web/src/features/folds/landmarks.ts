import type { Point } from '@jade/core/geometry';
import type { Landmark } from '@jade/core/trying';
import type { Mark } from '../../pictures/index.ts';
import type { Composer, Pick } from './composer.ts';

/** Pointer distance in px within which a landmark is taken. */
export const SNAP_PX = 18;

export const keyOfLandmark = ({ name, rank }: Landmark): string => name + rank;

export const toPick = ({ name, ref, model }: Landmark): Pick => ({ name, ref, model });

/** Which landmarks are laid over a picture, and which with their names. */
export function toMarks(
  landmarks: readonly Landmark[],
  composer: Composer | null,
  near: Landmark | null,
  showNames: boolean,
  where: (l: Landmark) => Point | undefined,
): Mark[] {
  const picked = new Set(composer?.picks.map((p) => p.name));
  // Those that lie under others are drawn first, so that the pointer meets the upper ones.
  return [...landmarks].reverse().flatMap((l): Mark[] => {
    const at = where(l);
    const isNear = near?.name === l.name && near.rank === l.rank;
    const corner = /^[A-DO]$/.test(l.name);
    const wanted =
      picked.has(l.name) || isNear || (l.rank === 'main' && (composer !== null || showNames || corner));
    if (!at || !wanted) return [];
    const look = picked.has(l.name) ? 'chosen' : l.ref.kind === 'mark' ? 'made' : 'known';
    return [
      {
        key: keyOfLandmark(l),
        name: l.name,
        at,
        look,
        showName: picked.has(l.name) || isNear || (!l.isUnder && (showNames || corner)),
      },
    ];
  });
}
