import { buildEffort } from '@jade/core/effort';
import { lineThrough } from '@jade/core/geometry';
import {
  type MarkTarget,
  MarkTable,
  type WrittenTarget,
  amplificationOf,
  findMark,
  proveExact,
} from '@jade/core/alignments';
import { writeMark } from '@jade/core/ways';
import { sayStep } from '@jade/core/sequence';
import { readLength } from '@jade/core/units';
import { BadInput, readArgs, readCount } from './input.ts';
import { type Verb, valueOf } from './verb.ts';

/** Levels of the table: four creases on a square take a second or two. */
const DEEPEST = 4;
const EDGE = 'AB';

/** Marks found by folding. */
export const markVerbs: Record<string, Verb> = {
  marks: {
    usage:
      'marks (--fraction a/b | --point x,y | --line a,b,c) [--sheet 300mm] [--tolerance 0.5mm] [--creases N] [--best K] [--both]',
    about:
      'Ways to fold a mark on a square, exact ones (proved in exact numbers) first: a fraction of the lower edge from its left corner, a point in sheet sides, or the line ax + by = c. Carrying a mark square to the edge is not counted as a crease. --both also brings two marks onto two lines at once, in three creases and what their crossings reach. Amplification: how far the mark moves for one unit of slip at every crease end.',
    run(args) {
      const { values } = readArgs(
        args,
        {
          ...Object.fromEntries(
            ['fraction', 'point', 'line', 'sheet', 'tolerance', 'creases', 'best'].map((name) => [
              name,
              { type: 'string' as const },
            ]),
          ),
          both: { type: 'boolean' as const },
        },
        0,
      );
      const target = readTarget(values);
      const written = writtenOf(values);
      const sideMm = readMm(values.sheet ?? '300mm', 'sheet');
      const tolerance = readMm(values.tolerance ?? '0.5mm', 'tolerance') / sideMm;
      const creases = readCount(values.creases, 'creases', 1, 8) ?? 6;
      const best = readCount(values.best, 'best', 1, 50) ?? 3;
      const both = values.both === true;
      const table = new MarkTable({ kind: 'square' }, both);
      // What cannot be marked at all is said before the table is built.
      valueOf(findMark(table, target, { creases, tolerance, best: 1 }));
      const levels = Math.min(both ? DEEPEST - 1 : DEEPEST, creases);
      for (let level = 1; level <= levels; level++) table.grow(level, buildEffort(Infinity), level < levels);
      return valueOf(findMark(table, target, { creases, tolerance, best })).map((answer) => {
        const { steps, replay } = writeMark(table, answer, 'mark', EDGE);
        return {
          creases: answer.creases,
          error: answer.error,
          errorMm: answer.error * sideMm,
          exact: answer.exact && (written === undefined || proveExact(table, answer, written) === true),
          amplification: amplificationOf(table, answer),
          steps: steps.map((step) => ({ says: sayStep(step, replay.sequence), move: step.move })),
        };
      });
    },
  },
};

function readTarget({ fraction, point, line }: Record<string, string | boolean | undefined>): MarkTarget {
  const given = [fraction, point, line].filter((v) => v !== undefined);
  if (given.length !== 1)
    throw new BadInput('name one thing to mark: --fraction 3/11, --point 0.3,0.4 or --line 1,1,0.5.');
  if (fraction !== undefined) {
    const parts = /^\s*(\d+(?:\.\d+)?)\s*(?:\/\s*(\d+))?\s*$/.exec(String(fraction));
    const share = parts ? Number(parts[1]) / Number(parts[2] ?? 1) : NaN;
    if (!(share > 0 && share < 1))
      throw new BadInput(
        `--fraction is "${String(fraction)}"; write a fraction between 0 and 1, as 3/11 or 0.618.`,
      );
    return { kind: 'share', edge: EDGE, share };
  }
  if (point !== undefined) {
    const [x, y] = readNumbers(point, 'point', 2, '0.3,0.4');
    return { kind: 'point', at: [x!, y!] };
  }
  const [a, b, c] = readNumbers(line!, 'line', 3, '1,1,0.5') as [number, number, number];
  const size = Math.hypot(a, b);
  if (size < 1e-9) throw new BadInput('--line has no direction: a and b are both 0; write it as 1,1,0.5.');
  const foot: [number, number] = [(a * c) / size ** 2, (b * c) / size ** 2];
  return { kind: 'line', line: lineThrough(foot, [foot[0] - b / size, foot[1] + a / size])! };
}

/** The target as it was written, for the proof; a line by its three numbers has none. */
function writtenOf({
  fraction,
  point,
}: Record<string, string | boolean | undefined>): WrittenTarget | undefined {
  if (fraction !== undefined) return { kind: 'share', edge: EDGE, share: String(fraction) };
  const at = point === undefined ? [] : String(point).split(',');
  return at.length === 2 ? { kind: 'point', at: [at[0]!, at[1]!] } : undefined;
}

function readNumbers(value: string | boolean, name: string, count: number, example: string): number[] {
  const numbers = String(value).split(',').map(Number);
  if (numbers.length !== count || !numbers.every(Number.isFinite))
    throw new BadInput(`--${name} is "${String(value)}"; write ${count} numbers, as ${example}.`);
  return numbers;
}

function readMm(value: string | boolean, name: string): number {
  const read = readLength(String(value));
  if (!read.ok) throw new BadInput(`--${name}: ${read.fault}`);
  if (!(read.value > 0)) throw new BadInput(`--${name}: a size is more than 0; write it as 300mm.`);
  return read.value;
}
