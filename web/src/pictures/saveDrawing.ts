import { type Drawing, type Palette, toSvg } from '@jade/core/drawing';

/** Size of a saved drawing in px; a PNG has twice as many dots for print. */
const SIZE = 720;
const DOTS = 2;

interface Saved {
  readonly drawing: Drawing;
  readonly palette: Palette;
  readonly title: string;
  /** File name without its ending. */
  readonly file: string;
}

const render = ({ drawing, palette, title }: Saved): string =>
  toSvg(drawing, { width: SIZE, height: SIZE, palette, title, margin: 60 });

export function saveSvg(saved: Saved): void {
  handOver(new Blob([render(saved)], { type: 'image/svg+xml' }), `${saved.file}.svg`);
}

/** Saves the drawing as a picture so many dots wide; fails where the browser cannot. */
export async function savePng(saved: Saved, dots = SIZE * DOTS): Promise<void> {
  handOver(await toPng(saved, dots), `${saved.file}.png`);
}

/** Many drawings in one archive; `isOff` calls the work off between two of them. */
export async function saveAll(
  list: readonly Saved[],
  kind: 'svg' | 'png',
  file: string,
  isOff: () => boolean,
): Promise<void> {
  const entries: Record<string, Uint8Array> = {};
  for (const saved of list) {
    if (isOff()) return;
    entries[`${saved.file}.${kind}`] =
      kind === 'svg'
        ? new TextEncoder().encode(render(saved))
        : new Uint8Array(await (await toPng(saved)).arrayBuffer());
  }
  const { zipSync } = await import('fflate');
  handOver(
    new Blob([zipSync(entries) as Uint8Array<ArrayBuffer>], { type: 'application/zip' }),
    `${file}.zip`,
  );
}

async function toPng(saved: Saved, dots = SIZE * DOTS): Promise<Blob> {
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(render(saved))}`;
  await image.decode();
  const canvas = document.createElement('canvas');
  canvas.width = canvas.height = dots;
  const pen = canvas.getContext('2d');
  if (!pen) throw new Error('this browser draws no pictures; save the SVG instead');
  pen.fillStyle = '#ffffff';
  pen.fillRect(0, 0, canvas.width, canvas.height);
  pen.drawImage(image, 0, 0, canvas.width, canvas.height);
  const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'));
  if (!blob) throw new Error('this browser makes no PNG; save the SVG instead');
  return blob;
}

/** Gives a file to the person, as a download. */
export function handOver(blob: Blob, file: string): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(blob);
  link.download = file;
  link.click();
  // The browser has begun to read it by then.
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}
