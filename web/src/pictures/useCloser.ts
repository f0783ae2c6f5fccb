import { useCallback, useState } from 'react';
import type { Bounds, Point } from '@jade/core/geometry';

/** How close the folder looks: no wider than the whole, no closer than this many times. */
const CLOSEST = 16;

interface Look {
  readonly centre: Point;
  readonly factor: number;
  /** The place in the sequence it was set at. */
  readonly at: number;
}

/**
 * Looking closer at a part of the model, so that a beak can be folded as well as a wing. `shown` is the part that fills the
 * picture, undefined for all of it. Another step is seen whole again; a fold that is kept leaves the look as it is.
 */
export function useCloser(whole: Bounds | undefined, base: number, ratio: number) {
  const [look, setLook] = useState<Look | null>(null);
  const live = look?.at === base ? look : null;
  const shown = live && whole ? boxOf(live, whole, ratio) : undefined;
  const zoom = useCallback(
    (at: Point | null, by: number): void => {
      if (!whole) return;
      setLook((old) => {
        const { centre, factor } = old?.at === base ? old : { centre: middleOf(whole), factor: 1 };
        const next = Math.max(1, Math.min(CLOSEST, factor * by));
        if (next <= 1.001) return null;
        // The place under the pointer stays under it.
        const share = 1 - factor / next;
        const to = at ?? centre;
        return {
          centre: [centre[0] + (to[0] - centre[0]) * share, centre[1] + (to[1] - centre[1]) * share],
          factor: next,
          at: base,
        };
      });
    },
    [base, whole],
  );
  return {
    shown,
    isClose: live !== null,
    zoom,
    /** Shifts what is seen by so much of the drawing; counted from the picture the pointer was read in. */
    shift: (dx: number, dy: number): void => {
      if (live) setLook({ ...live, centre: [live.centre[0] + dx, live.centre[1] + dy] });
    },
    toWhole: (): void => setLook(null),
    /** The look goes on at another place of the sequence. */
    carry: (to: number): void => setLook((old) => old && { ...old, at: to }),
  };
}

const middleOf = ({ minX, minY, maxX, maxY }: Bounds): Point => [(minX + maxX) / 2, (minY + maxY) / 2];

function boxOf({ centre: [x, y], factor }: Look, whole: Bounds, ratio: number): Bounds {
  const height = Math.max(whole.maxY - whole.minY, (whole.maxX - whole.minX) / ratio) * ROOM;
  const [w, h] = [(height * ratio) / 2 / factor, height / 2 / factor];
  return { minX: x - w, maxX: x + w, minY: y - h, maxY: y + h };
}

/** Room about the whole, as a share of its size. */
const ROOM = 1.2;
