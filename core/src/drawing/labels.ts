import { type Point, distance } from '../geometry/index.ts';
import { type Box, isWithin } from './frame.ts';

/** A name to be put beside its landmark, in px of the picture (y down). */
export interface Label {
  readonly at: Point;
  readonly text: string;
}

/** Where a name stands: the left end of its base line, and the stroke that leads to it where it stands apart. */
export interface PlacedLabel {
  readonly base: Point;
  readonly leader?: readonly [Point, Point];
}

/** What names keep clear of, in px. */
export interface Surroundings {
  readonly box: Box;
  /** The paper: names stand outside it where they can. */
  readonly paper: readonly (readonly Point[])[];
  /** Lines and arrows of the step: names do not lie over them. */
  readonly strokes: readonly (readonly [Point, Point])[];
}

/** Half the size of the open kite a landmark is drawn as. */
const KITE: Point = [5, 7];
/** Width of a letter and height of a line, in shares of the font's size. */
const LETTER = 0.66;
const LINE = 1.05;
/** Room between two names, in px. */
const APART = 5;
/** How far from its landmark a name may stand, in px; and in how many directions it is tried. */
const REACHES = [16, 28, 42, 60, 82, 108, 140];
const DIRECTIONS = 16;
/** What a px of distance is worth, and a square px of anything a name may cover. */
const COST = {
  name: 6,
  kite: 6,
  stroke: 40,
  paper: 0.55,
  off: 30,
  far: 0.9,
  leader: 0.12,
  crossing: 200,
  along: 8,
};

/**
 * Where each name is written. Beside its landmark on the first of eight sides where it covers nothing; else outside the
 * paper, with a stroke that leads to it, where that costs less than covering. Greedy, in the order given.
 */
export function placeLabels(
  labels: readonly Label[],
  fontSize: number,
  around?: Surroundings,
): PlacedLabel[] {
  const kites = labels.map(({ at: [x, y] }): Box => ({
    left: x - KITE[0],
    right: x + KITE[0],
    top: y - KITE[1],
    bottom: y + KITE[1],
  }));
  const ground = around && buildGround(around);
  const taken: Box[] = [];
  const leaders: (readonly [Point, Point])[] = [];
  return labels.map(({ at, text }, own): PlacedLabel => {
    if (text === '') return { base: at };
    const width = text.length * LETTER * fontSize;
    const others = kites.filter((_, i) => i !== own);
    const candidates = [...sidesOf(at, width, fontSize), ...(ground ? ringsOf(at, width, fontSize) : [])];
    let best: Candidate | undefined;
    let least = Infinity;
    for (const c of candidates) {
      const cost = costOf(c, { taken, others, leaders, ground, around });
      if (cost < least - 1e-9) [best, least] = [c, cost];
    }
    const { box, base, leader } = best!;
    // Names side by side are not read as one.
    taken.push({ ...box, left: box.left - APART, right: box.right + APART });
    if (leader) leaders.push(leader);
    return { base, ...(leader ? { leader } : {}) };
  });
}

interface Candidate {
  readonly box: Box;
  readonly base: Point;
  readonly leader?: readonly [Point, Point];
}

interface Costs {
  readonly taken: readonly Box[];
  readonly others: readonly Box[];
  readonly leaders: readonly (readonly [Point, Point])[];
  readonly ground: Ground | undefined;
  readonly around: Surroundings | undefined;
}

function costOf({ box, leader }: Candidate, { taken, others, leaders, ground, around }: Costs): number {
  let cost = 0;
  for (const t of taken) cost += overlap(box, t) * COST.name;
  for (const k of others) cost += overlap(box, k) * COST.kite;
  if (!ground || !around) return cost;
  cost += (areaOf(box) - overlap(box, around.box)) * COST.off;
  cost += ground.paper(box) * COST.paper + ground.strokes(box) * COST.stroke;
  for (const [p, q] of leaders) if (doesCross(box, p, q)) cost += COST.crossing;
  if (!leader) return cost;
  const long = distance(...leader);
  cost += long * COST.far;
  for (const t of [...taken, ...others]) if (doesCross(t, ...leader)) cost += COST.crossing;
  for (const other of leaders) if (doLinesCross(leader, other)) cost += COST.crossing;
  cost += alongStrokes(leader, ground) * COST.along;
  return cost + long * COST.leader;
}

/** How many px of a leader run over the step's own lines, where it could not be told from them. */
function alongStrokes([p, q]: readonly [Point, Point], { strokes }: Ground): number {
  const count = Math.floor(distance(p, q) / CELL);
  let over = 0;
  // Its beginning may touch the line its landmark lies on.
  for (let i = 2; i < count; i++) {
    const [x, y] = [p[0] + ((q[0] - p[0]) * i) / count, p[1] + ((q[1] - p[1]) * i) / count];
    if (strokes({ left: x - CELL / 2, right: x + CELL / 2, top: y - CELL / 2, bottom: y + CELL / 2 }) > 0)
      over += CELL;
  }
  return over;
}

function sidesOf([x, y]: Point, width: number, size: number): Candidate[] {
  const [gapX, gapY] = [KITE[0] + 3, KITE[1] - 1];
  const places: Point[] = [
    [x + gapX, y - gapY],
    [x + gapX, y + gapY + size * 0.8],
    [x - gapX - width, y - gapY],
    [x - gapX - width, y + gapY + size * 0.8],
    [x + gapX + 2, y + size * 0.35],
    [x - gapX - 2 - width, y + size * 0.35],
    [x - width / 2, y - KITE[1] - 4],
    [x - width / 2, y + KITE[1] + size],
  ];
  return places.map((base) => ({ base, box: boxAt(base, width, size) }));
}

/** Places farther off, all round: the box stands beyond the end of its leader. */
function ringsOf([x, y]: Point, width: number, size: number): Candidate[] {
  return REACHES.flatMap((reach) =>
    Array.from({ length: DIRECTIONS }, (_, i): Candidate => {
      const angle = (2 * Math.PI * i) / DIRECTIONS;
      const [dx, dy] = [Math.cos(angle), Math.sin(angle)];
      const end: Point = [x + dx * (KITE[1] + reach), y + dy * (KITE[1] + reach)];
      const middle: Point = [end[0] + dx * (width / 2 + 3), end[1] + dy * size * 0.6];
      const base: Point = [middle[0] - width / 2, middle[1] + size * 0.35];
      const from: Point = [x + dx * KITE[1], y + dy * KITE[1]];
      return { base, box: boxAt(base, width, size), leader: [from, end] };
    }),
  );
}

const boxAt = (base: Point, width: number, size: number): Box => ({
  left: base[0],
  right: base[0] + width,
  top: base[1] - size * LINE * 0.8,
  bottom: base[1] + size * LINE * 0.2,
});

const areaOf = (b: Box): number => (b.right - b.left) * (b.bottom - b.top);

function overlap(a: Box, b: Box): number {
  const width = Math.min(a.right, b.right) - Math.max(a.left, b.left);
  const height = Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top);
  return width > 0 && height > 0 ? width * height : 0;
}

function doesCross(box: Box, p: Point, q: Point): boolean {
  if (isWithin(p, box) || isWithin(q, box)) return true;
  const [a, b]: Point[] = [
    [box.left, box.top],
    [box.right, box.bottom],
  ];
  return (
    doLinesCross([p, q], [a!, b!]) ||
    doLinesCross(
      [p, q],
      [
        [a![0], b![1]],
        [b![0], a![1]],
      ],
    )
  );
}

function doLinesCross([p, q]: readonly [Point, Point], [r, s]: readonly [Point, Point]): boolean {
  const side = (a: Point, b: Point, c: Point): number =>
    Math.sign((b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]));
  return side(p, q, r) * side(p, q, s) < 0 && side(r, s, p) * side(r, s, q) < 0;
}

/** How many square px of paper and of strokes a box covers. */
interface Ground {
  readonly paper: (box: Box) => number;
  readonly strokes: (box: Box) => number;
}

/** Size of a cell of the ground, in px. */
const CELL = 4;

/** The picture as a grid of cells, summed so that a box is asked for in four look-ups. */
function buildGround({ box, paper, strokes }: Surroundings): Ground {
  const [columns, rows] = [
    Math.max(1, Math.ceil((box.right - box.left) / CELL)),
    Math.max(1, Math.ceil((box.bottom - box.top) / CELL)),
  ];
  const [onPaper, onStroke] = [new Uint8Array(columns * rows), new Uint8Array(columns * rows)];
  const column = (x: number): number => Math.max(0, Math.min(columns, Math.round((x - box.left) / CELL)));
  const row = (y: number): number => Math.max(0, Math.min(rows, Math.round((y - box.top) / CELL)));
  for (const outline of paper) {
    for (
      let r = row(Math.min(...outline.map((p) => p[1])));
      r < row(Math.max(...outline.map((p) => p[1])));
      r++
    ) {
      const y = box.top + (r + 0.5) * CELL;
      const cuts = cutsAt(outline, y);
      for (let i = 0; i + 1 < cuts.length; i += 2)
        onPaper.fill(1, r * columns + column(cuts[i]!), r * columns + column(cuts[i + 1]!));
    }
  }
  for (const [p, q] of strokes) {
    const count = Math.ceil(distance(p, q) / CELL) + 1;
    for (let i = 0; i <= count; i++) {
      const [x, y] = [p[0] + ((q[0] - p[0]) * i) / count, p[1] + ((q[1] - p[1]) * i) / count];
      if (isWithin([x, y], box))
        onStroke[
          Math.min(rows - 1, row(y - CELL / 2)) * columns + Math.min(columns - 1, column(x - CELL / 2))
        ] = 1;
    }
  }
  const counter = (cells: Uint8Array): ((b: Box) => number) => {
    const sums = sumUp(cells, columns, rows);
    const wide = columns + 1;
    return (b) => {
      const [l, r, t, m] = [column(b.left), column(b.right), row(b.top), row(b.bottom)];
      const cellsIn = sums[m * wide + r]! - sums[t * wide + r]! - sums[m * wide + l]! + sums[t * wide + l]!;
      return cellsIn * CELL * CELL;
    };
  };
  return { paper: counter(onPaper), strokes: counter(onStroke) };
}

/** Where a level line enters and leaves an outline, from left to right. */
function cutsAt(outline: readonly Point[], y: number): number[] {
  return outline
    .flatMap((p, i) => {
      const q = outline[(i + 1) % outline.length]!;
      return p[1] > y === q[1] > y ? [] : [p[0] + ((y - p[1]) / (q[1] - p[1])) * (q[0] - p[0])];
    })
    .sort((a, b) => a - b);
}

function sumUp(cells: Uint8Array, columns: number, rows: number): Int32Array {
  const wide = columns + 1;
  const sums = new Int32Array(wide * (rows + 1));
  for (let r = 0; r < rows; r++) {
    let along = 0;
    for (let c = 0; c < columns; c++) {
      along += cells[r * columns + c]!;
      sums[(r + 1) * wide + c + 1] = sums[r * wide + c + 1]! + along;
    }
  }
  return sums;
}
