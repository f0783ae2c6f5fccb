import { MOST_PHOTO_BYTES, PHOTO_PX } from '@jade/core/plan';

/** A photograph made small enough to be kept. */
export interface ReadPhoto {
  readonly type: 'image/jpeg';
  readonly widthPx: number;
  readonly heightPx: number;
  /** In base64. */
  readonly data: string;
}

/** Larger files are not opened: a browser would need gigabytes for their picture. */
const MOST_FILE_MB = 40;
/** How well it is kept, tried in this order until it is small enough. */
const QUALITIES = [0.85, 0.7, 0.5] as const;

/** Reads a photograph from a file, upright, its longer side at most `PHOTO_PX`. Fails with one sentence. */
export async function readPhoto(file: File): Promise<ReadPhoto | string> {
  if (file.size > MOST_FILE_MB * 1024 * 1024)
    return `${file.name} has ${Math.round(file.size / 1024 / 1024)} MB; photographs of up to ${MOST_FILE_MB} MB are taken in. Save it smaller first.`;
  let picture: ImageBitmap;
  try {
    picture = await createImageBitmap(file, { imageOrientation: 'from-image' });
  } catch {
    return `${file.name} is no picture this browser can read; choose a JPEG, PNG or WebP file.`;
  }
  const share = Math.min(1, PHOTO_PX / Math.max(picture.width, picture.height));
  const [widthPx, heightPx] = [picture.width, picture.height].map((v) =>
    Math.max(1, Math.round(v * share)),
  ) as [number, number];
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [widthPx, heightPx];
  canvas.getContext('2d')!.drawImage(picture, 0, 0, widthPx, heightPx);
  picture.close();
  for (const quality of QUALITIES) {
    const data = canvas.toDataURL('image/jpeg', quality).split(',')[1] ?? '';
    if (data.length * 0.75 <= MOST_PHOTO_BYTES) return { type: 'image/jpeg', widthPx, heightPx, data };
  }
  return `${file.name} stays over ${MOST_PHOTO_BYTES / 1e6} MB however it is saved; crop it to the model first.`;
}
