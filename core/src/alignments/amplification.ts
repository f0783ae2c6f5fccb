import { type Line, type Point, crossingOf, lineOnto, lineThrough, sideOf } from '../geometry/index.ts';
import { invariant } from '../outcome/index.ts';
import {
  bringBoth,
  bringLines,
  bringOnto,
  creaseAcross,
  creaseThrough,
  landSquare,
  landThrough,
} from './alignments.ts';
import type { MarkAnswer } from './search.ts';
import type { Mark, MarkTable } from './table.ts';

/** A slip small enough that errors grow in proportion, in sheet sides. */
const PROBE = 1e-6;

/**
 * How far the mark moves for one unit of slip at every crease end, as a root sum of squares: every end of every crease is
 * displaced in turn and all that follows is folded again. For a line: the larger movement of its two ends.
 */
export function amplificationOf(table: MarkTable, answer: MarkAnswer): number {
  const exact = fold(table, answer);
  let sum = 0;
  for (const id of answer.lines) {
    for (const end of [0, 1] as const) {
      const moved = fold(table, answer, { id, end });
      sum += Math.max(...moved.map((p, i) => Math.hypot(p[0] - exact[i]![0], p[1] - exact[i]![1]))) ** 2;
    }
  }
  return Math.sqrt(sum) / PROBE;
}

interface Slip {
  readonly id: number;
  readonly end: 0 | 1;
}

/** Folds an answer again, with one crease slipped: the mark it ends in, or two places of the line. */
function fold(table: MarkTable, { lines, end }: MarkAnswer, slip?: Slip): Point[] {
  const made = new Map<number, Line>();
  const lineOf = (id: number): Line => made.get(id) ?? table.lineAt(id);
  const place = ({ a, b }: Pick<Mark, 'a' | 'b'>): Point => {
    const at = crossingOf(lineOf(a), lineOf(b));
    invariant(at, 'a mark stays where two lines cross');
    return at;
  };
  for (const id of lines) {
    const line = foldLine(table, id, lineOf, place);
    made.set(id, slip?.id === id ? displace(table, line, slip.end) : line);
  }
  switch (end.kind) {
    case 'crossing':
      return [place(end)];
    case 'carried':
      return [place(end)];
    case 'line':
      return endsOf(table, table.lineAt(end.id), lineOf(end.id));
    case 'onto':
    case 'through': {
      const make = end.kind === 'onto' ? lineOnto : lineThrough;
      const [given, now] = [make(end.p.at, end.q.at), make(place(end.p), place(end.q))];
      invariant(given && now, 'two marks stay apart');
      return endsOf(table, given, now);
    }
  }
}

/** A line of the table folded from its inputs as they lie now: the way nearest to how it lay. */
function foldLine(
  table: MarkTable,
  id: number,
  lineOf: (id: number) => Line,
  place: (mark: Mark) => Point,
): Line {
  const { kind, marks, lines } = table.originOf(id);
  const [p, q] = marks.map(place) as [Point, Point];
  const [l, m] = lines.map(lineOf) as [Line, Line];
  const sheet = table.bounds;
  const ways = ((): (Line | undefined)[] => {
    switch (kind) {
      case 'onto':
        return [bringOnto(p, q)];
      case 'through':
        return [creaseThrough(p, q)];
      case 'lineOnto':
        return bringLines(sheet, l, m);
      case 'across':
        return [creaseAcross(sheet, p, l)];
      case 'landThrough':
        return landThrough(sheet, p, l, q);
      case 'landSquare':
        return [landSquare(sheet, p, l, m)];
      case 'ontoBoth':
        return bringBoth(sheet, p, l, q, m);
    }
  })();
  const was = table.lineAt(id);
  const off = (line: Line): number => Math.max(...chordOf(table, was).map((e) => Math.abs(sideOf(line, e))));
  const known = ways.flatMap((w) => (w ? [w] : []));
  // A slip at the very rim can push a fold off the sheet: it then stays where it was.
  return known.length === 0 ? was : known.reduce((a, b) => (off(b) < off(a) ? b : a));
}

function chordOf({ bounds }: MarkTable, line: Line): readonly [Point, Point] {
  const ends = bounds.ends(line);
  invariant(ends, 'a crease of the table lies on the sheet');
  return ends;
}

function displace(table: MarkTable, line: Line, end: 0 | 1): Line {
  const ends: [Point, Point] = [...chordOf(table, line)];
  const [x, y] = ends[end];
  ends[end] = [x + PROBE * line.normal[0], y + PROBE * line.normal[1]];
  return lineThrough(...ends)!;
}

/** Where the ends of a line have come to. */
function endsOf(table: MarkTable, given: Line, now: Line): Point[] {
  const [nx, ny] = given.normal;
  return chordOf(table, given).map(([x, y]) => {
    const off = sideOf(now, [x, y]) / (now.normal[0] * nx + now.normal[1] * ny);
    return [x - off * nx, y - off * ny];
  });
}
