import type { Plan } from '../plan/index.ts';
import type { NamedPoints } from '../references/index.ts';
import { shapingStepSchema } from '../shaping/index.ts';
import { type Step, stepSchema, stepsUsedBy, writeOut } from '../sequence/index.ts';

export interface CopyAsk {
  readonly from: Plan;
  /** Numbers of the first and last step taken, from 1. */
  readonly first: number;
  readonly last: number;
  readonly into: Plan;
  /** The step after which the passage goes, from 1; 0 for the start. */
  readonly after: number;
  /** Gives ids unlike any other of the plan. */
  readonly freshId: () => string;
}

export interface Copied {
  readonly plan: Plan;
  /** Numbers in the other plan of steps the passage leans on that have no like in this one. */
  readonly leansOn: readonly number[];
}

/**
 * Takes a passage of another plan: its steps under new ids, with the points they name (renamed where this plan uses the
 * name for something else). Steps outside the passage that it leans on are looked for in this plan by what they do.
 */
export function copyPassage({ from, first, last, into, after, freshId }: CopyAsk): Copied {
  const taken = from.steps.slice(first - 1, last);
  const ids = new Map(taken.map((s) => [s.id, freshId()]));
  const leansOn = new Set<number>();
  const sequence = { sheet: from.sheet.shape, points: from.points, steps: from.steps };
  const written = taken.map((step) => {
    if (step.move.kind !== 'repeat' || ids.has(step.move.of)) return step;
    // A repeat of a step that stays behind is taken as the move it stands for.
    const own = writeOut(step.move, sequence, from.steps.indexOf(step) + 1);
    return own.ok ? { ...step, move: own.value } : step;
  });
  for (const id of written.flatMap((s) => [...stepsUsedBy(s.move)])) {
    if (ids.has(id)) continue;
    const number = from.steps.findIndex((s) => s.id === id) + 1;
    const like = number > 0 ? findLike(from.steps[number - 1]!, into.steps) : undefined;
    if (like) ids.set(id, like);
    else leansOn.add(number);
  }
  const { points, names } = takePoints(
    written.map((s) => s.move),
    from.points,
    into.points,
    ids,
  );
  const steps = written.map((s) =>
    stepSchema.parse({
      ...(rename(s, ids, names) as object),
      id: ids.get(s.id),
      run: null,
      variant: null,
      called: null,
    }),
  );
  return {
    plan: {
      ...into,
      points,
      steps: [...into.steps.slice(0, after), ...steps, ...into.steps.slice(after)],
    },
    leansOn: [...leansOn].filter((n) => n > 0).sort((a, b) => a - b),
  };
}

export interface ShapingCopyAsk {
  readonly from: Plan;
  /** Ids of the shaping steps taken; repeats of them come along, what a repeat repeats too. */
  readonly taken: readonly string[];
  readonly into: Plan;
  readonly freshId: () => string;
}

/**
 * Takes shaping steps of another plan, to the end of this one's, under new ids, with the points they name. Flat steps they lean
 * on are looked for in this plan by what they do; those without a like are told, and their steps ask for another landmark.
 */
export function copyShaping({ from, taken, into, freshId }: ShapingCopyAsk): Copied {
  const wanted = new Set(taken);
  for (const { id, act } of from.shaping) {
    if (act.kind !== 'again') continue;
    if (wanted.has(id)) wanted.add(act.of);
    else if (wanted.has(act.of)) wanted.add(id);
  }
  const own = from.shaping.filter((s) => wanted.has(s.id));
  const ids = new Map(own.map((s) => [s.id, freshId()]));
  const leansOn = new Set<number>();
  from.steps.forEach((step, i) => {
    const isUsed = own.some((s) => JSON.stringify(s.act).includes(`"${step.id}"`));
    if (!isUsed) return;
    const like = findLike(step, into.steps);
    if (like) ids.set(step.id, like);
    else leansOn.add(i + 1);
  });
  const { points, names } = takePoints(
    own.map((s) => s.act),
    from.points,
    into.points,
    ids,
  );
  const shaping = own.map((s) =>
    shapingStepSchema.parse({ ...(rename(s, ids, names) as object), id: ids.get(s.id) }),
  );
  return {
    plan: { ...into, points, shaping: [...into.shaping, ...shaping] },
    leansOn: [...leansOn].sort((a, b) => a - b),
  };
}

const findLike = (step: Step, steps: readonly Step[]): string | undefined => {
  const move = JSON.stringify(step.move);
  return steps.find((s) => JSON.stringify(s.move) === move)?.id;
};

type Ids = ReadonlyMap<string, string>;

/** Every reference to a step or to one of the folder's own points, renamed, however deep it stands. */
function rename(value: unknown, ids: Ids, names: Ids): unknown {
  if (Array.isArray(value)) return value.map((v) => rename(v, ids, names));
  if (typeof value !== 'object' || value === null) return value;
  const own = value as Record<string, unknown>;
  if (own.kind === 'named') return { ...own, name: names.get(own.name as string) ?? own.name };
  const entries = Object.entries(own).map(([key, v]) =>
    (key === 'step' || key === 'of' || key === 'half') && typeof v === 'string'
      ? [key, ids.get(v) ?? v]
      : [key, rename(v, ids, names)],
  );
  return Object.fromEntries(entries);
}

/** Points that moves or shaping name, and those these are made of, put into the plan under a free name. */
function takePoints(
  acts: readonly unknown[],
  given: NamedPoints,
  own: NamedPoints,
  ids: Ids,
): { points: NamedPoints; names: Map<string, string> } {
  const wanted = new Set<string>();
  const gather = (value: unknown): void => {
    if (Array.isArray(value)) value.forEach(gather);
    else if (typeof value === 'object' && value !== null) {
      const { kind, name } = value as { kind?: string; name?: string };
      if (kind === 'named' && name && given[name] && !wanted.has(name)) {
        wanted.add(name);
        gather(given[name]);
      }
      Object.values(value).forEach(gather);
    }
  };
  gather(acts);
  const names = new Map<string, string>();
  for (const name of wanted) {
    let free = name;
    for (let n = 2; isOther(own[free], given[name]); n++) free = `${name} ${n}`;
    names.set(name, free);
  }
  const points = { ...own };
  for (const name of wanted)
    points[names.get(name)!] = rename(given[name], ids, names) as NamedPoints[string];
  return { points, names };
}

const isOther = (a: unknown, b: unknown): boolean =>
  a !== undefined && JSON.stringify(a) !== JSON.stringify(b);
