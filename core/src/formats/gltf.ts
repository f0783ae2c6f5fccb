import type { PaperSurface } from './solid.ts';

const MM_PER_METRE = 1000;
const [FLOAT, UNSIGNED, ARRAY, ELEMENTS] = [5126, 5125, 34962, 34963];

/**
 * The surface as glTF 2.0 (JSON, its data inside): triangles in metres, both faces shown in the colour of the paper's front.
 * Without normals readers shade it flat, as paper is.
 */
export function toGltf({ places, polygons }: PaperSurface, name: string, colour: string): string {
  const positions = new Float32Array(places.flatMap((p) => p.map((v) => v / MM_PER_METRE)));
  const indices = new Uint32Array(
    polygons.flatMap((p) => p.slice(2).flatMap((_, k) => [p[0]!, p[k + 1]!, p[k + 2]!])),
  );
  const bytes = new Uint8Array(positions.byteLength + indices.byteLength);
  bytes.set(new Uint8Array(positions.buffer), 0);
  bytes.set(new Uint8Array(indices.buffer), positions.byteLength);
  const along = (axis: number): number[] => places.map((p) => Math.fround(p[axis]! / MM_PER_METRE));
  const ends = (pick: (a: number, b: number) => number): number[] =>
    [0, 1, 2].map((axis) => along(axis).reduce((a, b) => pick(a, b)));
  return `${JSON.stringify({
    asset: { version: '2.0', generator: 'Jade Kite' },
    scene: 0,
    scenes: [{ nodes: [0] }],
    nodes: [{ mesh: 0, name: name || 'model' }],
    meshes: [
      { name: name || 'model', primitives: [{ attributes: { POSITION: 0 }, indices: 1, material: 0 }] },
    ],
    materials: [
      {
        name: 'paper',
        doubleSided: true,
        pbrMetallicRoughness: {
          baseColorFactor: [...linearOf(colour), 1],
          metallicFactor: 0,
          roughnessFactor: 0.9,
        },
      },
    ],
    accessors: [
      {
        bufferView: 0,
        componentType: FLOAT,
        count: places.length,
        type: 'VEC3',
        min: ends(Math.min),
        max: ends(Math.max),
      },
      { bufferView: 1, componentType: UNSIGNED, count: indices.length, type: 'SCALAR' },
    ],
    bufferViews: [
      { buffer: 0, byteOffset: 0, byteLength: positions.byteLength, target: ARRAY },
      { buffer: 0, byteOffset: positions.byteLength, byteLength: indices.byteLength, target: ELEMENTS },
    ],
    buffers: [{ byteLength: bytes.length, uri: `data:application/octet-stream;base64,${toBase64(bytes)}` }],
  })}\n`;
}

/** Colours of files are linear, those of screens are not (sRGB transfer function). */
const linearOf = (hex: string): number[] =>
  [1, 3, 5].map((i) => {
    const v = parseInt(hex.slice(i, i + 2), 16) / 255;
    return v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4;
  });

const DIGITS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/';

/** Base 64 (RFC 4648). */
function toBase64(bytes: Uint8Array): string {
  const parts: string[] = [];
  for (let i = 0; i < bytes.length; i += 3) {
    const [a, b, c] = [bytes[i]!, bytes[i + 1], bytes[i + 2]];
    const word = (a << 16) | ((b ?? 0) << 8) | (c ?? 0);
    parts.push(
      DIGITS[word >> 18]!,
      DIGITS[(word >> 12) & 63]!,
      b === undefined ? '=' : DIGITS[(word >> 6) & 63]!,
      c === undefined ? '=' : DIGITS[word & 63]!,
    );
  }
  return parts.join('');
}
