import { z } from 'zod';
import { type BookletContent, type BookletStep, pageSizes } from '../booklet/index.ts';
import { type Drawing, drawForm, drawModel, drawStep } from '../drawing/index.ts';
import type { Plan } from '../plan/index.ts';
import { Reader } from '../references/index.ts';
import { measureState, readPosed, wishSizes } from '../readings/index.ts';
import { toMinutes } from '../schedule/index.ts';
import {
  type Replay,
  type ReplayedStep,
  contextAfter,
  nameSteps,
  openAfter,
  sayOpen,
  sayRepeats,
  sayStep,
} from '../sequence/index.ts';
import { benchLengthOf, sayBenchLength, sayShaping, shapingOf } from '../shaping/index.ts';
import { type SheetSymmetry, sheetTitle } from '../sheet/index.ts';
import { toLengthText, toMinutesText } from '../units/index.ts';
import { sayDuration, sayWait, waitMinutes } from '../waits/index.ts';
import {
  type FoldedPiece,
  dyed,
  foldPieces,
  isWhole,
  readWhole,
  sayJoin,
  sayTakePiece,
} from '../whole/index.ts';
import { isShaped } from './posed.ts';
import type { Exported } from './writers.ts';

/** How a booklet is wanted. */
export const bookletOptionsSchema = z.strictObject({
  page: z.enum(Object.keys(pageSizes) as [keyof typeof pageSizes]).default('A4'),
  /** Who folds it, as it is to be printed. */
  by: z.string().max(80).default(''),
  /** Two pages to a side, in the order of a booklet that is folded in half. */
  imposed: z.boolean().default(false),
});
export type BookletOptions = z.infer<typeof bookletOptionsSchema>;

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
  const whole = isWhole(plan) ? readWhole(plan, sideMm) : undefined;
  if (whole) return whole.drawing;
  if (!isShaped(plan)) return drawModel(replay.steps.at(-1)?.after ?? replay.start);
  const { shaped, pose } = readPosed(plan, replay, { sideMm });
  const eye =
    plan.finish.posture === 'stands'
      ? { up: pose.up, towards: AUDIENCE }
      : { up: [0, 1, 0] as const, towards: pose.up };
  return drawForm(shaped.form, eye, LAYER);
}

/** The flat steps of one piece; `section` is its name where there are more. */
function toFlatSteps({ replay }: Pick<Exported, 'replay'>, section: string): BookletStep[] {
  const names = nameSteps(replay.sequence.steps);
  const of = section === '' ? '' : `${section}: `;
  let passage = '';
  const runs = findRuns(replay);
  return replay.steps.flatMap((step): BookletStep[] => {
    const run = runs.find((r) => r.at <= step.number && step.number <= r.at + r.last - r.first);
    // A passage that is made again is one picture: what it becomes.
    if (run) return step.number === run.at + run.last - run.first ? [runStep(run, step)] : [];
    const bracket = runs.find((r) => r.first <= step.number && step.number <= r.last);
    const drawing = drawStep(step, names);
    const sentence = sayStep(step.step, replay.sequence);
    const begins = step.step.passage !== '' && step.step.passage !== passage;
    passage = step.step.passage;
    const open = openAfter(replay.sequence.steps, step.number);
    return [
      {
        number: String(step.number),
        passage: begins ? `${of}${step.step.passage}` : '',
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
        ...(bracket
          ? {
              bracket: {
                begins: step.number === bracket.first,
                ends: step.number === bracket.last,
                says: `again in ${bracket.at} to ${bracket.at + bracket.last - bracket.first}`,
              },
            }
          : {}),
      },
    ];
  });
}

/** A further piece of a plan: its steps and shaping in its own colours, and the sheet that is taken first. */
function toPieceSteps(piece: FoldedPiece): Pick<BookletContent, 'steps' | 'shaping'> {
  const { name, plan, replay, posed } = piece;
  const inColours = (steps: readonly BookletStep[]): BookletStep[] =>
    steps.map((s) => ({ ...s, drawing: dyed(s.drawing, plan.paper) }));
  const [first, ...rest] = inColours(toFlatSteps({ replay }, name));
  const [bend, ...bends] = inColours(toShapingSteps({ plan, replay }, posed.sideMm));
  const take = sayTakePiece(name, plan, posed.sideMm);
  return {
    steps: first ? [{ ...first, more: [take, ...first.more] }, ...rest] : [],
    shaping: bend ? [{ ...bend, passage: name }, ...bends] : [],
  };
}

/** How the pieces are put together, join by join. */
function toJoins(plan: Plan, finished: Drawing): BookletStep[] {
  return plan.fits.map((fit, i) => ({
    number: String.fromCharCode(65 + i),
    passage: i === 0 ? 'Put together' : '',
    sentence: sayJoin(fit, plan),
    more: [],
    drawing: finished,
    isLarge: true,
  }));
}

/** Everything of a plan that a booklet shows; of a model of several pieces the further ones come first. */
export function toBooklet(
  { plan, replay }: Exported,
  sideMm: number,
  { by }: BookletOptions,
): BookletContent {
  const further = foldPieces(plan, sideMm).filter((p) => p.id !== null);
  const own = plan.pieces.length > 0 ? plan.brief.subject || plan.name : '';
  const pieces = further.map(toPieceSteps);
  const finished = drawFinished({ plan, replay }, sideMm);
  const steps = [...pieces.flatMap((p) => p.steps), ...toFlatSteps({ replay }, own)];
  const shaping = [
    ...pieces.flatMap((p) => p.shaping),
    ...toShapingSteps({ plan, replay }, sideMm),
    ...toJoins(plan, finished),
  ];
  const minutesOf = (r: Replay, side: number, shaped: Plan['shaping']): number =>
    r.steps.reduce((sum, s) => sum + toMinutes(s, side, 1), 0) +
    shaped.reduce((sum, s) => sum + shapingOf(s.act).minutes, 0);
  const minutes = [
    minutesOf(replay, sideMm, plan.shaping),
    ...further.map((p) => minutesOf(p.replay, p.posed.sideMm, p.plan.shaping)),
  ].reduce((sum, m) => sum + m, 0);
  const waiting = waitMinutes(
    [plan, ...further.map((p) => p.plan)].flatMap((p) => [...p.steps, ...p.shaping]).flatMap((s) => s.waits),
  );
  const { paper, finish } = plan;
  const tools = finish.tools.map((t) => TOOLS[t]);
  const rods = plan.shaping.flatMap(({ act }) => ('rodMm' in act ? [`a rod of ${act.rodMm} mm`] : []));
  return {
    name: plan.name,
    subtitle: plan.brief.pose,
    by,
    front: paper.front.hex,
    back: paper.back.hex,
    finished,
    facts: [
      ['Sheet', `${sheetTitle(plan.sheet.shape)}, ${toLengthText(sideMm, 'mm').text} a side`],
      [
        'Paper',
        `${paper.name || 'any'}${paper.grammage === null ? '' : `, ${paper.grammage} g/m²`}; begin with ${paper.front.name} up, ${paper.back.name} below`,
      ],
      ...further.map((p) => [p.name, sayTakePiece(p.name, p.plan, p.posed.sideMm)] as const),
      ['It becomes', sayFinished({ plan, replay }, sideMm)],
      [
        'Time',
        `${toMinutesText(minutes)} of folding${waiting > 0 ? `, ${sayDuration(waiting)} of waiting` : ''}, in ${[plan, ...further.map((p) => p.plan)].reduce((sum, p) => sum + p.steps.length + p.shaping.length, 0)} steps`,
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

/** A passage made again under one symmetry: steps first to last, from step `at` on. */
interface Run {
  readonly first: number;
  readonly last: number;
  readonly at: number;
  readonly map: SheetSymmetry;
  readonly behind: boolean;
}

/** Stretches of two steps or more that repeat as many earlier ones in the same order under one symmetry. */
function findRuns({ sequence, steps }: Replay): Run[] {
  const numberOf = new Map(sequence.steps.map((s, i) => [s.id, i + 1]));
  const runs: Run[] = [];
  steps.forEach(({ number, refusal }, i) => {
    const { move, note, waits } = sequence.steps[i]!;
    if (move.kind !== 'repeat' || refusal) return;
    const of = numberOf.get(move.of);
    if (of === undefined) return;
    const last = runs.at(-1);
    const goesOn =
      last !== undefined &&
      last.at + last.last - last.first === number - 1 &&
      last.last === of - 1 &&
      last.behind === move.behind &&
      JSON.stringify(last.map) === JSON.stringify(move.map);
    // What is said of a single step must be seen at it.
    if (note !== '' || waits.length > 0) return;
    if (goesOn) runs[runs.length - 1] = { ...last, last: of };
    else runs.push({ first: of, last: of, at: number, map: move.map, behind: move.behind });
  });
  return runs.filter((r) => r.last > r.first && r.last < r.at);
}

function runStep(run: Run, step: ReplayedStep): BookletStep {
  return {
    number: `${run.at}–${run.at + run.last - run.first}`,
    passage: '',
    sentence: sayRepeats(run.first, run.last, run.map, run.behind),
    more: [],
    drawing: drawModel(step.after),
    isLarge: step.after.facets.length > MANY.facets,
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
