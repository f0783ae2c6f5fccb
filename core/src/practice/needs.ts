import { specOf } from '../kinds/index.ts';
import type { Plan } from '../plan/index.ts';
import { toMinutes } from '../schedule/index.ts';
import type { Replay } from '../sequence/index.ts';
import { hardnessOf } from './drill.ts';
import { type Skill, skillOf } from './skills.ts';

/** A step that takes a skill. */
export interface NeededStep {
  readonly id: string;
  readonly number: number;
  readonly passage: string;
  readonly skill: Skill;
  readonly layers: number;
  /** Its crease in mm; 0 where it has none of its own. */
  readonly reachMm: number;
  readonly foreseenSeconds: number;
}

/** What a plan asks of the hands. */
export interface PlanNeeds {
  readonly id: string;
  readonly name: string;
  readonly date: string | null;
  readonly caliperMm: number | null;
  readonly steps: readonly NeededStep[];
}

/** The steps of a plan that take a skill, repeats among them, at a sheet side in mm. Cost: none beside the replay. */
export function readNeeds(id: string, plan: Plan, { steps }: Replay, sideMm: number): PlanNeeds {
  return {
    id,
    name: plan.name,
    date: plan.brief.date,
    caliperMm: plan.paper.caliperMm,
    steps: steps.flatMap((s): NeededStep[] => {
      const skill = s.refusal ? undefined : skillOf(s.move);
      if (!skill) return [];
      const { layers, reach } = hardnessOf(s);
      return [
        {
          id: s.step.id,
          number: s.number,
          passage: s.step.passage,
          skill,
          layers,
          reachMm: reach * sideMm,
          foreseenSeconds: 60 * toMinutes(s, sideMm, 1),
        },
      ];
    }),
  };
}

/** What one plan, or several, ask for in one skill. */
export interface SkillNeed {
  readonly skill: Skill;
  readonly count: number;
  /** The step with the most layers for the length of its crease, and the plan it belongs to. */
  readonly hardest: NeededStep & { readonly plan: string; readonly planId: string };
  readonly plans: readonly {
    readonly id: string;
    readonly name: string;
    readonly steps: readonly number[];
  }[];
}

/** Skills that plans need, each with its hardest step: most layers, then the shortest crease. */
export function needsBySkill(plans: readonly PlanNeeds[]): SkillNeed[] {
  const found = new Map<Skill, { need: SkillNeed }>();
  for (const { id, name, steps } of plans)
    for (const step of steps) {
      const own = { ...step, plan: name, planId: id };
      const known = found.get(step.skill)?.need;
      const before = known?.plans.find((p) => p.id === id);
      const plansNow = before
        ? known!.plans.map((p) => (p === before ? { ...p, steps: [...p.steps, step.number] } : p))
        : [...(known?.plans ?? []), { id, name, steps: [step.number] }];
      found.set(step.skill, {
        need: {
          skill: step.skill,
          count: (known?.count ?? 0) + 1,
          hardest: known && !isHarder(own, known.hardest) ? known.hardest : own,
          plans: plansNow,
        },
      });
    }
  return [...found.values()].map((f) => f.need);
}

/**
 * The step of a plan that is hardest to make: by how hard its kind is, the layers it goes through, and how short its crease is
 * (rule of thumb). Undefined where nothing takes a skill.
 */
export function hardestOf({ steps }: PlanNeeds, replay: Replay): NeededStep | undefined {
  const score = (s: NeededStep): number =>
    ((1 + specOf(replay.steps[s.number - 1]!.move).difficulty) * s.layers) / Math.max(EASY_MM, s.reachMm);
  return steps.reduce<NeededStep | undefined>((a, b) => (!a || score(b) > score(a) ? b : a), undefined);
}

/** Longer creases are no harder for being shorter. */
const EASY_MM = 5;

const isHarder = (a: NeededStep, b: NeededStep): boolean =>
  a.layers === b.layers ? a.reachMm < b.reachMm : a.layers > b.layers;
