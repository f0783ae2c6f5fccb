import { type Outcome, done, failed } from '../outcome/index.ts';
import { type LengthUnit, readLength, sayNumber } from '../units/index.ts';
import type { Bound } from './range.ts';

export type WishedDimension = 'height' | 'length' | 'depth';

/** A size as it was written. */
export interface ReadSize {
  readonly dimension: WishedDimension;
  readonly mm: number;
  readonly tolerancePercent: number;
  readonly bound: Bound;
  readonly toMm: number | null;
  /** It is so many times another plan's size. */
  readonly like?: { readonly plan: string; readonly name: string; readonly share: number };
}

/** What a line may name beside lengths and days. */
export interface Known {
  readonly unit: LengthUnit;
  /** Today, "2026-12-01": a day without a year is the next one. */
  readonly today: string;
  /** Colours of both sides of the paper. */
  readonly colours?: Readonly<Record<'front' | 'back', string>>;
  /** Other plans with the sizes they wish, by the words they go by. */
  readonly others?: readonly {
    readonly plan: string;
    readonly name: string;
    readonly heightMm: number | null;
    readonly lengthMm: number | null;
  }[];
}

/** What a line says; what it does not say is left out. */
export interface ReadWishes {
  readonly copies?: number;
  readonly subject?: string;
  /** The first is the one the sheet is computed for. */
  readonly sizes: readonly ReadSize[];
  /** Parts in a colour of the paper; "everything" where no other colour shows. */
  readonly sides: readonly { readonly part: string; readonly side: 'front' | 'back' }[];
  /** Conversions the line gives that are off by more than 1 %: what holds is said. */
  readonly notes: readonly string[];
  /** "2026-12-19". */
  readonly date?: string;
  readonly rules?: 'square' | 'uncut' | 'pragmatic';
}

/** Longer lines are no sentence. */
const MOST_LETTERS = 400;
const USUAL_TOLERANCE = 5;

const DIMENSIONS: Readonly<Record<string, WishedDimension>> = {
  tall: 'height',
  high: 'height',
  height: 'height',
  long: 'length',
  wide: 'length',
  length: 'length',
  width: 'length',
  deep: 'depth',
  depth: 'depth',
};
const MONTHS = [
  ...['january', 'february', 'march', 'april', 'may', 'june', 'july', 'august', 'september', 'october'],
  ...['november', 'december'],
] as const;
const NUMBERS: Readonly<Record<string, number>> = {
  a: 1,
  an: 1,
  one: 1,
  two: 2,
  three: 3,
  four: 4,
  five: 5,
  six: 6,
  seven: 7,
};

const LENGTH = String.raw`(\d+(?:[.,]\d+)?(?:\s+\d+\s*/\s*\d+|\s*/\s*\d+)?\s*(?:mm|cm|inches|inch|in|")?)`;
const WORDS = Object.keys(DIMENSIONS).join('|');
const WITHIN = String.raw`(?:\s+(?:within|±|\+-)\s*(\d+(?:[.,]\d+)?)\s*%)?`;
const SIZE = new RegExp(
  String.raw`^(?:(exactly|about|around|at least|at most|no more than|not over|over|under|between|from)\s+)?${LENGTH}(?:\s*(?:to|and|-|–)\s*${LENGTH})?${WITHIN}\s+(?:in\s+)?(${WORDS})${WITHIN}$`,
  'i',
);

const BOUNDS: Readonly<Record<string, Bound>> = {
  'at least': 'least',
  over: 'least',
  'at most': 'most',
  'no more than': 'most',
  'not over': 'most',
  under: 'most',
  between: 'between',
  from: 'between',
};

/**
 * Reads wishes as a person writes them in one line: "3 barn owls, exactly 120 mm tall, at most 100 mm long, by 19 December; one
 * uncut square; face white, wings golden brown", "half as tall as the heron", "fits a 90 mm shelf". Parts stand between commas and
 * semicolons; bare lengths are in `unit`; a day without a year is the next one from `today` on. Fails with one sentence that names the part it does not understand.
 */
export function readWishes(
  text: string,
  { unit, today, colours, others = [] }: Known,
): Outcome<ReadWishes, string> {
  if (text.length > MOST_LETTERS)
    return failed(
      `The line has ${text.length} letters; write at most ${MOST_LETTERS}, the rest in the fields.`,
    );
  const parts = text
    .split(/[;\n]|,(?!\d)/)
    .flatMap((p) => p.split(/\s+and\s+(?=exactly|about|around|at least|at most|no more|not over|by\s)/i))
    .map((p) => p.trim().replace(/\.$/, ''))
    .filter((p) => p !== '');
  if (parts.length === 0)
    return failed(
      'Nothing is written; write such as: 3 owls, 90 mm tall, at most 70 mm long, by 19 December.',
    );
  const sizes: ReadSize[] = [];
  const sides: { part: string; side: 'front' | 'back' }[] = [];
  const notes: string[] = [];
  const found: { -readonly [K in keyof ReadWishes]?: ReadWishes[K] } = {};
  for (const [i, said] of parts.entries()) {
    const converted = readConversion(said, unit);
    if (converted && !converted.ok) return converted;
    const part = shelfAsHeight(converted ? converted.value.part : said);
    if (converted?.value.note) notes.push(converted.value.note);
    const size = readLike(part, others) ?? readSize(part, unit);
    if (size) {
      if (!size.ok) return size;
      if (sizes.some((s) => s.dimension === size.value.dimension))
        return failed(
          `Two sizes are given for the ${size.value.dimension}; write one, or "between … and …".`,
        );
      sizes.push(size.value);
      continue;
    }
    const day = readDay(part, today);
    if (day) {
      if (!day.ok) return day;
      found.date = day.value;
      continue;
    }
    const rules = readRules(part);
    if (rules) {
      found.rules = rules;
      continue;
    }
    const side = colours && readColour(part, colours);
    if (side) {
      sides.push(side);
      continue;
    }
    if (i > 0)
      return failed(
        `"${part}" is not understood; write a size (at most 100 mm long), a day (by 19 December), a part with its colour${
          colours ? ` (${colours.front} or ${colours.back})` : ''
        }, or the sheet (one uncut square).`,
      );
    const counted = /^(\d{1,4}|a|an|one|two|three|four|five|six|seven)\s*(?:x|×)?\s+(.+)$/i.exec(part);
    const copies = counted ? (NUMBERS[counted[1]!.toLowerCase()] ?? Number(counted[1])) : undefined;
    if (copies !== undefined && (copies < 1 || copies > 200))
      return failed(`${copies} copies are more than a plan takes; write 1 to 200.`);
    if (copies !== undefined) found.copies = copies;
    const subject = counted ? counted[2]! : part;
    if (/\d/.test(subject))
      return failed(
        `"${part}" is not understood; a size says what it is, such as 90 mm tall, 12 cm long or 40 mm deep.`,
      );
    found.subject = (copies ?? 1) > 1 ? subject.replace(/s$/i, '') : subject;
  }
  return done({ ...found, sizes, sides, notes });
}

function readSize(part: string, unit: LengthUnit): Outcome<ReadSize, string> | undefined {
  const match = SIZE.exec(part.replace(/\s+/g, ' '));
  if (!match) return undefined;
  const [, word, first, second, before, dimension, after] = match;
  const within = before ?? after;
  // "100 to 120 mm": the unit of the second counts for both.
  const own =
    /[a-z"]/i.exec(second ?? '') && !/[a-z"]/i.exec(first!)
      ? first! + second!.replace(/^[\d.,/\s]+/, ' ')
      : first!;
  const tidy = (length: string): string => length.replace(/inch(es)?/i, 'in').trim();
  const mm = readLength(tidy(own), unit);
  if (!mm.ok) return mm;
  const to = second === undefined ? undefined : readLength(tidy(second), unit);
  if (to && !to.ok) return to;
  const bound: Bound = to ? 'between' : (BOUNDS[word?.toLowerCase() ?? ''] ?? 'about');
  if (bound === 'between' && !to)
    return failed(`"${part}" has one end only; write such as between 60 and 70 mm ${dimension}.`);
  if (to && to.value <= mm.value)
    return failed(`"${part}" ends below where it begins; write the smaller length first.`);
  const tolerancePercent =
    within !== undefined
      ? Number(within.replace(',', '.'))
      : word?.toLowerCase() === 'exactly'
        ? 0
        : USUAL_TOLERANCE;
  if (tolerancePercent > 50) return failed(`Within ${within} % is no wish; write 0 to 50 %.`);
  return done({
    dimension: DIMENSIONS[dimension!.toLowerCase()]!,
    mm: mm.value,
    tolerancePercent,
    bound,
    toMm: to?.value ?? null,
  });
}

/** A conversion in brackets that differs by more is told: seven inches are not 180 mm. */
const MOST_ROUNDED = 0.01;

/** "7 in (180 mm) tall": the length before the brackets counts, and what it is in truth is said where they differ. */
function readConversion(
  part: string,
  unit: LengthUnit,
): Outcome<{ part: string; note?: string }, string> | undefined {
  const match = new RegExp(String.raw`^(.*?)${LENGTH}\s*\(\s*${LENGTH}\s*\)(.*)$`, 'i').exec(part);
  if (!match) return undefined;
  const [, before, own, other, after] = match;
  const tidy = (length: string): string => length.replace(/inch(es)?/i, 'in').trim();
  const [mm, said] = [readLength(tidy(own!), unit), readLength(tidy(other!), unit)];
  if (!mm.ok) return mm;
  if (!said.ok) return said;
  const off = Math.abs(said.value - mm.value) / mm.value;
  return done({
    part: `${before}${own} ${after}`.trim(),
    ...(off > MOST_ROUNDED
      ? {
          note: `${own!.trim()} is ${sayNumber(Math.round(mm.value * 10) / 10)} mm, not ${sayNumber(Math.round(said.value * 10) / 10)}.`,
        }
      : {}),
  });
}

/** What fits a shelf is at most as tall. */
const shelfAsHeight = (part: string): string =>
  part.replace(
    new RegExp(String.raw`^fits?\s+(?:on\s+|in\s+|under\s+)?(?:a|the|my)?\s*${LENGTH}\s+shelf$`, 'i'),
    'at most $1 tall',
  );

const SHARES: Readonly<Record<string, number>> = {
  half: 1 / 2,
  'a third': 1 / 3,
  'two thirds': 2 / 3,
  'a quarter': 1 / 4,
  'three quarters': 3 / 4,
  twice: 2,
  'three times': 3,
};
const LIKE =
  /^(?:(half|a third|two thirds|a quarter|three quarters|twice|three times|\d+(?:[.,]\d+)?\s*(?:%|times))\s+)?as\s+(tall|high|long|wide)\s+as\s+(?:the\s+)?(.+)$/i;

/** "half as tall as the heron": a share of what another plan wishes. */
function readLike(part: string, others: NonNullable<Known['others']>): Outcome<ReadSize, string> | undefined {
  const match = LIKE.exec(part);
  if (!match) return undefined;
  const [, word, how, name] = match;
  const share =
    word === undefined
      ? 1
      : (SHARES[word.toLowerCase()] ??
        parseFloat(word.replace(',', '.')) / (word.trim().endsWith('%') ? 100 : 1));
  const dimension = DIMENSIONS[how!.toLowerCase()]!;
  const other = others.find((o) => o.name.toLowerCase() === name!.toLowerCase());
  if (!other)
    return failed(`No other plan is called "${name}"; write a name of the cast as it stands there.`);
  const mm = dimension === 'height' ? other.heightMm : other.lengthMm;
  if (mm === null)
    return failed(
      `The ${other.name.toLowerCase()} has no ${dimension} wished yet; write one there first, or a length in mm.`,
    );
  return done({
    dimension,
    mm: mm * share,
    tolerancePercent: USUAL_TOLERANCE,
    bound: 'about',
    toMm: null,
    like: { plan: other.plan, name: other.name, share },
  });
}

/** "face white", "no white shows": a part and a colour of the paper, by its name or the last word of it. */
function readColour(
  part: string,
  colours: Readonly<Record<'front' | 'back', string>>,
): { part: string; side: 'front' | 'back' } | undefined {
  const plain = part.toLowerCase().replace(/\s+/g, ' ');
  for (const side of ['front', 'back'] as const) {
    const other = side === 'front' ? 'back' : 'front';
    const own = colours[side].toLowerCase();
    const names = [own, own.split(' ').at(-1)!].filter((n) => n !== '');
    // Where both sides end in one word only the whole name tells them apart.
    const isTold = names[1] !== colours[other].toLowerCase().split(' ').at(-1);
    for (const name of isTold ? names : [own]) {
      if (plain === `no ${name} shows` || plain === `no ${name}`) return { part: 'everything', side: other };
      if (plain.endsWith(` ${name}`)) {
        const what = part
          .slice(0, plain.length - name.length)
          .trim()
          .replace(/^the\s+/i, '')
          .replace(/\s+(is|are|in|shows)$/i, '');
        if (what !== '' && what.length <= 60) return { part: what, side };
      }
    }
  }
  return undefined;
}

function readDay(part: string, today: string): Outcome<string, string> | undefined {
  const plain = /^(?:by|before|until|for)\s+(.+)$/i.exec(part)?.[1]?.trim();
  if (plain === undefined) return undefined;
  const iso = /^(\d{4})-(\d{2})-(\d{2})$/.exec(plain);
  const named =
    /^(\d{1,2})\.?\s+([a-z]{3,})\.?(?:\s+(\d{4}))?$/i.exec(plain) ??
    /^([a-z]{3,})\s+(\d{1,2})(?:\s+(\d{4}))?$/i
      .exec(plain)
      ?.map((v, i, all) => (i === 1 ? all[2]! : i === 2 ? all[1]! : v));
  if (!iso && !named) return failed(`"${plain}" is not a day; write such as 19 December, or 2026-12-19.`);
  const month = iso ? Number(iso[2]) : MONTHS.findIndex((m) => m.startsWith(named![2]!.toLowerCase())) + 1;
  const date = Number(iso ? iso[3] : named![1]);
  const at = (year: number): string =>
    `${year}-${String(month).padStart(2, '0')}-${String(date).padStart(2, '0')}`;
  const said = iso ? Number(iso[1]) : named![3] === undefined ? undefined : Number(named![3]);
  const thisYear = Number(today.slice(0, 4));
  const year = said ?? (at(thisYear) >= today ? thisYear : thisYear + 1);
  const lasts = daysIn(year, month);
  if (date < 1 || date > lasts) return failed(`"${plain}" is not a day of the calendar; write another one.`);
  return done(at(year));
}

/** Days of a month of the Gregorian calendar; none where there is no such month. */
function daysIn(year: number, month: number): number {
  const isLeap = year % 4 === 0 && (year % 100 !== 0 || year % 400 === 0);
  return [31, isLeap ? 29 : 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31][month - 1] ?? 0;
}

function readRules(part: string): ReadWishes['rules'] | undefined {
  const plain = part.toLowerCase();
  if (/(one )?uncut square/.test(plain)) return 'square';
  if (/uncut|rectangle/.test(plain)) return 'uncut';
  return /whatever serves|cuts?\b|glue|pieces/.test(plain) ? 'pragmatic' : undefined;
}
