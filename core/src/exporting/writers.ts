import { buildPattern } from '../creases/index.ts';
import { findFlaps, findNarrowest, toMeasures } from '../folded/index.ts';
import {
  patternOf,
  toCsv,
  toFoldStates,
  toGltf,
  toIcs,
  toObj,
  toPatternDxf,
  toPatternSvg,
  toStl,
  toSurface,
} from '../formats/index.ts';
import { type Issue, type Outcome, done, failed } from '../outcome/index.ts';
import type { Plan } from '../plan/index.ts';
import { toPage } from './html.ts';
import { isShaped, posedFrame, posedSurface } from './posed.ts';
import { toEvenings, toMinutes } from '../schedule/index.ts';
import { type Replay, moveWord, openAfter, sayStep } from '../sequence/index.ts';
import { waitMinutes } from '../waits/index.ts';
import { sheetArea } from '../sheet/index.ts';

/** A plan and its replay from the flat sheet. */
export interface Exported {
  readonly plan: Plan;
  readonly replay: Replay;
}

type Written = Outcome<string, Issue>;

/** A sheet of this side stands in where a plan has none. */
export const USUAL_SIDE_MM = 200;
/** Paper of this thickness stands in where a plan's has not been measured. */
const USUAL_CALIPER_MM = 0.1;
/** One evening at the bench, and when it begins. */
const EVENING = { minutes: 90, hour: 19 };

const sideOf = ({ plan }: Exported): number => plan.sheet.sideMm ?? USUAL_SIDE_MM;
const stateOf = ({ replay }: Exported) => replay.steps.at(-1)?.after ?? replay.start;
const patternAfter = (given: Exported) => {
  const pattern = buildPattern(patternOf(stateOf(given)));
  return pattern.ok ? pattern : failed<Issue>(pattern.fault[0]!);
};
/** The figure in space where it is shaped, else the flat layers at their heights. */
const surfaceOf = (given: Exported) =>
  isShaped(given.plan)
    ? done(posedSurface(given.plan, given.replay, sideOf(given)))
    : toSurface(stateOf(given), sideOf(given), given.plan.paper.caliperMm ?? USUAL_CALIPER_MM);

const inMm = (sides: number, sideMm: number): number => Number((sides * sideMm).toFixed(2));

const writers = {
  /** Every folded state with its layers. */
  fold({ plan, replay }: Exported): Written {
    const frames = [
      { title: 'the sheet', state: replay.start },
      ...replay.steps.map((s) => ({ title: `step ${s.number}`, state: s.after })),
    ];
    const states = toFoldStates(plan.name, frames);
    const shaped = isShaped(plan) ? [posedFrame(plan, replay, sideOf({ plan, replay }))] : [];
    const { designer, source, year, licence, permission } = plan.origin;
    const whose = [source, year, licence, permission].filter(Boolean).join('; ');
    const all = {
      ...states,
      ...(designer ? { file_author: designer } : {}),
      ...(whose ? { file_description: whose } : {}),
      file_frames: [...(states.file_frames as unknown[]), ...shaped],
    };
    return done(`${JSON.stringify(all, undefined, 1)}\n`);
  },
  svg(given: Exported): Written {
    const pattern = patternAfter(given);
    return pattern.ok ? done(toPatternSvg(pattern.value, given.plan.name)) : pattern;
  },
  dxf(given: Exported): Written {
    const pattern = patternAfter(given);
    return pattern.ok ? done(toPatternDxf(pattern.value, sideOf(given))) : pattern;
  },
  obj(given: Exported): Written {
    const surface = surfaceOf(given);
    return surface.ok ? done(toObj(surface.value, given.plan.name)) : failed(toIssue(surface.fault));
  },
  stl(given: Exported): Written {
    const surface = surfaceOf(given);
    return surface.ok ? done(toStl(surface.value, given.plan.name)) : failed(toIssue(surface.fault));
  },
  gltf(given: Exported): Written {
    const surface = surfaceOf(given);
    const { name, paper } = given.plan;
    return surface.ok ? done(toGltf(surface.value, name, paper.front.hex)) : failed(toIssue(surface.fault));
  },
  /** One page to send to a friend. */
  html(given: Exported): Written {
    return done(toPage(given, sideOf(given), given.plan.paper.caliperMm ?? USUAL_CALIPER_MM));
  },
  csv(given: Exported): Written {
    const { plan, replay } = given;
    const sideMm = sideOf(given);
    return done(
      toCsv(
        replay.steps.map((s) => {
          const read = describeStep(s, replay);
          return {
            step: read.n,
            move: read.move,
            says: read.says,
            passage: s.step.passage,
            note: s.step.note,
            folds: read.ok,
            facets: read.facets,
            layers_most: read.layersMax,
            layers_at_crease: read.layersAtCrease,
            width_mm: inMm(read.width, sideMm),
            height_mm: inMm(read.height, sideMm),
            narrowest_flap_mm: read.narrowest === null ? null : inMm(read.narrowest, sideMm),
            minutes: Number(toMinutes(s, sideMm, 1).toFixed(1)),
            waits_minutes: waitMinutes(s.step.waits),
            paper: plan.paper.name,
          };
        }),
      ),
    );
  },
  ics(given: Exported): Written {
    const { plan, replay } = given;
    if (!plan.brief.date)
      return failed({
        path: 'brief.date',
        text: 'the plan has no date to be ready by; set one in its brief, and the evenings before it are written.',
      });
    const [year, month, day] = plan.brief.date.split('-').map(Number) as [number, number, number];
    const evenings = toEvenings(
      replay.steps.map((s) => toMinutes(s, sideOf(given), 1)),
      EVENING.minutes,
      {
        canStop: (n) => !openAfter(plan.steps, n),
        waits: (n) => waitMinutes(plan.steps[n - 1]!.waits),
      },
    );
    const written = toIcs(
      evenings.map(({ first, last, minutes }, i) => {
        // eslint-disable-next-line no-restricted-globals -- counts days back from a given one; asks for no clock
        const at = new Date(Date.UTC(year, month - 1, day - evenings.length + i));
        return {
          title: `${plan.name}: steps ${first} to ${last}`,
          note: `${Math.round(minutes)} minutes foreseen, ready by ${plan.brief.date}.`,
          start: [at.getUTCFullYear(), at.getUTCMonth() + 1, at.getUTCDate(), EVENING.hour, 0] as const,
          minutes: Math.max(5, Math.ceil(minutes / 5) * 5),
        };
      }),
      plan.name.toLowerCase().replace(/[^a-z0-9]+/g, '-') || 'plan',
    );
    return written.ok ? written : failed(toIssue(written.fault));
  },
};

const toIssue = (fault: Issue | string): Issue =>
  typeof fault === 'string' ? { path: 'plan', text: fault } : fault;

export type ExportFormat = keyof typeof writers;
export const exportFormats = Object.keys(writers) as readonly ExportFormat[];

/** The plan in another format, as text; lengths of the files in mm where the format has any. Fails with one sentence. */
export const exportPlan = (format: ExportFormat, given: Exported): Written => writers[format](given);

/** A replayed step in figures: facets, layers, size in sheet sides, narrowest flap, areas of both sides. */
export function describeStep(step: Replay['steps'][number], replay: Replay) {
  const measures = toMeasures(step.after);
  const narrow = findNarrowest(findFlaps(step.after));
  const sides = ({ front, back }: { front: number; back: number }) => ({ a: front, b: back });
  return {
    n: step.number,
    move: moveWord(step.step),
    says: sayStep(step.step, replay.sequence),
    ok: step.refusal === undefined,
    ...(step.refusal ? { error: step.refusal.text } : {}),
    flat: true,
    facets: measures.facets,
    layersMax: measures.spot.layers,
    layersAtCrease: step.trace?.layersAtCrease ?? 0,
    width: measures.width,
    height: measures.height,
    narrowest: narrow?.width ?? null,
    colours: { front: sides(measures.fromFront), back: sides(measures.fromBehind) },
    paper: sheetArea(replay.sequence.sheet),
  };
}
