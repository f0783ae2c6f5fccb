import { readExact } from '../geometry/index.ts';
import { sayNumber, toFractionText } from '../units/index.ts';
import type { LineRef, PointRef } from './schema.ts';

/** Lasting short names of what steps leave on the paper: c1, c2 for creases, m1, m2 for pinch marks. */
export interface StepNames {
  readonly crease?: string;
  readonly mark?: string;
  readonly number: number;
  /** How many steps fold it again. */
  readonly repeats?: number;
}

/** What sentences call things: creases and marks by their step, corners by their limb where one is assigned. */
export interface Names {
  readonly get: (step: string) => StepNames | undefined;
  readonly limbs?: Readonly<Record<string, string>>;
}

/** As exactly as a folder can tell angles apart. */
export const sayDegrees = (degrees: number): string => sayNumber(Math.round(Math.abs(degrees) * 100) / 100);

export const lowerFirst = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);

export const sayList = (words: readonly string[]): string =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`;

/** How a crease is found: "corner B to m3", "along A and C". */
export function sayFoldLine(line: LineRef, names: Names): string {
  switch (line.kind) {
    case 'onto':
      return `${sayPoint(line.from, names)} to ${sayPoint(line.to, names)}`;
    case 'through':
      return sayThrough(line.a, line.b, names);
    case 'lineOnto':
      return `${sayLine(line.a, names)} onto ${sayLine(line.b, names)}`;
    case 'bisector':
      return `through ${sayPoint(line.at, names)}, halving the angle between ${sayPoint(line.from, names)} and ${sayPoint(line.to, names)}`;
    case 'across':
      return `straight across ${sayLine(line.to, names)} at ${sayPoint(line.at, names)}`;
    case 'beside':
      return `through ${sayPoint(line.at, names)}, even with ${sayLine(line.to, names)}`;
    case 'turned':
      return `through ${sayPoint(line.at, names)}, ${sayDegrees(line.degrees)}° ${line.degrees < 0 ? 'clockwise' : 'counter-clockwise'} from the way to ${sayPoint(line.towards, names)}`;
    case 'landing': {
      const by =
        line.by.kind === 'through'
          ? `with the crease through ${sayPoint(line.by.at, names)}`
          : `with the crease square to ${sayLine(line.by.to, names)}`;
      return `${sayPoint(line.from, names)} onto ${sayLine(line.on, names)}, ${by}`;
    }
    case 'ontoBoth':
      return `${sayPoint(line.from, names)} onto ${sayLine(line.on, names)} and ${sayPoint(line.other, names)} onto ${sayLine(line.onto, names)}, both at once`;
    case 'mirrored':
      return `along the mirror image of ${sayLine(line.line, names)} in ${sayLine(line.in, names)}`;
    case 'crease':
      return `along ${sayLine(line, names)}`;
  }
}

/** A second line beside a first one: what both have in common is not said again. */
export function sayNextLine(line: LineRef, first: LineRef, names: Names): string {
  const [at, isAlike] = [
    (l: LineRef & { at: PointRef }): string => sayPoint(l.at, names),
    (a: PointRef | LineRef, b: PointRef | LineRef): boolean => JSON.stringify(a) === JSON.stringify(b),
  ];
  if (
    line.kind === 'turned' &&
    first.kind === 'turned' &&
    isAlike(line.towards, first.towards) &&
    Math.sign(line.degrees) === Math.sign(first.degrees)
  )
    return `through ${at(line)} at ${sayDegrees(line.degrees)}°`;
  if (line.kind === 'beside' && first.kind === 'beside' && isAlike(line.to, first.to))
    return `through ${at(line)}, even with it`;
  if (line.kind === 'across' && first.kind === 'across' && isAlike(line.to, first.to))
    return `at ${at(line)}`;
  return sayFoldLine(line, names);
}

function sayThrough(a: PointRef, b: PointRef, names: Names): string {
  const pair = sayPair([a, b], names);
  const simple = a.kind !== 'meet' && b.kind !== 'meet';
  if (!pair.startsWith('the line')) return `along ${pair}`;
  return `through ${sayPoint(a, names)} and ${simple ? '' : 'through '}${sayPoint(b, names)}`;
}

export function sayLine(line: LineRef, names: Names): string {
  if (line.kind === 'through') return sayPair([line.a, line.b], names);
  if (line.kind === 'crease') {
    const made = names.get(line.step);
    return made ? (made.crease ?? `the crease of step ${made.number}`) : 'a crease that is gone';
  }
  return `the line ${sayFoldLine(line, names)}`;
}

const DIAGONALS = new Set(['AC', 'CA', 'BD', 'DB']);
const EDGES = new Set(['AB', 'BC', 'CD', 'DA', 'BA', 'CB', 'DC', 'AD']);

export function sayPair(pair: readonly [PointRef, PointRef], names: Names): string {
  const corners = [...new Set(pair.flatMap(cornersIn))].join('');
  if (EDGES.has(corners)) return `edge ${corners}`;
  if (DIAGONALS.has(corners)) return `diagonal ${corners}`;
  return `the line from ${shortPoint(pair[0], names)} to ${shortPoint(pair[1], names)}`;
}

/** Names a point is made of by going along from one corner to another; other points count as themselves. */
function cornersIn(ref: PointRef): string[] {
  if (ref.kind === 'along' || ref.kind === 'between')
    return [...cornersIn(ref.from), ...cornersIn(ref.to)].sort();
  return ref.kind === 'named' ? [ref.name] : ['?', '?'];
}

/** A point in words: "corner B", "the centre O", "m3", "3/4 of the way from O to B". */
export function sayPoint(ref: PointRef, names: Names): string {
  switch (ref.kind) {
    case 'named':
      if (ref.name === 'O') return 'the centre O';
      if (ref.name.startsWith('mid ')) return `the middle of ${ref.name.slice(4)}`;
      if (!/^[A-D]$/.test(ref.name)) return ref.name;
      return `corner ${ref.name}${names.limbs?.[ref.name] ? ` (${names.limbs[ref.name]!.toLowerCase()})` : ''}`;
    case 'sheet': {
      const [x, y] = [readExact(ref.at[0]), readExact(ref.at[1])];
      return x.ok && y.ok
        ? `the point ${toFractionText(x.value)}, ${toFractionText(y.value)}`
        : 'a point without a value';
    }
    case 'unfolded':
      return sayPoint(ref.of, names);
    case 'along':
    case 'between': {
      const share = readExact(ref.share);
      const text = share.ok ? toFractionText(share.value) : String(ref.share);
      return text === '1/2'
        ? `halfway from ${shortPoint(ref.from, names)} to ${shortPoint(ref.to, names)}`
        : `${text} of the way from ${shortPoint(ref.from, names)} to ${shortPoint(ref.to, names)}`;
    }
    case 'mark': {
      const made = names.get(ref.step);
      return made ? (made.mark ?? `the mark of step ${made.number}`) : 'a mark that is gone';
    }
    case 'meet':
      return `the place where ${sayLine(ref.b, names)} meets ${sayLine(ref.a, names)}`;
    case 'mirror':
      return `the mirror image of ${sayPoint(ref.point, names)} in ${sayLine(ref.line, names)}`;
    case 'foot':
      return `the foot of ${sayPoint(ref.point, names)} on ${sayLine(ref.line, names)}`;
  }
}

export const shortPoint = (ref: PointRef, names: Names): string =>
  ref.kind === 'named' && !ref.name.startsWith('mid ') ? ref.name : sayPoint(ref, names);
