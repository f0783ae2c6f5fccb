/**
 * npm run bench: how long the engine and the pages take on this machine. Prints times, over how slow the machine is just now,
 * beside those of the committed table in docs/benchmarks.md, and says what became slower; nothing here passes or fails.
 * Names of families (layers, moves, shaping, ...) or "pages" measure these alone, "engine" leaves the pages out, and nothing
 * measures all but the drafts and random trees, which take many minutes. `--write` puts the new figures into the table and leaves the other rows.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import {
  type Row,
  families,
  growthOf,
  longFamilies,
  machineFactor,
  readTable,
  slowerThan,
  writeTable,
} from '../cli/src/bench/index.ts';
import { timePages } from './bench-pages.mts';

const TABLE = 'docs/benchmarks.md';

const asked = process.argv.slice(2).filter((word) => !word.startsWith('--'));
const engine = Object.keys(families).filter((name) => !longFamilies.includes(name));
const wanted =
  asked.length === 0 ? [...engine, 'pages'] : asked.flatMap((n) => (n === 'engine' ? engine : [n]));
const unknown = wanted.find((name) => name !== 'pages' && !Object.hasOwn(families, name));
if (unknown !== undefined)
  throw new Error(
    `There is no bench "${unknown}"; choose of ${[...Object.keys(families), 'pages', 'engine'].join(', ')}.`,
  );

const text = readFileSync(TABLE, 'utf8');
const before = readTable(text);
const rows: (Row & { factor: number })[] = [];
const growth: Record<string, number> = {};
for (const name of wanted) {
  const began = machineFactor();
  const measured = name === 'pages' ? await timePages() : [...families[name]!()];
  // The machine is shared: a family is told at the mean of how slow it was before and after.
  const factor = (began + machineFactor()) / 2;
  rows.push(...measured.map((row) => ({ ...row, factor })));
  Object.assign(growth, growthOf(measured));
  process.stderr.write(`${name} measured, machine ${factor.toFixed(2)}\n`);
}
console.table(
  rows.map(({ what, ms, factor }) => {
    const was = before.get(what);
    return {
      what,
      ms,
      'over machine': Number((ms / factor).toFixed(2)),
      before: was ? Number((was.ms / was.factor).toFixed(2)) : '',
    };
  }),
);
for (const [what, power] of Object.entries(growth)) console.log(`grows with the power ${power}: ${what}`);
for (const line of slowerThan(before, rows)) console.log(`SLOWER  ${line}`);

if (process.argv.includes('--write')) {
  const now = new Map(before);
  // A family that is measured anew leaves none of its old rows, whatever sizes these had.
  for (const what of before.keys())
    if (rows.some((row) => familyOf(row.what) === familyOf(what))) now.delete(what);
  for (const { what, ms, factor } of rows) now.set(what, { ms, factor });
  writeFileSync(TABLE, writeTable(text, now));
}

/** What rows of one kind have in common: their words up to the first number. */
function familyOf(what: string): string {
  return what.split(/\d/)[0]!.trim();
}
