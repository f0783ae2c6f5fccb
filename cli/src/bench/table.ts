import type { Row } from './time.ts';

/** A figure of the committed table: ms as measured, and the machine's factor when it was. */
export interface Figure {
  readonly ms: number;
  readonly factor: number;
}

/** More than this many times the committed figure, each over its machine's factor, is said to be slower. */
const SLOWER = 1.3;
/** Less than this, in ms, is noise of the clock. */
const NOISE_MS = 1;

const HEAD = '| what ';

/** The figures of the table that is headed `what`; rows without a factor were measured on the reference machine. */
export function readTable(text: string): Map<string, Figure> {
  const lines = text.split('\n');
  const from = lines.findIndex((line) => line.startsWith(HEAD));
  const found = new Map<string, Figure>();
  if (from < 0) return found;
  for (const line of lines.slice(from + 2)) {
    if (!line.startsWith('|')) break;
    const [, what, ms, factor] = line.split('|').map((cell) => cell.trim());
    if (what && ms && Number.isFinite(Number(ms)))
      found.set(what, { ms: Number(ms), factor: Number(factor) || 1 });
  }
  return found;
}

/** The text with its table's figures replaced; what is not among them goes. */
export function writeTable(text: string, figures: ReadonlyMap<string, Figure>): string {
  const cells = [
    ['what', 'ms', 'machine'],
    ...[...figures].map(([what, { ms, factor }]) => [what, ms.toFixed(1), factor.toFixed(2)]),
  ];
  const widths = [0, 1, 2].map((k) => Math.max(...cells.map((row) => row[k]!.length)));
  const toLine = (row: readonly string[]): string =>
    `| ${row.map((cell, k) => cell.padEnd(widths[k]!)).join(' | ')} |`;
  const [head, ...rows] = cells.map(toLine);
  const rule = `| ${widths.map((w) => '-'.repeat(w)).join(' | ')} |`;
  const lines = text.split('\n');
  const from = lines.findIndex((line) => line.startsWith(HEAD));
  if (from < 0) throw new Error('The text has no table that is headed "what".');
  let to = from;
  while (lines[to]?.startsWith('|')) to++;
  return [...lines.slice(0, from), head, rule, ...rows, ...lines.slice(to)].join('\n');
}

/** What became slower than the committed table says, each as one line. */
export function slowerThan(before: ReadonlyMap<string, Figure>, rows: readonly (Row & Figure)[]): string[] {
  return rows.flatMap(({ what, ms, factor }) => {
    const was = before.get(what);
    if (!was || ms - was.ms < NOISE_MS) return [];
    const times = ms / factor / (was.ms / was.factor);
    return times > SLOWER ? [`${what}: ${times.toFixed(1)} times as long as in the table`] : [];
  });
}
