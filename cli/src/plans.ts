import { writeFileSync } from 'node:fs';
import { checkSequence, checkWanted } from '@jade/core/checks';
import { describeStep } from '@jade/core/exporting';
import { dayPalette, drawModel, drawStep, toSvg } from '@jade/core/drawing';
import { toStanding } from '@jade/core/balance';
import { foldsOf, toMeasures } from '@jade/core/folded';
import { defaultLimits, findPaperKind, paperKinds } from '@jade/core/paper';
import { toReadings, toWindowInput } from '@jade/core/readings';
import { defaultSettings } from '@jade/core/settings';
import { findRemedies, sayBand, sayRemedy, toWindow } from '@jade/core/window';
import { listResults } from '@jade/core/kinds';
import { type PointRef, resolvePoint } from '@jade/core/references';
import { type Replay, type ReplayedStep, contextAfter, nameSteps } from '@jade/core/sequence';
import { BadInput, readArgs, readCount, readPlan, readTarget } from './input.ts';
import { type Verb, replayPlan } from './verb.ts';

/** Verbs about plans. */
export const planVerbs: Record<string, Verb> = {
  replay: {
    usage: 'replay PLAN [--to N]',
    about:
      'Folds a plan step by step: what each step makes of the sheet, in sheet sides, why a step cannot be folded, and what to know before it (creases to reverse first or missing, marks nothing shows, locked flaps, flaps too narrow and stacks too thick at its sheet, colours, clean zones and pairs not as wanted).',
    run(args) {
      const { files, values } = readArgs(args, { to: { type: 'string' } }, 1);
      const plan = readPlan(files[0]!);
      const replay = replayPlan(plan);
      const to = readCount(values.to, 'to', 1, replay.steps.length) ?? replay.steps.length;
      const wanted = { plan, replay, sideMm: plan.sheet.sideMm ?? undefined, limits: defaultLimits };
      const findings = [...checkSequence(replay), ...checkWanted({ ...wanted, unit: 'mm' })]
        .filter((f) => f.step <= to)
        .sort((a, b) => a.step - b.step);
      return {
        steps: replay.steps.slice(0, to).map((s) => ({
          ...describeStep(s, replay),
          folds: foldsOf(s.after).map(({ from, to: end, sense }) => ({ from, to: end, sense })),
          findings: findings.filter((f) => f.step === s.number).map((f) => f.text),
          results: countResults(s, replay),
        })),
        findings: findings.map(({ step, kind, text }) => ({ step, kind, text })),
      };
    },
  },
  draw: {
    usage: 'draw PLAN --step N [--out FILE.svg]',
    about:
      'The drawing of a step as SVG: the model before it with the line, the arrow and the names; --step 0 draws the sheet.',
    run(args) {
      const { files, values } = readArgs(args, { step: { type: 'string' }, out: { type: 'string' } }, 1);
      const plan = readPlan(files[0]!);
      const replay = replayPlan(plan);
      const number = readCount(values.step, 'step', 0, replay.steps.length);
      if (number === undefined)
        throw new BadInput(`--step is missing; write a number from 0 to ${replay.steps.length}.`);
      const step = replay.steps[number - 1];
      const drawing = step ? drawStep(step, nameSteps(plan.steps)) : drawModel(replay.start);
      const svg = toSvg(drawing, {
        width: 480,
        height: 480,
        palette: dayPalette(plan.paper.front.hex, plan.paper.back.hex),
        title: `${plan.name}, step ${number}`,
      });
      if (typeof values.out !== 'string') return { step: number, svg };
      writeFileSync(values.out, svg);
      return { step: number, out: values.out };
    },
  },
  size: {
    usage: 'size PLAN --target height=120mm [--paper KIND]',
    about:
      'The sheet for a wanted height or length, in mm: the ratio of the folded model, the side, every limit as a band over the side, the window they leave, what binds at either end, and what would open it.',
    run(args) {
      const { files, values } = readArgs(args, { target: { type: 'string' }, paper: { type: 'string' } }, 1);
      const wanted = readTarget(values.target);
      const kind = values.paper === undefined ? undefined : findPaperKind(String(values.paper));
      if (values.paper !== undefined && !kind)
        throw new BadInput(
          `there is no kind of paper "${String(values.paper)}"; the kinds are ${paperKinds.map((k) => k.id).join(', ')}.`,
        );
      const read = readPlan(files[0]!);
      const plan = {
        ...read,
        sheet: { ...read.sheet, sideMm: null },
        paper: kind ? { ...read.paper, caliperMm: kind.caliperMm } : read.paper,
        brief: { ...read.brief, target: { ...read.brief.target, ...wanted } },
      };
      const readings = toReadings({
        plan,
        replay: replayPlan(plan),
        runs: [],
        diary: [],
        otherDiary: [],
        limits: defaultLimits,
        sigma: defaultSettings.sigma,
        unit: 'mm',
      });
      const input = toWindowInput(plan, readings, defaultLimits, []);
      if (!input) throw new BadInput('the plan folds nothing yet, so no size can be read off it.');
      const window = toWindow(input);
      const binding = window.lowBy && sayBand(window.lowBy, input, 'mm').name;
      return {
        ratio: readings.ratio,
        side: readings.wanted?.sideMm,
        window: {
          low: window.lowMm,
          high: window.highMm ?? null,
          binding: binding ?? null,
          bindingHigh: window.highBy ? sayBand(window.highBy, input, 'mm').name : null,
          empty: !window.isOpen,
        },
        constraints: window.bands.map((band) => ({
          ...sayBand(band.id, input, 'mm'),
          low: band.lowMm ?? null,
          high: band.highMm ?? null,
        })),
        remedies: findRemedies(input, {
          papers: paperKinds.map((k) => ({
            id: k.id,
            name: k.name,
            caliperMm: k.caliperMm,
            sideMm: Infinity,
          })),
          bases: [],
          withoutLimb: [],
        }).map((r) => sayRemedy(r, 'mm')),
      };
    },
  },
  balance: {
    usage: 'balance PLAN [--feet NAME,NAME]',
    about:
      'Does the folded model stand on two points of the plan: centroid and support in sheet sides, margin in mm, the angle it leans before it tips.',
    run(args) {
      const { files, values } = readArgs(args, { feet: { type: 'string' } }, 1);
      const plan = readPlan(files[0]!);
      const replay = replayPlan(plan);
      const state = replay.steps.at(-1)?.after ?? replay.start;
      const named = typeof values.feet === 'string' ? values.feet.split(',').map((f) => f.trim()) : undefined;
      const refs: readonly PointRef[] | null =
        named?.map((name) => ({ kind: 'named' as const, name })) ?? plan.finish.feet;
      if (refs?.length !== 2)
        throw new BadInput('two feet are needed; name two points of the plan: --feet A,B.');
      const context = {
        state,
        points: plan.points,
        trails: new Map(replay.steps.flatMap((s) => (s.trail ? [[s.step.id, s.trail] as const] : []))),
        numbers: new Map(replay.steps.map((s) => [s.step.id, s.number])),
      };
      const [a, b] = refs.map((ref) => {
        const found = resolvePoint(ref, context);
        if (!found.ok) throw new BadInput(found.fault.text);
        return found.value.model;
      });
      const standing = toStanding(toMeasures(state).centroid, [a!, b!]);
      const side = plan.sheet.sideMm;
      return {
        centroid: standing.centroid,
        support: [standing.from, standing.to],
        margin: standing.margin,
        ...(side === null ? {} : { marginMm: standing.margin * side }),
        tipAngle: standing.tipDegrees,
        stands: standing.stands,
      };
    },
  },
};

/** How many legal results a step's move has; 0 for a refused one. */
function countResults({ move, number, refusal }: ReplayedStep, replay: Replay): number {
  if (refusal) return 0;
  const offered = listResults(move, contextAfter(replay, number - 1));
  return offered.ok ? Math.max(1, offered.value.length) : 1;
}
