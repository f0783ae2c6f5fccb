import { type Camera, type Mesh, Raycaster, Vector2, Vector3 } from 'three';
import type { Surface } from '@jade/core/shaping';

type Spot = Surface['foot'];

/** A place on the paper that was pressed. */
export interface PosePick {
  readonly piece: number;
  readonly spot: Spot;
  /** On the sheet, in sides. */
  readonly sheet: readonly [number, number];
  /** In the flat model, in sides. */
  readonly model: readonly [number, number];
}

/** The paper under a pixel of the picture; `sides` are the meshes of both of its sides, of one geometry. */
export function pickPaper(
  { sheet, flat, pieces }: Surface,
  sides: readonly Mesh[],
  camera: Camera,
  [width, height]: readonly [number, number],
  [x, y]: readonly [number, number],
): PosePick | undefined {
  const ray = new Raycaster();
  ray.setFromCamera(new Vector2((x / width) * 2 - 1, 1 - (y / height) * 2), camera);
  const [hit] = ray.intersectObjects([...sides]);
  const face = hit?.faceIndex;
  if (!hit || face === undefined || face === null) return undefined;
  const position = sides[0]!.geometry.getAttribute('position');
  const corner = (k: number): Vector3 => new Vector3().fromBufferAttribute(position, face * 3 + k);
  const shares = sharesOf(hit.point, [corner(0), corner(1), corner(2)]);
  const at = (of: Float32Array, k: 0 | 1): number =>
    shares.reduce((sum, share, c) => sum + share * of[face * 6 + c * 2 + k]!, 0);
  return {
    piece: pieces[face]!,
    spot: [hit.point.x, hit.point.y, hit.point.z],
    sheet: [at(sheet, 0), at(sheet, 1)],
    model: [at(flat, 0), at(flat, 1)],
  };
}

/** Barycentric shares of a point of a triangle. */
function sharesOf(at: Vector3, [a, b, c]: readonly [Vector3, Vector3, Vector3]): readonly number[] {
  const area = (p: Vector3, q: Vector3, r: Vector3): number =>
    q.clone().sub(p).cross(r.clone().sub(p)).length();
  const whole = Math.max(area(a, b, c), Number.MIN_VALUE);
  return [area(at, b, c) / whole, area(a, at, c) / whole, area(a, b, at) / whole];
}
