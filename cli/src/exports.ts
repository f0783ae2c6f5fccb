import { writeFileSync } from 'node:fs';
import { toBooklet } from '@jade/core/booklet';
import { type CreasePattern, buildPattern } from '@jade/core/creases';
import type { FlatState } from '@jade/core/folded';
import {
  patternOf,
  toCsv,
  toFoldStates,
  toIcs,
  toObj,
  toPatternDxf,
  toPatternSvg,
  toStl,
  toSurface,
} from '@jade/core/formats';
import type { Plan } from '@jade/core/plan';
import { toEvenings, toMinutes } from '@jade/core/schedule';
import { type Replay, moveWord, sayStep } from '@jade/core/sequence';
import { sheetTitle } from '@jade/core/sheet';
import { BadInput, readArgs, readPlan } from './input.ts';
import { describeStep } from './plans.ts';
import { type Verb, replayPlan, valueOf } from './verb.ts';

interface Exported {
  readonly plan: Plan;
  readonly replay: Replay;
  readonly state: FlatState;
  readonly sideMm: number;
}

/** A sheet of this side stands in where a plan has none. */
const USUAL_SIDE_MM = 200;
/** Paper of this thickness stands in where a plan's has not been measured. */
const USUAL_CALIPER_MM = 0.1;
/** One evening at the bench, and when it begins. */
const EVENING = { minutes: 90, hour: 19 };

const writers: Record<string, (given: Exported) => string | Promise<Buffer>> = {
  fold: ({ plan, replay }) => {
    const frames = [
      { title: 'the sheet', state: replay.start },
      ...replay.steps.map((s) => ({ title: `step ${s.number}`, state: s.after })),
    ];
    return `${JSON.stringify(toFoldStates(plan.name, frames), undefined, 1)}\n`;
  },
  svg: ({ plan, state }) => toPatternSvg(toPattern(state), plan.name),
  dxf: ({ state, sideMm }) => toPatternDxf(toPattern(state), sideMm),
  obj: (given) => toObj(surfaceOf(given), given.plan.name),
  stl: (given) => toStl(surfaceOf(given), given.plan.name),
  csv: ({ plan, replay, sideMm }) =>
    toCsv(
      replay.steps.map((s) => {
        const { n, ok, facets, layersMax, layersAtCrease, width, height, narrowest } = describeStep(
          s,
          replay,
        );
        return {
          step: n,
          move: moveWord(s.step),
          says: sayStep(s.step, replay.sequence),
          passage: s.step.passage,
          note: s.step.note,
          folds: ok,
          facets,
          layers_most: layersMax,
          layers_at_crease: layersAtCrease,
          width_mm: inMm(width, sideMm),
          height_mm: inMm(height, sideMm),
          narrowest_flap_mm: narrowest === null ? null : inMm(narrowest, sideMm),
          minutes: Number(toMinutes(s, sideMm, 1).toFixed(1)),
          paper: plan.paper.name,
        };
      }),
    ),
  ics: ({ plan, replay, sideMm }) => {
    if (!plan.brief.date)
      throw new BadInput(
        'the plan has no date to be ready by; set one in its brief, and the evenings before it are written.',
      );
    const [year, month, day] = plan.brief.date.split('-').map(Number) as [number, number, number];
    const evenings = toEvenings(
      replay.steps.map((s) => toMinutes(s, sideMm, 1)),
      EVENING.minutes,
    );
    return valueOf(
      toIcs(
        evenings.map(({ first, last, minutes }, i) => {
          // Noon keeps clear of days with 23 or 25 hours.
          const at = new Date(year, month - 1, day - evenings.length + i, 12);
          return {
            title: `${plan.name}: steps ${first} to ${last}`,
            note: `${Math.round(minutes)} minutes foreseen, ready by ${plan.brief.date}.`,
            start: [at.getFullYear(), at.getMonth() + 1, at.getDate(), EVENING.hour, 0] as const,
            minutes: Math.max(5, Math.ceil(minutes / 5) * 5),
          };
        }),
        plan.name.toLowerCase().replace(/[^a-z0-9]+/g, '-') || 'plan',
      ),
    );
  },
  pdf: ({ plan, replay, sideMm }) =>
    toBooklet(replay, {
      name: plan.name,
      front: plan.paper.front.hex,
      back: plan.paper.back.hex,
      about: [sheetTitle(plan.sheet.shape), `${sideMm} mm`, plan.paper.name].filter(Boolean),
    }),
};

/** Writes plans for other programs. */
export const exportVerbs: Record<string, Verb> = {
  export: {
    usage: 'export PLAN.json --as fold|svg|dxf|pdf|obj|stl|csv|ics --out FILE',
    about:
      'The plan for other programs: fold is every folded state with its layers; svg and dxf are the crease pattern of the last step; obj and stl its layers as one surface; csv a table of the steps; ics the evenings before the date of the brief; pdf the steps drawn, to print.',
    async run(args) {
      const { files, values } = readArgs(args, { as: { type: 'string' }, out: { type: 'string' } }, 1);
      const plan = readPlan(files[0]!);
      const replay = replayPlan(plan);
      const as = String(values.as);
      const write = Object.hasOwn(writers, as) ? writers[as] : undefined;
      if (!write) throw new BadInput(`--as is "${as}"; the formats are ${Object.keys(writers).join(', ')}.`);
      if (typeof values.out !== 'string')
        throw new BadInput('--out is missing; name the file to be written.');
      const content = await write({
        plan,
        replay,
        state: replay.steps.at(-1)?.after ?? replay.start,
        sideMm: plan.sheet.sideMm ?? USUAL_SIDE_MM,
      });
      writeFileSync(values.out, content);
      return { as, out: values.out, bytes: Buffer.byteLength(content) };
    },
  },
};

function toPattern(state: FlatState): CreasePattern {
  const pattern = buildPattern(patternOf(state));
  if (!pattern.ok) throw new BadInput(pattern.fault[0]!.text);
  return pattern.value;
}

const surfaceOf = ({ plan, state, sideMm }: Exported) =>
  valueOf(toSurface(state, sideMm, plan.paper.caliperMm ?? USUAL_CALIPER_MM));

const inMm = (sides: number, sideMm: number): number => Number((sides * sideMm).toFixed(2));
