/** The program's own typefaces as files, for pages that are written outside a browser. Runs in Node only. */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { PageFonts } from '../src/booklet/index.ts';
import { toSfnt } from './sfnt.ts';

const require = createRequire(import.meta.url);
const read = (file: string): Uint8Array => toSfnt(readFileSync(file));

let known: PageFonts | undefined;

/** Brygada for heads, Source Sans for text; read once. */
export const readPageFonts = (): PageFonts =>
  (known ??= {
    head: read(require.resolve('@fontsource/brygada-1918/files/brygada-1918-latin-600-normal.woff')),
    text: read(require.resolve('@fontsource/source-sans-3/files/source-sans-3-latin-400-normal.woff')),
    strong: read(require.resolve('@fontsource/source-sans-3/files/source-sans-3-latin-600-normal.woff')),
  });
