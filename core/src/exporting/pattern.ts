import { z } from 'zod';
import { type PatternPages, type PatternStyle, pageSizes } from '../booklet/index.ts';
import { type Assignment, buildPattern } from '../creases/index.ts';
import { patternOf, toLinesDxf } from '../formats/index.ts';
import { type Point, boundsOf } from '../geometry/index.ts';
import { type Issue, type Outcome, done, failed } from '../outcome/index.ts';
import { outlineOf } from '../sheet/index.ts';
import { silhouettePages, stripPages } from './template.ts';
import type { Exported } from './writers.ts';

/** How a pattern is wanted. */
export const patternOptionsSchema = z.strictObject({
  page: z.enum(Object.keys(pageSizes) as [keyof typeof pageSizes]).default('A4'),
  /**
   * All creases, those that are folded in the end, marks only, or the rim to cut along; or a strip with the marks of each
   * edge to lay beside it, or the finished model's silhouette to hold it against.
   */
  creases: z.enum(['all', 'folded', 'marks', 'rim', 'strip', 'silhouette']).default('all'),
  /** As they are after this step; after the last one where it is missing. */
  step: z.number().int().min(1).max(400).optional(),
  /** The other side of the paper up: mirrored, mountains and valleys changed. */
  otherSide: z.boolean().default(false),
});
export type PatternOptions = z.infer<typeof patternOptionsSchema>;

const STYLES: Readonly<Record<Assignment, PatternStyle>> = {
  B: 'edge',
  M: 'mountain',
  V: 'valley',
  F: 'crease',
  U: 'unknown',
};
const FLIPPED: Readonly<Record<PatternStyle, PatternStyle>> = {
  edge: 'edge',
  mountain: 'valley',
  valley: 'mountain',
  crease: 'crease',
  unknown: 'unknown',
};

const ABOUT: Readonly<Record<Exclude<PatternOptions['creases'], 'strip' | 'silhouette'>, string>> = {
  rim: 'The rim to cut along',
  all: 'All creases',
  folded: 'The creases that are folded',
  marks: 'The marks',
};

/** The pattern of a plan as it is wanted, in mm. Fails with one sentence where the step is gone or nothing is creased. */
export function toPatternPages(
  given: Exported,
  sideMm: number,
  { page, creases, step, otherSide }: PatternOptions,
): Outcome<PatternPages, Issue> {
  if (creases === 'strip') return stripPages(given, sideMm, { page, step });
  if (creases === 'silhouette') return silhouettePages(given, sideMm, { page, otherSide });
  const { plan, replay } = given;
  const count = replay.steps.length;
  if (step !== undefined && step > count)
    return failed({
      path: 'step',
      text: `The plan has ${count} steps, and the pattern after step ${step} is asked for; name one of them.`,
    });
  const until = replay.steps.slice(0, step ?? count);
  const state = until.at(-1)?.after ?? replay.start;
  const pattern = buildPattern(patternOf(state));
  if (!pattern.ok) return failed(pattern.fault[0]!);
  const { vertices, edges } = pattern.value;
  const drawn = edges.flatMap(({ a, b, assignment }) => {
    const style = STYLES[assignment];
    const isWanted = style === 'edge' || creases === 'all' || (creases === 'folded' && style !== 'crease');
    return isWanted ? [{ from: vertices[a]!, to: vertices[b]!, style }] : [];
  });
  const marks =
    creases === 'marks'
      ? until.flatMap(({ move, trail }) =>
          move.kind === 'pinch'
            ? (trail?.creases ?? []).map(({ from, to }) => ({ from, to, style: 'crease' as const }))
            : [],
        )
      : [];
  const outline = outlineOf(plan.sheet.shape);
  const { minX, minY, maxX, maxY } = boundsOf(outline);
  const place = ([x, y]: Point): Point => [(otherSide ? maxX - x : x - minX) * sideMm, (y - minY) * sideMm];
  const lines = [...drawn, ...marks].map(({ from, to, style }) => ({
    from: place(from),
    to: place(to),
    style: otherSide ? FLIPPED[style] : style,
  }));
  if (creases !== 'rim' && lines.every((l) => l.style === 'edge'))
    return failed({
      path: 'creases',
      text:
        creases === 'marks'
          ? 'The plan marks nothing by a pinch yet; ask for all creases.'
          : 'Nothing is creased yet; fold something first.',
    });
  const when = step === undefined || step === count ? '' : ` after step ${step}`;
  const side = otherSide ? plan.paper.back.name : plan.paper.front.name;
  return done({
    title: plan.name,
    widthMm: (maxX - minX) * sideMm,
    heightMm: (maxY - minY) * sideMm,
    lines,
    page,
    about: `${ABOUT[creases]}${when}, seen with ${side} up.`,
  });
}

/** A pattern at full size as SVG: one unit is one mm. */
export function patternSvg({ title, widthMm, heightMm, lines, labels = [] }: PatternPages): string {
  const at = (v: number): string => String(Number(v.toFixed(6)));
  const named = (style: PatternStyle): string =>
    lines
      .filter((l) => l.style === style)
      .map(
        ({ from, to }) =>
          `<line x1="${at(from[0])}" y1="${at(heightMm - from[1])}" x2="${at(to[0])}" y2="${at(heightMm - to[1])}"/>`,
      )
      .join('');
  const looks: Readonly<Record<PatternStyle, string>> = {
    edge: 'stroke="#1a2320" stroke-width="0.35"',
    mountain: 'stroke="#a13408" stroke-width="0.28" stroke-dasharray="2.8 0.9 0.5 0.9"',
    valley: 'stroke="#0a5f4a" stroke-width="0.28" stroke-dasharray="1.8 1.1"',
    crease: 'stroke="#57656b" stroke-width="0.18"',
    unknown: 'stroke="#1a2320" stroke-width="0.28" stroke-dasharray="0.4 0.9"',
  };
  const groups = (Object.keys(looks) as PatternStyle[])
    .filter((style) => lines.some((l) => l.style === style))
    .map((style) => `<g id="${style}" ${looks[style]}>${named(style)}</g>`);
  const safe = (text: string): string => text.replace(/[&<>]/g, (c) => `&#${c.charCodeAt(0)};`);
  const words = labels.map(
    (l) => `<text x="${at(l.at[0])}" y="${at(heightMm - l.at[1])}">${safe(l.text)}</text>`,
  );
  if (words.length > 0)
    groups.push(
      `<g id="words" fill="#1a2320" stroke="none" font-family="sans-serif" font-size="3">${words.join('')}</g>`,
    );
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${at(widthMm)}mm" height="${at(heightMm)}mm" viewBox="0 0 ${at(widthMm)} ${at(heightMm)}"><title>${safe(title)}</title><g fill="none">\n${groups.join('\n')}\n</g></svg>\n`;
}

/** A pattern at full size as a DXF drawing in mm, each kind of line on a layer of its own. */
export const patternDxf = ({ lines }: PatternPages): string =>
  toLinesDxf(lines.map(({ from, to, style }) => ({ from, to, assignment: ASSIGNED[style] })));

const ASSIGNED = Object.fromEntries(
  Object.entries(STYLES).map(([assignment, style]) => [style, assignment]),
) as Record<PatternStyle, Assignment>;
