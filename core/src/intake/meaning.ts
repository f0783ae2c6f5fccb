import type { Assignment } from '../creases/index.ts';
import { type LineLook, dashMeaning, inkWord } from '../formats/index.ts';

/** What lines of one look are taken as; "out" leaves them out. */
export const meanings = ['B', 'M', 'V', 'U', 'F', 'out'] as const satisfies readonly (Assignment | 'out')[];
export type Meaning = (typeof meanings)[number];

/** Words in names of layers, each for what its lines most likely are; the first that fits decides. */
const NAMES: readonly (readonly [RegExp, Meaning])[] = [
  [/mountain/i, 'M'],
  [/valley/i, 'V'],
  [/\b(edge|border|rim|raw|outline|cut|boundary|paper)/i, 'B'],
  [/\b(crease|rest|aux|unfolded|flat|hinge|help)/i, 'F'],
  [/\bfolded\b/i, 'U'],
  [/\b(text|note|legend|title|frame|page|grid|guide|dimension)/i, 'out'],
];

/**
 * What lines that look so most likely are: by their layer's name, else by how they are broken (the craft's printed
 * notation), else by their ink (black rim, red mountain, blue valley, grey or green crease).
 */
export function guessMeaning(look: LineLook): Meaning {
  if (look.isFilled) return 'out';
  const named = NAMES.find(([word]) => word.test(look.layer));
  if (named) return named[1];
  if (/^[BMVUF]$/.test(look.layer)) return look.layer as Meaning;
  if (look.dash !== 'solid') return dashMeaning[look.dash];
  switch (look.ink === null ? 'black' : inkWord(look.ink)) {
    case 'black':
      return 'B';
    case 'red':
      return 'M';
    case 'blue':
      return 'V';
    case 'grey':
    case 'green':
      return 'F';
    case 'other':
      return 'U';
  }
}
