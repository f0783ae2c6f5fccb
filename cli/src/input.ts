import { readFileSync, statSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { type Assignment, type CreasePattern, buildPattern } from '@jade/core/creases';
import { buildCastPlans } from '@jade/core/demo';
import { readPlanFile } from '@jade/core/documents';
import { type DashMeaning, dashMeaning, readFold, readSvg } from '@jade/core/formats';
import { type Figure, readFigure } from '@jade/core/parts';
import type { Plan } from '@jade/core/plan';
import type { SheetShape } from '@jade/core/sheet';
import { readLength } from '@jade/core/units';

/** Bad input: one clear line with place, limit and remedy. */
export class BadInput extends Error {}

type Options = Record<string, { type: 'string' | 'boolean' }>;

/** Positional arguments and options of a verb; unknown options are bad input. */
export function readArgs(
  args: readonly string[],
  options: Options,
  positionals: number,
): { files: string[]; values: Record<string, string | boolean | undefined> } {
  let parsed;
  try {
    parsed = parseArgs({ args: [...args], options, allowPositionals: true, strict: true });
  } catch (fault) {
    throw new BadInput((fault as Error).message.split('\n')[0]!);
  }
  if (parsed.positionals.length < positionals)
    throw new BadInput('a file is missing; name it after the verb.');
  if (parsed.positionals.length > Math.max(1, positionals))
    throw new BadInput(`one file is taken, and ${parsed.positionals.length} were named.`);
  return { files: parsed.positionals, values: parsed.values as Record<string, string | boolean | undefined> };
}

const MOST_BYTES = 20_000_000;

function readText(file: string): string {
  try {
    const { size } = statSync(file);
    if (size > MOST_BYTES)
      throw new BadInput(
        `${file} has ${(size / 1e6).toFixed(0)} MB, and at most ${MOST_BYTES / 1e6} MB are read.`,
      );
    return readFileSync(file, 'utf8');
  } catch (fault) {
    if (fault instanceof BadInput) throw fault;
    throw new BadInput(
      `${file} cannot be read: ${(fault as NodeJS.ErrnoException).code === 'ENOENT' ? 'there is no such file' : (fault as Error).message}.`,
    );
  }
}

/** A crease pattern from a .fold or .svg file, with the rounding error of its coordinates. */
export function readPattern(
  file: string,
  map?: string | boolean,
): { pattern: CreasePattern; precision: number } {
  const text = readText(file);
  const read = /\.svg$/i.test(file) ? readSvg(text, readMeaning(map)) : readFold(text);
  if (!read.ok) throw new BadInput(`${file}: ${read.fault[0]!.text}`);
  const pattern = buildPattern(read.value.input);
  if (!pattern.ok) throw new BadInput(`${file}: ${pattern.fault[0]!.text}`);
  return { pattern: pattern.value, precision: read.value.precision };
}

/** "dashed=M,chain=V": what kinds of lines of an SVG mean, where not as written by this program. */
function readMeaning(map: string | boolean | undefined): DashMeaning {
  const meaning: Record<string, Assignment> = { ...dashMeaning };
  for (const part of typeof map === 'string' ? map.split(',') : []) {
    const [kind, letter] = part.split('=').map((s) => s.trim()) as [string, string | undefined];
    if (!Object.hasOwn(meaning, kind) || !letter || !'BMVUF'.includes(letter))
      throw new BadInput(
        `--map holds "${part}"; write kinds of lines as ${Object.keys(meaning).join(', ')}, each with B, M, V, U or F: dashed=V,chain=M.`,
      );
    meaning[kind] = letter as Assignment;
  }
  return meaning as DashMeaning;
}

function readJson(file: string, what: string): unknown {
  try {
    return JSON.parse(readText(file));
  } catch (fault) {
    if (fault instanceof BadInput) throw fault;
    throw new BadInput(`${file}: it is not JSON; ${what}.`);
  }
}

export function readPlan(file: string): Plan {
  const name = /^demo:(.*)$/.exec(file)?.[1];
  if (name !== undefined) {
    const plans = buildCastPlans();
    if (!Object.hasOwn(plans, name))
      throw new BadInput(
        `there is no plan "${name}" in the demo; the plans are ${Object.keys(plans).join(', ')}.`,
      );
    return plans[name]!;
  }
  const value = readJson(file, 'a plan file is saved by Export');
  const read = readPlanFile(value);
  if (!read.ok) throw new BadInput(`${file}: ${read.fault[0]!.text}`);
  return read.value.plan;
}

/** A whole number of an option within limits. */
export function readCount(
  value: string | boolean | undefined,
  name: string,
  low: number,
  high: number,
): number | undefined {
  if (value === undefined) return undefined;
  const number = Number(value);
  if (!Number.isInteger(number) || number < low || number > high)
    throw new BadInput(`--${name} is "${String(value)}"; write a whole number from ${low} to ${high}.`);
  return number;
}

/** "240x240mm" as two lengths in mm. */
export function readBox(
  value: string | boolean | undefined,
  name: string,
): { widthMm: number; heightMm: number } {
  const parts = /^\s*([^x]+)x(.+?)\s*$/.exec(String(value ?? ''));
  if (!parts) throw new BadInput(`--${name} is missing or no size; write it as 240x240mm.`);
  const unit = /[a-z"]+\s*$/i.exec(parts[2]!)?.[0] ?? '';
  const [w, h] = [
    readLength(/[a-z"]/i.test(parts[1]!) ? parts[1]! : parts[1]! + unit),
    readLength(parts[2]!),
  ];
  if (!w.ok) throw new BadInput(`--${name}: ${w.fault}`);
  if (!h.ok) throw new BadInput(`--${name}: ${h.fault}`);
  return { widthMm: w.value, heightMm: h.value };
}

/** "height=120mm": a dimension of the finished model and its length in mm. */
export function readTarget(value: string | boolean | undefined): {
  dimension: 'height' | 'length';
  mm: number;
} {
  const [dimension, length] = String(value ?? '').split('=') as [string, string | undefined];
  if ((dimension !== 'height' && dimension !== 'length') || !length)
    throw new BadInput('--target is missing or no size; write it as height=120mm or length=9 7/16in.');
  const read = readLength(length);
  if (!read.ok) throw new BadInput(`--target: ${read.fault}`);
  if (!(read.value > 0)) throw new BadInput('--target: a size is more than 0; write it as height=120mm.');
  return { dimension, mm: read.value };
}

/** A stick figure from a file. */
export function readFigureFile(file: string): Figure {
  const read = readFigure(readJson(file, 'a stick figure has nodes and limbs'));
  if (!read.ok) throw new BadInput(`${file}: ${read.fault[0]!.text}`);
  return read.value;
}

/** "square", "a:b" (width : height), "half-square", "hexagon" or "octagon". */
export function readSheet(value: string | boolean | undefined): SheetShape {
  const text = String(value ?? 'square').trim();
  if (text === 'square') return { kind: 'square' };
  if (text === 'half-square') return { kind: 'triangle' };
  if (text === 'hexagon' || text === 'octagon') return { kind: text };
  const parts = /^(\d+(?:\.\d+)?):(\d+(?:\.\d+)?)$/.exec(text);
  const [width, height] = [Number(parts?.[1]), Number(parts?.[2])];
  if (!(width > 0 && height > 0) || Math.max(width / height, height / width) > 50)
    throw new BadInput(
      `--sheet is "${text}"; write square, half-square, hexagon, octagon, or a rectangle as 1:1.414 (at most 50:1).`,
    );
  return width === height ? { kind: 'square' } : { kind: 'rectangle', width, height };
}

/** A number of an option within limits. */
export function readAmount(
  value: string | boolean | undefined,
  name: string,
  low: number,
  high: number,
): number | undefined {
  if (value === undefined) return undefined;
  const number = Number(value);
  if (!(number >= low && number <= high))
    throw new BadInput(`--${name} is "${String(value)}"; write a number from ${low} to ${high}.`);
  return number;
}
