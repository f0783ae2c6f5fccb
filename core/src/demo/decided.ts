import { type Plan, buildPlan, toPaperChoice } from '../plan/index.ts';
import type { PointRef } from '../references/index.ts';
import type { Wait } from '../waits/index.ts';
import { type WrittenAct, shapingStepSchema } from '../shaping/index.ts';
import { write } from '../sequence/index.ts';
import type { Figure } from '../parts/index.ts';
import { castFigures } from './cast/index.ts';
import { lanternDrawer } from './drawer.ts';

export const cast = 'Lantern Marsh';
export const showDate = '2026-12-19';

export const paperFrom = (id: string): Plan['paper'] =>
  toPaperChoice(lanternDrawer.find((d) => d.id === id)!);

/** What a finished plan decides beside its steps. */
export interface Decided {
  readonly name: string;
  readonly figure: keyof typeof castFigures;
  readonly pose: string;
  readonly paper: string;
  readonly sideMm: number;
  readonly target: Plan['brief']['target'];
  readonly sides: Plan['brief']['sides'];
  readonly copies: number;
  readonly limbs: readonly DecidedLimb[];
  /** Limbs that mirror each other, by name. */
  readonly pairs?: readonly (readonly [string, string])[];
  readonly baseId: string;
  readonly feet: readonly [PointRef, PointRef] | null;
  /** Shaping the engine makes, before what is done by hand. */
  readonly shaping?: readonly {
    readonly id: string;
    readonly act: WrittenAct;
    readonly waits?: readonly Wait[];
  }[];
  readonly posture?: Plan['finish']['posture'];
  readonly notes: readonly (readonly [text: string, range: string])[];
  readonly wetFolded?: boolean;
  readonly tools: Plan['finish']['tools'];
  readonly actions?: Plan['finish']['actions'];
}

/** A flap of the figure, the corner it comes from, and its parts from the body outwards with their degrees in the pose. */
type DecidedLimb = readonly [
  name: string,
  lengthMm: number,
  tip: string,
  ...parts: readonly (readonly [name: string, lengthMm: number, degrees: number])[],
];

/** The stick figure of decided limbs, all from one body. */
function toFigure(name: string, limbs: readonly DecidedLimb[], pairs: Decided['pairs'] = []): Figure {
  const parts = limbs.flatMap(([, , , ...own], i) =>
    own.map(([part, length, angle], k) => ({
      name: part,
      from: k === 0 ? 'body' : `limb-${i + 1} joint ${k}`,
      to: k === own.length - 1 ? `limb-${i + 1}` : `limb-${i + 1} joint ${k + 1}`,
      length,
      angle,
    })),
  );
  return {
    name,
    nodes: ['body', ...parts.map((p) => p.to)],
    limbs: parts,
    pairs: pairs.map(([a, b]) => [a, b]),
    onAxis: [],
    symmetry: 'none',
    pins: [],
  };
}

export function buildFinished(decided: Decided): Plan {
  const figure = castFigures[decided.figure];
  const fresh = buildPlan(decided.name);
  const stand = write.writeStep('stand', { kind: 'rotate', degrees: figure.stands }, { passage: 'Finish' });
  return {
    ...fresh,
    cast,
    sheet: {
      shape: { kind: 'square' },
      sideMm: decided.sideMm,
      handling: 'tweezers',
      trimMm: 0,
      keepGrain: false,
      halfOf: null,
    },
    paper: paperFrom(decided.paper),
    brief: {
      subject: decided.name,
      pose: decided.pose,
      other: null,
      places: [],
      hardest: null,
      depth: null,
      budget: null,
      target: decided.target,
      sides: decided.sides,
      rules: 'square',
      copies: decided.copies,
      date: showDate,
    },
    limbs: decided.limbs.map(([name, lengthMm, tip], i) => ({ id: `limb-${i + 1}`, name, lengthMm, tip })),
    figure: toFigure(decided.name, decided.limbs, decided.pairs),
    baseId: decided.baseId,
    points: figure.points,
    steps: [...figure.steps, ...(figure.stands === 0 ? [] : [stand])],
    shaping: [
      ...(decided.shaping ?? []).map(({ id, act, waits = [] }) =>
        shapingStepSchema.parse({ id, act, waits }),
      ),
      ...decided.notes.map(([text, range], i) =>
        shapingStepSchema.parse({ id: `note-${i + 1}`, act: { kind: 'hand', text, range } }),
      ),
    ],
    finish: {
      feet: decided.feet && [...decided.feet],
      spine: null,
      openedDegrees: null,
      posture: decided.posture ?? 'stands',
      wetFolded: decided.wetFolded ?? false,
      damping: { sizing: 'light', humidity: 50, celsius: 20 },
      tools: decided.tools,
      actions: decided.actions ?? [],
      locks: [],
    },
  };
}

/** A plan in which the repeats of a passage are kept as a run that follows it. */
export function repeatedAs(
  id: string,
  from: string,
  to: string,
  map: Plan['repeats'][number]['map'],
  decided: Decided,
): Plan {
  const plan = buildFinished(decided);
  const ends = [from, to].map((step) => plan.steps.findIndex((s) => s.id === step));
  const passage = new Set(plan.steps.slice(ends[0], ends[1]! + 1).map((s) => s.id));
  return {
    ...plan,
    repeats: [{ id, from, to, map, behind: false }],
    steps: plan.steps.map((s) =>
      s.move.kind === 'repeat' && passage.has(s.move.of) ? { ...s, run: id } : s,
    ),
  };
}

export const tall = (mm: number): Decided['target'] => ({
  dimension: 'height',
  mm,
  tolerancePercent: 5,
  bound: 'about',
  toMm: null,
});
export const long = (mm: number): Decided['target'] => ({
  dimension: 'length',
  mm,
  tolerancePercent: 5,
  bound: 'about',
  toMm: null,
});
