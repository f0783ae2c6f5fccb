import { format } from 'date-fns';
import { useMemo, useState } from 'react';
import { toIso, weekdayOf } from '@jade/core/calendar';
import {
  type DueDrill,
  type Hand,
  type PlanNeeds,
  type Readiness,
  type Rung,
  type Skill,
  type SkillNeed,
  needsBySkill,
  planDrills,
  readHand,
  readinessOf,
  toLadder,
} from '@jade/core/practice';
import { getEngine, useEachPlan } from '../engine/index.ts';
import { usePractice, useRuns, useSettings } from '../records/index.ts';

/** One move that plans ask for, what the hand has of it, and when to practise. */
export interface SkillRow {
  readonly skill: Skill;
  readonly need: SkillNeed;
  readonly hand: Hand | undefined;
  readonly readiness: Readiness;
  readonly due: readonly DueDrill[];
  readonly before: string | null;
}

export interface PracticeState {
  readonly rows: readonly SkillRow[];
  readonly ladder: readonly Rung[];
  readonly hands: ReadonlyMap<Skill, Hand>;
  readonly plans: readonly PlanNeeds[];
  readonly today: string;
  readonly isRead: boolean;
  readonly share: number;
}

const dayOf = (moment: string | Date): string => format(new Date(moment), 'yyyy-MM-dd');

/** What all plans ask, against what the runs and drills say of this hand. The most pressing first. */
export function usePracticeState(): PracticeState {
  const { data: runs } = useRuns();
  const { data: tries } = usePractice();
  const { calendar } = useSettings();
  const [today] = useState(() => dayOf(new Date()));
  const { found, isRead, share } = useEachPlan(
    (p) => p.plan.steps.length > 0,
    (p, input) => getEngine().readNeeds(p.id, input),
  );
  const hands = useMemo(
    () =>
      readHand(
        found,
        (runs ?? []).map((r) => ({ planId: r.planId, run: r.record })),
        tries ?? [],
        dayOf,
      ),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- found is a new list each time, of the same answers
    [found.length, isRead, runs, tries],
  );
  const judgedRows = needsBySkill(found).map((need) => {
    const hand = hands.get(need.skill);
    const readiness = readinessOf(hand, need.hardest.layers);
    const dates = found.flatMap((p) =>
      p.date !== null && p.date >= today && need.plans.some((q) => q.id === p.id) ? [p.date] : [],
    );
    return { skill: need.skill, need, hand, readiness, before: dates.sort()[0] ?? null };
  });
  // What is being learned goes before what was never tried, and both before what is kept up.
  const press = ({ readiness, hand }: (typeof judgedRows)[number]): string =>
    `${readiness.is === 'known' ? 2 : readiness.is === 'new' ? 1 : 0}${hand?.due ?? '9'}`;
  const load = new Map<number, number>();
  const { minutes, off } = calendar;
  const isFree = (day: number): boolean => (minutes[weekdayOf(day)] ?? 0) > 0 && !off.includes(toIso(day));
  const rows = judgedRows
    .sort((a, b) => press(a).localeCompare(press(b)) || b.need.hardest.layers - a.need.hardest.layers)
    .map((r): SkillRow => ({
      ...r,
      due: planDrills(r.skill, r.hand, r.before, today, r.readiness.is === 'known', { load, isFree }),
    }));
  return {
    rows,
    ladder: toLadder(found, hands),
    hands,
    plans: found,
    today,
    isRead: isRead && runs !== undefined && tries !== undefined,
    share,
  };
}
