/**
 * npm run laws: a long run of random moves on bases and figures, narrowed and halved, each held against the laws of
 * `core/test/walk.ts`. Prints a table by kind of move; `--moves N` and `--seed S` set the run, `--write` puts the table
 * into docs/benchmarks.md. Keeps the sequence of every fault in a temporary file. Fails when a law is broken.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { buildChance } from '../core/src/chance/index.ts';
import { buildCastPlans } from '../core/src/demo/index.ts';
import { type Fault, WALK_KINDS, beginWalk, pick, startSequences, stepWalk } from '../core/test/walk.ts';

const TABLE = 'docs/benchmarks.md';
const [BEGIN, END] = ['<!-- laws -->', '<!-- end of laws -->'];
const MOST_FACETS = 48;

const { values } = parseArgs({
  options: {
    moves: { type: 'string', default: '10000' },
    seed: { type: 'string', default: '1' },
    write: { type: 'boolean', default: false },
  },
});
const [wanted, seed] = [Number(values.moves), Number(values.seed)];
if (!(wanted > 0) || !Number.isInteger(seed)) {
  process.stderr.write('--moves takes a number above 0, --seed a whole number.\n');
  process.exit(2);
}

const FAULTS: readonly Fault[] = ['illegal', 'unfold refused', 'unfold changed', 'image differs', 'mixed'];
interface Row {
  tried: number;
  made: number;
  twins: number;
  readonly faults: Record<Fault, number>;
}
const kinds = Object.keys(WALK_KINDS);
const rows = new Map(
  kinds.map((kind): [string, Row] => [
    kind,
    {
      tried: 0,
      made: 0,
      twins: 0,
      faults: { illegal: 0, 'unfold refused': 0, 'unfold changed': 0, 'image differs': 0, mixed: 0 },
    },
  ]),
);
const figures = Object.values(buildCastPlans()).map((p) => ({
  sheet: p.sheet.shape,
  points: p.points,
  steps: p.steps.slice(0, Math.ceil(p.steps.length / 2)),
}));
const sequences = [...startSequences(), ...figures];
const chance = buildChance(seed * 15_485_863);
const began = Date.now();
let moves = 0;
while (moves < wanted) {
  let walk = beginWalk(sequences, chance, MOST_FACETS);
  for (let tries = 0; tries < 20 && moves < wanted; tries++) {
    const kind = pick(kinds, chance);
    const row = rows.get(kind)!;
    row.tried++;
    const next = stepWalk(walk, kind, chance, MOST_FACETS);
    if (!next) continue;
    moves++;
    row.made++;
    if (next.twin) row.twins++;
    for (const fault of next.faults) {
      row.faults[fault]++;
      const file = join(tmpdir(), `jade-law-${seed}-${moves}.json`);
      writeFileSync(file, JSON.stringify(next.walk.replay.sequence));
      process.stderr.write(`${kind}: ${fault}, seed ${seed}, move ${moves}; the sequence is in ${file}\n`);
    }
    if (!next.twin && next.faults.length === 0) walk = next.walk;
    if (moves % 500 === 0)
      process.stderr.write(`${moves} moves, ${((Date.now() - began) / 1000).toFixed(0)} s\n`);
  }
}

const head = ['kind', 'tried', 'made', ...FAULTS, 'twins'];
const lines = [
  `| ${head.join(' | ')} |`,
  `| ${head.map((_, i) => (i === 0 ? '---' : '--:')).join(' | ')} |`,
  ...[...rows].map(
    ([kind, r]) => `| ${[kind, r.tried, r.made, ...FAULTS.map((f) => r.faults[f]), r.twins].join(' | ')} |`,
  ),
];
process.stdout.write(`${lines.join('\n')}\n`);
if (values.write) {
  const text = readFileSync(TABLE, 'utf8');
  const [before, rest] = text.split(BEGIN);
  const after = rest?.split(END)[1];
  if (before === undefined || after === undefined) throw new Error(`${TABLE} has no place for the laws`);
  writeFileSync(
    TABLE,
    `${before}${BEGIN}\n\n${wanted} moves from seed ${seed}:\n\n${lines.join('\n')}\n\n${END}${after}`,
  );
}
process.exit([...rows.values()].some((r) => FAULTS.some((f) => r.faults[f] > 0)) ? 1 : 0);
