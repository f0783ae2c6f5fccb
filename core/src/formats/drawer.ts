import Papa from 'papaparse';
import { type Outcome, done, failed } from '../outcome/index.ts';
import { type DrawerPaper, drawerPaperSchema, unknownPaper } from '../paper/index.ts';
import { readCell, toCsv } from './tables.ts';

/** Columns of a drawer as CSV, in their order; lengths in mm, weight in g/m2, colours as #rrggbb. */
const COLUMNS = [
  'id',
  'name',
  'kind',
  'grammage',
  'caliperMm',
  'frontName',
  'frontHex',
  'backName',
  'backHex',
  'widthMm',
  'heightMm',
  'count',
  'note',
  'price',
  'grain',
  'memory',
  'lowAt',
] as const satisfies readonly (keyof DrawerPaper)[];
const NUMBERS: readonly string[] = [
  'grammage',
  'caliperMm',
  'widthMm',
  'heightMm',
  'count',
  'price',
  'lowAt',
];
/** Columns a file may leave out. */
const OPTIONAL: readonly string[] = [
  'grammage',
  'caliperMm',
  'note',
  'id',
  'price',
  'grain',
  'memory',
  'lowAt',
];
const NEEDED = COLUMNS.filter((c) => !OPTIONAL.includes(c));

/** The drawer as CSV with a heading line (RFC 4180); what is not known is empty. */
export const toDrawerCsv = (papers: readonly DrawerPaper[]): string =>
  toCsv(papers.map((p) => Object.fromEntries(COLUMNS.map((c) => [c, p[c]]))));

/** A drawer of thousands of papers is shorter than this. */
const MOST_LETTERS = 2_000_000;
/** So much of a cell is quoted; a quotation mark that is not closed makes one cell of a whole file. */
const MOST_QUOTED = 40;

const shorten = (cell: string): string => {
  const line = cell.replace(/\s+/g, ' ');
  return line.length > MOST_QUOTED ? `${line.slice(0, MOST_QUOTED)} …` : line;
};

/**
 * Papers from CSV. Missing columns and lines that are no paper are told with their place, and then nothing is taken;
 * `nameId` gives papers without an id one.
 */
export function readDrawerCsv(
  text: string,
  nameId: (line: number) => string,
): Outcome<DrawerPaper[], string> {
  if (text.length > MOST_LETTERS)
    return failed(
      `The file has ${text.length} letters; a drawer has at most ${MOST_LETTERS}. Take it in as several files.`,
    );
  const { data, meta } = Papa.parse<Record<string, string>>(text.trim(), {
    header: true,
    skipEmptyLines: true,
  });
  const missing = NEEDED.filter((c) => !meta.fields?.includes(c));
  if (missing.length > 0)
    return failed(
      `The file has no column ${missing.map((c) => `"${c}"`).join(', ')}; its first line must name the columns ${COLUMNS.join(', ')}.`,
    );
  const papers: DrawerPaper[] = [];
  for (const [i, row] of data.entries()) {
    const read = Object.fromEntries(
      COLUMNS.flatMap((c) => {
        const value = readCell((row[c] ?? '').trim());
        // What is left empty here is as for a paper nothing more is known of.
        return value === '' && c in unknownPaper ? [] : [[c, value] as const];
      }).map(([c, value]) => {
        if (NUMBERS.includes(c)) return [c, value === '' ? null : Number(value)];
        return [c, c === 'id' && value === '' ? nameId(i + 2) : value];
      }),
    );
    const parsed = drawerPaperSchema.safeParse(read);
    if (!parsed.success) {
      const { path, message } = parsed.error.issues[0]!;
      return failed(
        `Line ${i + 2}, column "${String(path[0])}": "${shorten(row[String(path[0])] ?? '')}" does not do (${message}). Nothing was taken; mend the line and read the file again.`,
      );
    }
    papers.push(parsed.data);
  }
  return papers.length === 0 ? failed('The file names no paper below its first line.') : done(papers);
}
