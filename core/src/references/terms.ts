/** A word of the craft as it stands in a step's sentence, and what it means. */
export interface Term {
  readonly word: string;
  readonly meaning: string;
  /** How it stands in a sentence; groups catch nothing. */
  readonly says: string;
}

/** Words of sentences a folder may ask for; names of places first, so that the longer word is found. */
export const terms: readonly Term[] = [
  {
    word: 'corner',
    meaning:
      'a corner of the sheet; they are A to D (to H) counter-clockwise, and keep their names wherever they lie',
    says: String.raw`corners? [A-H](?: \([^)]*\))?`,
  },
  {
    word: 'centre O',
    meaning: 'the middle of the sheet; of a half square the middle of its long edge',
    says: 'the centre O',
  },
  {
    word: 'middle of an edge',
    meaning: 'half way between two corners of the sheet',
    says: String.raw`the middles? of [A-H]{2}`,
  },
  { word: 'diagonal', meaning: 'the line between two opposite corners', says: String.raw`diagonal [A-H]{2}` },
  {
    word: 'crease',
    meaning: 'a line that was folded before and lies flat now; c and a number, by the step that made it',
    says: String.raw`\bc\d+\b`,
  },
  {
    word: 'mark',
    meaning: 'a short crease that only shows a place; m and a number, by the step that pinched it',
    says: String.raw`\bm\d+\b`,
  },
  { word: 'raw edge', meaning: 'an edge of the sheet itself', says: 'raw edges?' },
  { word: 'folded edge', meaning: 'an edge along which the paper is folded', says: 'folded edges?' },
  {
    word: 'layer',
    meaning: 'one thickness of the paper where it lies on itself',
    says: String.raw`\blayers?\b`,
  },
  {
    word: 'flap',
    meaning: 'paper that hangs on the model by one line and can be turned about it',
    says: String.raw`\bflaps?\b`,
  },
  {
    word: 'to taste',
    meaning: 'nothing later is found by it: a little more or less makes the model another, not a wrong one',
    says: 'To taste',
  },
  {
    word: 'behind',
    meaning: 'on the other face of the model: turn it over, fold, and turn it back',
    says: String.raw`\bbehind\b`,
  },
  {
    word: 'clockwise',
    meaning: 'as the hands of a clock turn, seen from above; counter-clockwise is the other way',
    says: '(?:counter-)?clockwise',
  },
];

/** A piece of a sentence, with the term it is where it is one. */
export interface SaidPart {
  readonly text: string;
  readonly term?: Term;
}

const ALL = new RegExp(terms.map((t) => `(${t.says})`).join('|'), 'g');

/** Parts a sentence at its terms; put together they are the sentence. */
export function partTerms(sentence: string): SaidPart[] {
  const parts: SaidPart[] = [];
  let from = 0;
  for (const match of sentence.matchAll(ALL)) {
    const which = match.slice(1).findIndex((g) => g !== undefined);
    if (match.index > from) parts.push({ text: sentence.slice(from, match.index) });
    parts.push({ text: match[0], term: terms[which]! });
    from = match.index + match[0].length;
  }
  if (from < sentence.length) parts.push({ text: sentence.slice(from) });
  return parts;
}
