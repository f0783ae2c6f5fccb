import type { Point } from '../geometry/index.ts';
import { type Frame, type Frames, isWithin } from './frame.ts';
import type { DrawItem, Drawing } from './items.ts';
import { type PlacedLabel, type Surroundings, placeLabels } from './labels.ts';

type Landmark = Extract<DrawItem, { kind: 'landmark' }>;

/** A landmark in a picture with its name, in px. */
export interface PlacedName extends PlacedLabel {
  readonly at: Point;
  readonly name: string;
  readonly look: Landmark['look'];
  readonly fontSize: number;
}

/** Names of the whole beside an enlargement are written so much smaller. */
const SMALLER = 0.85;

/** The names of a drawing where they stand in a picture: what lies outside an enlargement is named in the whole beside it. */
export function placeNames(drawing: Drawing, { main, whole }: Frames, fontSize: number): PlacedName[] {
  const landmarks = drawing.items.filter((i) => i.kind === 'landmark');
  const seen = whole ? landmarks.filter((l) => isWithin(main.place(l.at), main.box, -2)) : landmarks;
  const rest = landmarks.filter((l) => !seen.includes(l));
  return [
    ...placeIn(drawing, main, seen, fontSize),
    ...(whole ? placeIn(drawing, whole, rest, fontSize * SMALLER) : []),
  ];
}

function placeIn(
  drawing: Drawing,
  frame: Frame,
  landmarks: readonly Landmark[],
  fontSize: number,
): PlacedName[] {
  const places = landmarks.map((l) => frame.place(l.at));
  const labels = placeLabels(
    landmarks.map((l, i) => ({ at: places[i]!, text: l.name })),
    fontSize,
    surroundingsOf(drawing, frame),
  );
  return landmarks.map(({ name, look }, i) => ({ ...labels[i]!, at: places[i]!, name, look, fontSize }));
}

/** What names in a picture keep clear of: its paper, and the lines and arrows of its step. */
export function surroundingsOf({ items }: Drawing, { place, box }: Frame): Surroundings {
  return {
    box,
    paper: items.flatMap((i) => (i.kind === 'facet' ? [i.points.map(place)] : [])),
    strokes: items.flatMap((i): (readonly [Point, Point])[] => {
      if (i.kind === 'line' && i.facet === undefined) return [[place(i.from), place(i.to)]];
      if (i.kind !== 'arrow') return [];
      const [from, to] = [place(i.from), place(i.to)];
      const side = to[0] < from[0] ? -1 : 1;
      const top: Point = [
        (from[0] + to[0]) / 2 + ((to[1] - from[1]) / 2) * i.bend * side,
        (from[1] + to[1]) / 2 - ((to[0] - from[0]) / 2) * i.bend * side,
      ];
      return [
        [from, top],
        [top, to],
      ];
    }),
  };
}
