import type { PageSize, PatternLine, PatternPages } from '../booklet/index.ts';
import { arrangeFacets, toOutline } from '../folded/index.ts';
import { type Point, areaOf, boundsOf, distance, isOnSegment } from '../geometry/index.ts';
import { type Issue, type Outcome, done, failed } from '../outcome/index.ts';
import { edgesOf } from '../sheet/index.ts';
import { toLengthText } from '../units/index.ts';
import { drawFinished } from './booklet.ts';
import type { Exported } from './writers.ts';

/** A strip's height and the room between two, in mm. */
const [STRIP, GAP] = [22, 6] as const;
/** Marks nearer to each other than this are one, in sheet sides. */
const SAME = 1e-6;
/** A letter of a label is about so wide, and lines of labels stand so far below each other, in mm. */
const [LETTER, LINE] = [1.55, 4] as const;
const LINES = 4;

interface EdgeMark {
  /** From the edge's first corner, in mm. */
  readonly at: number;
  readonly steps: number[];
}

/**
 * A strip for each edge that bears marks, at full size, to lay along it and prick them through: every place where a pinch or a
 * crease of the sequence meets the edge while the sheet lies open, with its distance and its steps. Fails where there is none.
 */
export function stripPages(
  { plan, replay }: Exported,
  sideMm: number,
  { page, step }: { readonly page: PageSize; readonly step: number | undefined },
): Outcome<PatternPages, Issue> {
  const open = replay.steps
    .slice(0, step ?? replay.steps.length)
    .filter((s) => s.before.facets.length === 1 && !s.refusal);
  const edges = edgesOf(plan.sheet.shape).flatMap(({ name, from, to }) => {
    const marks: EdgeMark[] = [];
    for (const { number, trail } of open)
      for (const crease of trail?.creases ?? [])
        for (const p of [crease.from, crease.to]) {
          if (!isOnSegment(p, { from, to }, SAME)) continue;
          if (Math.min(distance(p, from), distance(p, to)) < SAME) continue;
          const at = distance(p, from) * sideMm;
          const own = marks.find((m) => Math.abs(m.at - at) < SAME * sideMm * 10);
          if (!own) marks.push({ at, steps: [number] });
          else if (!own.steps.includes(number)) own.steps.push(number);
        }
    return marks.length === 0
      ? []
      : [{ name, long: distance(from, to) * sideMm, marks: marks.sort((a, b) => a.at - b.at) }];
  });
  if (edges.length === 0)
    return failed({
      path: 'creases',
      text: 'No mark of the plan lies on an edge while the sheet is open; ask for all creases instead.',
    });
  const heightMm = edges.length * (STRIP + GAP) - GAP;
  const lines: PatternLine[] = [];
  const labels: { at: Point; text: string }[] = [];
  edges.forEach(({ name, long, marks }, i) => {
    const top = heightMm - i * (STRIP + GAP);
    const corners: Point[] = [
      [0, top],
      [long, top],
      [long, top - STRIP],
      [0, top - STRIP],
    ];
    corners.forEach((from, k) => lines.push({ from, to: corners[(k + 1) % 4]!, style: 'edge' }));
    labels.push({ at: [2, top - STRIP + 1], text: `${name}, from ${name[0]}` });
    // A label goes to the first line on which the one before it has ended.
    const ends = new Array<number>(LINES).fill(-Infinity);
    for (const { at, steps } of marks) {
      const text = `${toLengthText(at, 'mm').text}, step ${steps.slice(0, 3).join(', ')}${steps.length > 3 ? ' …' : ''}`;
      const free = ends.findIndex((end) => end < at);
      const line = free < 0 ? LINES - 1 : free;
      ends[line] = at + 1 + text.length * LETTER;
      const low = top - 4 - line * LINE;
      lines.push({ from: [at, top], to: [at, low], style: 'crease' });
      labels.push({ at: [at + 0.8, low + 0.2], text });
    }
  });
  return done({
    title: plan.name,
    widthMm: Math.max(...edges.map((e) => e.long)),
    heightMm,
    lines,
    labels,
    legend: { edge: 'border of a strip', crease: 'mark' },
    page,
    about:
      'Strips to lay along the edges of the sheet, their upper side on the edge: its marks, each with its step.',
  });
}

/** The outline of the finished model at full size, as the audience sees it, to hold the folded one against. */
export function silhouettePages(
  given: Exported,
  sideMm: number,
  { page, otherSide }: { readonly page: PageSize; readonly otherSide: boolean },
): Outcome<PatternPages, Issue> {
  const plates = drawFinished(given, sideMm).items.flatMap((item) =>
    item.kind === 'facet' && Math.abs(areaOf(item.points)) > 1e-7 ? [item.points] : [],
  );
  if (given.replay.steps.length === 0 || plates.length === 0)
    return failed({
      path: 'creases',
      text: 'Nothing is folded yet, so there is no silhouette; fold something first.',
    });
  const loops = toOutline(arrangeFacets(plates, 1e-7));
  const { minX, minY, maxX, maxY } = boundsOf(loops.flat());
  const place = ([x, y]: Point): Point => [(otherSide ? maxX - x : x - minX) * sideMm, (y - minY) * sideMm];
  const side = toLengthText(sideMm, 'mm').text;
  return done({
    title: given.plan.name,
    widthMm: (maxX - minX) * sideMm,
    heightMm: (maxY - minY) * sideMm,
    lines: loops.flatMap((loop) =>
      loop.map((p, i): PatternLine => ({
        from: place(p),
        to: place(loop[(i + 1) % loop.length]!),
        style: 'edge',
      })),
    ),
    legend: { edge: 'outline of the finished model' },
    page,
    about: `The finished model from a sheet of ${side}, as it is seen${otherSide ? ' from behind' : ''}: hold the folded one against it.`,
  });
}
