import { apartIn, distance } from '../geometry/index.ts';
import { done } from '../outcome/index.ts';
import type { Plan } from '../plan/index.ts';
import { Reader, readOrRefuse } from '../references/index.ts';
import { type Replay, contextAfter } from '../sequence/index.ts';
import { spotOf } from '../shaping/index.ts';
import { readPosed } from './posed.ts';

/** A length wished between two places, and how long it is in sheet sides; undefined where a place of it is gone. */
export interface PlaceRead {
  readonly id: string;
  readonly ratio: number | undefined;
}

/**
 * How far two places of the paper lie from each other at the end: on the flat form straight across it, on the shaped one straight
 * through space. Rods and layers do not grow with the sheet, so the shaped ones hold at this side.
 */
export function readPlaces(plan: Plan, replay: Replay, sideMm: number | undefined): PlaceRead[] {
  const { places } = plan.brief;
  if (places.length === 0 || replay.steps.length === 0)
    return places.map(({ id }) => ({ id, ratio: undefined }));
  const reader = new Reader(contextAfter(replay), (line) => line);
  const isShaped = places.some((p) => p.form === 'shaped');
  const form =
    isShaped && sideMm !== undefined
      ? readPosed(plan, replay, { sideMm, isQuick: true }).shaped.form
      : undefined;
  return places.map(({ id, ends, form: on }): PlaceRead => {
    const read = readOrRefuse(() =>
      done(
        on === 'flat'
          ? distance(reader.place(ends[0]), reader.place(ends[1]))
          : apartOf(form && reader.pair(ends).map((p) => spotOf(form, p))),
      ),
    );
    return { id, ratio: read.ok ? read.value : undefined };
  });
}

const apartOf = (
  spots: readonly (ReturnType<typeof spotOf> | undefined)[] | undefined,
): number | undefined => {
  const [a, b] = spots ?? [];
  return a && b ? apartIn(a, b) : undefined;
};
