/** The program's own typefaces as files, for pages that are written outside a browser. Runs in Node only. */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { PageFonts } from '../src/booklet/index.ts';
import { toSfnt } from './sfnt.ts';

const require = createRequire(import.meta.url);
const read = (family: string, weight: number): Uint8Array =>
  toSfnt(readFileSync(require.resolve(`@fontsource/${family}/files/${family}-latin-${weight}-normal.woff`)));

let known: PageFonts | undefined;

/** Brygada for heads, Source Sans for text; read once. */
export const readPageFonts = (): PageFonts =>
  (known ??= {
    head: read('brygada-1918', 600),
    text: read('source-sans-3', 400),
    strong: read('source-sans-3', 600),
  });
