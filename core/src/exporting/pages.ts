import { z } from 'zod';
import {
  type BookletContent,
  type BookletStep,
  type PatternPages,
  type PatternStyle,
  pageSizes,
} from '../booklet/index.ts';
import type { Assignment } from '../creases/index.ts';
import { buildPattern } from '../creases/index.ts';
import { type Drawing, drawForm, drawModel, drawStep } from '../drawing/index.ts';
import { patternOf, toLinesDxf } from '../formats/index.ts';
import { type Point, boundsOf } from '../geometry/index.ts';
import { type Issue, type Outcome, done, failed } from '../outcome/index.ts';
import type { Plan } from '../plan/index.ts';
import { Reader } from '../references/index.ts';
import { measureState, readPosed, wishSizes } from '../readings/index.ts';
import { toMinutes } from '../schedule/index.ts';
import { contextAfter, nameSteps, openAfter, sayOpen, sayStep } from '../sequence/index.ts';
import { benchLengthOf, sayBenchLength, sayShaping, shapingOf } from '../shaping/index.ts';
import { outlineOf, sheetTitle } from '../sheet/index.ts';
import { toLengthText, toMinutesText } from '../units/index.ts';
import { sayDuration, sayWait, waitMinutes } from '../waits/index.ts';
import { isShaped } from './posed.ts';
import type { Exported } from './writers.ts';

const pageSize = z.enum(Object.keys(pageSizes) as [keyof typeof pageSizes]);

/** How a booklet is wanted. */
export const bookletOptionsSchema = z.strictObject({
  page: pageSize.default('A4'),
  /** Who folds it, as it is to be printed. */
  by: z.string().max(80).default(''),
  /** Two pages to a side, in the order of a booklet that is folded in half. */
  imposed: z.boolean().default(false),
});
export type BookletOptions = z.infer<typeof bookletOptionsSchema>;

/** How a pattern is wanted. */
export const patternOptionsSchema = z.strictObject({
  page: pageSize.default('A4'),
  /** All creases, those that are folded in the end, or marks only. */
  creases: z.enum(['all', 'folded', 'marks']).default('all'),
  /** As they are after this step; after the last one where it is missing. */
  step: z.number().int().min(1).max(400).optional(),
  /** The other side of the paper up: mirrored, mountains and valleys changed. */
  otherSide: z.boolean().default(false),
});
export type PatternOptions = z.infer<typeof patternOptionsSchema>;

/** Where the audience sits: in front, a little to the right. */
const AUDIENCE = [0.32, 0, 1] as const;
/** Small pictures in space are seen from a corner, a little from above. */
const CORNER = [0.75, 0.4, 0.9] as const;
/** Layers are drawn so far apart, in sheet sides. */
const LAYER = 0.0005;
/** From so many facets, or letters of its sentence, a step needs room. */
const MANY = { facets: 40, letters: 130 };

const TOOLS: Readonly<Record<Plan['finish']['tools'][number], string>> = {
  knife: 'knife and steel rule',
  glue: 'glue (read its label)',
  heat: 'a hot drying tool',
};

/** The finished model: shaped and seen by the audience where it is shaped, else flat. Lengths in sheet sides. */
export function drawFinished({ plan, replay }: Exported, sideMm: number): Drawing {
  if (!isShaped(plan)) return drawModel(replay.steps.at(-1)?.after ?? replay.start);
  const { shaped, pose } = readPosed(plan, replay, { sideMm });
  const eye =
    plan.finish.posture === 'stands'
      ? { up: pose.up, towards: AUDIENCE }
      : { up: [0, 1, 0] as const, towards: pose.up };
  return drawForm(shaped.form, eye, LAYER);
}

/** Everything of a plan that a booklet shows. */
export function toBooklet(
  { plan, replay }: Exported,
  sideMm: number,
  { by }: BookletOptions,
): BookletContent {
  const names = nameSteps(replay.sequence.steps);
  let passage = '';
  const steps = replay.steps.map((step): BookletStep => {
    const drawing = drawStep(step, names);
    const sentence = sayStep(step.step, replay.sequence);
    const begins = step.step.passage !== '' && step.step.passage !== passage;
    passage = step.step.passage;
    const open = openAfter(replay.sequence.steps, step.number);
    return {
      number: String(step.number),
      passage: begins ? step.step.passage : '',
      sentence,
      more: [
        ...(step.refusal ? [`It cannot be folded: ${step.refusal.text}`] : []),
        ...(step.step.note ? [step.step.note] : []),
        ...(open ? [sayOpen(open)] : []),
        ...step.step.waits.map((w) => `${sayWait(w)}.`),
      ],
      drawing,
      isLarge:
        drawing.focus !== undefined ||
        step.after.facets.length > MANY.facets ||
        sentence.length > MANY.letters,
    };
  });
  const shaping = toShapingSteps({ plan, replay }, sideMm);
  const minutes =
    replay.steps.reduce((sum, s) => sum + toMinutes(s, sideMm, 1), 0) +
    plan.shaping.reduce((sum, s) => sum + shapingOf(s.act).minutes, 0);
  const waiting = waitMinutes([...plan.steps, ...plan.shaping].flatMap((s) => s.waits));
  const { paper, finish } = plan;
  const tools = finish.tools.map((t) => TOOLS[t]);
  const rods = plan.shaping.flatMap(({ act }) => ('rodMm' in act ? [`a rod of ${act.rodMm} mm`] : []));
  return {
    name: plan.name,
    subtitle: plan.brief.pose,
    by,
    front: paper.front.hex,
    back: paper.back.hex,
    finished: drawFinished({ plan, replay }, sideMm),
    facts: [
      ['Sheet', `${sheetTitle(plan.sheet.shape)}, ${toLengthText(sideMm, 'mm').text} a side`],
      [
        'Paper',
        `${paper.name || 'any'}${paper.grammage === null ? '' : `, ${paper.grammage} g/m²`}; begin with ${paper.front.name} up, ${paper.back.name} below`,
      ],
      ['It becomes', sayFinished({ plan, replay }, sideMm)],
      [
        'Time',
        `${toMinutesText(minutes)} of folding${waiting > 0 ? `, ${sayDuration(waiting)} of waiting` : ''}, in ${steps.length + shaping.length} steps`,
      ],
      ...([...tools, ...new Set(rods)].length > 0
        ? ([['Have ready', [...tools, ...new Set(rods)].join(', ')]] as const)
        : []),
      ...sayOrigin(plan),
      ...(finish.wetFolded
        ? ([
            [
              'Water',
              'shaped damp: keep water and damp hands away from lamps, heaters and sockets; dyes may bleed',
            ],
          ] as const)
        : []),
    ],
    steps,
    shaping,
  };
}

/** Whose design it is, as it stands on the cover; nothing where nobody said. */
function sayOrigin({ origin }: Plan): (readonly [string, string])[] {
  const { designer, source, year, permission, licence } = origin;
  const from = [source, year].filter(Boolean).join(', ');
  const may = [permission, licence].filter(Boolean).join('; ');
  return [
    ...(designer || from ? [['Design', [designer, from].filter(Boolean).join('; ')] as const] : []),
    ...(may ? [['Permission', may] as const] : []),
  ];
}

function sayFinished({ plan, replay }: Exported, sideMm: number): string {
  const say = (mm: number): string => toLengthText(Math.round(mm), 'mm').text;
  if (!isShaped(plan)) {
    const { width, height } = measureState(replay.steps.at(-1)?.after ?? replay.start).measures;
    return `${say(height * sideMm)} tall, ${say(width * sideMm)} wide`;
  }
  const { height, length, depth } = wishSizes(readPosed(plan, replay, { sideMm }).pose, plan.finish.posture);
  return `${say(height)} tall, ${say(length)} long, ${say(depth)} deep`;
}

function toShapingSteps({ plan, replay }: Exported, sideMm: number): BookletStep[] {
  if (plan.shaping.length === 0) return [];
  const { shaped, pose } = readPosed(plan, replay, { sideMm });
  const names = nameSteps(replay.sequence.steps);
  const limbs = Object.fromEntries(plan.limbs.flatMap((l) => (l.tip === null ? [] : [[l.tip, l.name]])));
  const reader = new Reader(contextAfter(replay), (line) => line);
  return shaped.steps.map((own, i): BookletStep => {
    const length = benchLengthOf(own, shaped.steps, reader);
    const check = length ? sayBenchLength(length, sideMm) : '';
    const spring = pose.springs[i];
    const amount = shapingOf(own.act).amount(own.act);
    const set = spring && amount && spring.keeps > 0 ? Math.abs(amount.degrees / spring.keeps) : undefined;
    return {
      number: String(own.number),
      passage: '',
      sentence: sayShaping(own, { get: (id) => names.get(id), limbs }),
      more: [
        ...(own.refusal ? [`It cannot be shaped so: ${own.refusal.text}`] : []),
        ...(set === undefined ? [] : [`Set it to ${Math.round(set)}°: the paper springs back.`]),
        ...(check ? [check] : []),
        ...(own.estimate === undefined ? [] : [own.estimate]),
        ...(own.step.note ? [own.step.note] : []),
        ...own.step.waits.map((w) => `${sayWait(w)}.`),
      ],
      drawing: drawForm(own.after, { up: pose.up, towards: CORNER }, LAYER),
      isLarge: true,
    };
  });
}

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

const ABOUT: Readonly<Record<PatternOptions['creases'], string>> = {
  all: 'All creases',
  folded: 'The creases that are folded',
  marks: 'The marks',
};

/** The pattern of a plan as it is wanted, in mm. Fails with one sentence where the step is gone or nothing is creased. */
export function toPatternPages(
  { plan, replay }: Exported,
  sideMm: number,
  { page, creases, step, otherSide }: PatternOptions,
): Outcome<PatternPages, Issue> {
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
  if (lines.every((l) => l.style === 'edge'))
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
export function patternSvg({ title, widthMm, heightMm, lines }: PatternPages): string {
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
  const safe = title.replace(/[&<>]/g, (c) => `&#${c.charCodeAt(0)};`);
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${at(widthMm)}mm" height="${at(heightMm)}mm" viewBox="0 0 ${at(widthMm)} ${at(heightMm)}"><title>${safe}</title><g fill="none">\n${groups.join('\n')}\n</g></svg>\n`;
}

/** A pattern at full size as a DXF drawing in mm, each kind of line on a layer of its own. */
export const patternDxf = ({ lines }: PatternPages): string =>
  toLinesDxf(lines.map(({ from, to, style }) => ({ from, to, assignment: ASSIGNED[style] })));

const ASSIGNED = Object.fromEntries(
  Object.entries(STYLES).map(([assignment, style]) => [style, assignment]),
) as Record<PatternStyle, Assignment>;
