/**
 * npm run bench: how long the engine and the pages take on this machine. Prints times beside those of the committed table in
 * docs/benchmarks.md; nothing here passes or fails. Names of families (layers, moves, shaping, ...) or "pages" measure these
 * alone, "engine" leaves the pages out, and nothing measures all but the drafts, which take minutes. `--write` puts the new
 * figures into the table and leaves the other rows.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { type Row, families } from '../cli/src/bench/index.ts';
import { timePages } from './bench-pages.mts';

const TABLE = 'docs/benchmarks.md';

const asked = process.argv.slice(2).filter((word) => !word.startsWith('--'));
const engine = Object.keys(families).filter((name) => name !== 'drafts');
const wanted =
  asked.length === 0 ? [...engine, 'pages'] : asked.flatMap((n) => (n === 'engine' ? engine : [n]));
const unknown = wanted.find((name) => name !== 'pages' && !Object.hasOwn(families, name));
if (unknown !== undefined)
  throw new Error(
    `There is no bench "${unknown}"; choose of ${[...Object.keys(families), 'pages', 'engine'].join(', ')}.`,
  );

const text = readFileSync(TABLE, 'utf8');
const before = new Map(
  text.split('\n').flatMap((line): [string, string][] => {
    const [, what, ms] = line.split('|').map((c) => c.trim());
    return what && ms && /^[\d.]+$/.test(ms) ? [[what, ms]] : [];
  }),
);
const rows: Row[] = [];
for (const name of wanted) {
  if (name === 'pages') rows.push(...(await timePages()));
  else for (const row of families[name]!()) rows.push(row);
  process.stderr.write(`${name} measured\n`);
}
console.table(rows.map(({ what, ms }) => ({ what, ms, before: before.get(what) ?? '' })));

if (process.argv.includes('--write')) {
  const now = new Map([...before, ...rows.map(({ what, ms }): [string, string] => [what, ms.toFixed(1)])]);
  const width = Math.max(...[...now.keys()].map((what) => what.length));
  const msWidth = Math.max(...[...now.values()].map((ms) => ms.length));
  const table = [
    `| ${'what'.padEnd(width)} | ${'ms'.padEnd(msWidth)} |`,
    `| ${'-'.repeat(width)} | ${'-'.repeat(msWidth)} |`,
    ...[...now].map(([what, ms]) => `| ${what.padEnd(width)} | ${ms.padEnd(msWidth)} |`),
  ].join('\n');
  writeFileSync(TABLE, text.replace(/\|[\s\S]*?\|\n(?=\n)/, `${table}\n`));
}
