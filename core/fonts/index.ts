/** The program's own typefaces as files, for pages that are written outside a browser. Runs in Node only. */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { PageFonts } from '../src/booklet/index.ts';

const require = createRequire(import.meta.url);
const read = (file: string): Uint8Array => readFileSync(file);

let known: PageFonts | undefined;

/** Brygada for heads, Source Sans for text, with all letters they have (Latin, Greek, Cyrillic); read once. */
export const readPageFonts = (): PageFonts =>
  (known ??= {
    head: read(require.resolve('@expo-google-fonts/brygada-1918/600SemiBold/Brygada1918_600SemiBold.ttf')),
    text: read(require.resolve('@expo-google-fonts/source-sans-3/400Regular/SourceSans3_400Regular.ttf')),
    strong: read(require.resolve('@expo-google-fonts/source-sans-3/600SemiBold/SourceSans3_600SemiBold.ttf')),
  });
