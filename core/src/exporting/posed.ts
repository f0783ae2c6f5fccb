import type { PaperSurface } from '../formats/index.ts';
import type { Plan } from '../plan/index.ts';
import { poseAsk, readPosed } from '../readings/index.ts';
import type { Replay } from '../sequence/index.ts';
import { placeForm, shapingOf, toSurface } from '../shaping/index.ts';

/** Whether a plan shapes its figure by anything the engine makes. */
export const isShaped = ({ shaping }: Plan): boolean => shaping.some((s) => shapingOf(s.act).isComputed);

/** The posed figure on its table as triangles in mm, y up; every layer at its height. */
export function posedSurface(plan: Plan, replay: Replay, sideMm: number): PaperSurface {
  const { shaped, pose } = readPosed(plan, replay, { sideMm });
  const { triangles } = toSurface(shaped.form, poseAsk(plan, replay, sideMm).material, pose);
  const places = Array.from({ length: triangles.length / 3 }, (_, i) => {
    const [x, y, z] = triangles.slice(3 * i, 3 * i + 3);
    return [x!, y!, z!] as const;
  });
  const polygons = Array.from({ length: places.length / 3 }, (_, i) => [3 * i, 3 * i + 1, 3 * i + 2]);
  return { places, polygons };
}

/**
 * The posed figure as a frame of the open interchange format: corners in space in sheet sides, faces of flat paper. Corners
 * that are one point of the sheet are one vertex.
 */
export function posedFrame(plan: Plan, replay: Replay, sideMm: number): Record<string, unknown> {
  const { shaped } = readPosed(plan, replay, { sideMm });
  const placed = placeForm(shaped.form);
  const numbers = new Map<string, number>();
  const coords: number[][] = [];
  const faces = shaped.form.pieces.map(({ sheet }, i) =>
    sheet.map(([x, y], k) => {
      const key = `${Math.round(x * 1e7)},${Math.round(y * 1e7)}`;
      const known = numbers.get(key);
      if (known !== undefined) return known;
      numbers.set(key, coords.length);
      return coords.push([...placed[i]![k]!]) - 1;
    }),
  );
  return {
    frame_title: 'shaped',
    frame_classes: ['foldedForm'],
    frame_attributes: ['3D'],
    vertices_coords: coords,
    faces_vertices: faces,
  };
}
