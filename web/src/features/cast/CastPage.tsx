import { useEffect, useMemo, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { buildPlan } from '@jade/core/plan';
import { stageIds, type StageState } from '@jade/core/readings';
import { type LengthUnit, toLengthText } from '@jade/core/units';
import { type SavedPlan, sayFault, useCreatePlanMutation, useListPlansQuery } from '../../api/index.ts';
import { otherDiaries, otherTimes, useDiary, useRuns, useSettings } from '../../records/index.ts';
import { type Silhouette, getEngine } from '../../engine/index.ts';
import { Notice, Waiting, ask, sayDay } from '../../ui/index.ts';
import { Keeping } from './Keeping.tsx';
import { type Figure, finishedSize } from './figures.ts';
import { Stage } from './Stage.tsx';
import { WORDS } from './words.ts';

/** All plans as their folded silhouettes on one stage at one scale. */
export function CastPage() {
  const { data: plans, error, refetch } = useListPlansQuery(undefined, { refetchOnMountOrArgChange: true });
  const figures = useFigures(plans);
  const { unit } = useSettings();
  if (error && !plans) {
    return (
      <main className="px-7 py-8">
        <Notice tone="care" className="max-w-[640px]">
          {sayFault(error)}{' '}
          <button type="button" className="act" onClick={() => void refetch()}>
            {WORDS.tryAgain}
          </button>
        </Notice>
      </main>
    );
  }
  if (!plans) return <Waiting what={WORDS.lookingForTheCast} />;
  return (
    <main className="pb-10">
      <h1 className="sr-only">{WORDS.cast}</h1>
      <p className="say px-8 pt-5">
        {plans.length === 0 ? (
          WORDS.theStageIsEmpty
        ) : (
          <>
            The whole cast at one scale: <b>{plans.length}</b> {plans.length === 1 ? WORDS.plan : WORDS.plans}
            {nextDate(plans)}.
          </>
        )}
      </p>
      <Keeping />
      {figures.length > 0 && <Stage figures={figures} unit={unit} />}
      <ul
        className="grid gap-x-6 gap-y-5 px-8 pt-4"
        style={{ gridTemplateColumns: 'repeat(auto-fill, minmax(210px, 1fr))' }}
      >
        {figures.map(({ saved, shape }) => {
          const { readings } = shape;
          const side = readings.sideMm;
          const [height, width] = finishedSize({ saved, shape });
          const trouble = readings.verdicts[0]?.text;
          return (
            <li key={saved.id}>
              <Link to={`/plan/${saved.id}/brief`} className="block no-underline">
                <h2 className="text-[19px] leading-[24px] text-jade-deep">{saved.plan.name}</h2>
                <p className="font-semibold">
                  {side ? (
                    <>
                      {sayBox(height, width, unit)} from {toLengthText(side, unit).text}
                    </>
                  ) : (
                    WORDS.noSheetYet
                  )}
                </p>
                <Progress states={stageIds.map((s) => readings.stages[s].state)} />
                <p className={`note ${trouble ? '!text-persimmon' : ''}`}>
                  {trouble ?? `${readings.stages.folds.figure}; ${readings.stages.bench.figure}`}
                </p>
              </Link>
            </li>
          );
        })}
      </ul>
      <NewPlan />
    </main>
  );
}

/** Height by width, in whole mm or the folder's own unit. */
function sayBox(heightMm: number, widthMm: number, unit: LengthUnit): string {
  if (unit === 'mm') return `${Math.round(heightMm)} × ${Math.round(widthMm)} mm`;
  return `${toLengthText(heightMm, unit).text} × ${toLengthText(widthMm, unit).text}`;
}

function nextDate(plans: readonly SavedPlan[]): string {
  const dates = plans.flatMap((p) => (p.plan.brief.date ? [p.plan.brief.date] : [])).sort();
  return dates[0] ? `, the first needed on ${sayDay(dates[0])}` : '';
}

/** Silhouettes of all plans, computed one after the other in the worker. */
function useFigures(plans: readonly SavedPlan[] | undefined): readonly Figure[] {
  const settings = useSettings();
  const { data: runs } = useRuns();
  const { data: diary } = useDiary();
  const [shapes, setShapes] = useState<ReadonlyMap<string, Silhouette>>(new Map());
  const keyOf = (p: SavedPlan): string => `${p.id}@${p.revision}`;
  useEffect(() => {
    let live = true;
    const work = async (): Promise<void> => {
      for (const p of plans ?? []) {
        const own = {
          runs: (runs ?? []).filter((r) => r.planId === p.id).map((r) => r.record),
          diary: (diary ?? []).filter((r) => r.planId === p.id).map((r) => r.record),
        };
        const others = { otherDiary: otherDiaries(diary, p.id), otherTimes: otherTimes(runs, p.id) };
        const shape = await getEngine().drawSilhouette({ plan: p.plan, ...own, ...others, settings });
        if (!live) return;
        setShapes((known) => new Map(known).set(keyOf(p), shape));
      }
    };
    void work();
    return () => {
      live = false;
    };
  }, [plans, runs, diary, settings]);
  return useMemo(
    () =>
      (plans ?? []).flatMap((saved) => {
        const shape = shapes.get(keyOf(saved));
        return shape ? [{ saved, shape }] : [];
      }),
    [plans, shapes],
  );
}

const DASH: Record<StageState, { dash?: string; colour: string }> = {
  'not begun': { dash: '1.4 4', colour: 'var(--rule-strong)' },
  'in work': { dash: '7 4', colour: 'var(--jade)' },
  settled: { colour: 'var(--jade)' },
  contradicts: { dash: '14 3.5 3 3.5', colour: 'var(--persimmon)' },
};

function Progress({ states }: { states: readonly StageState[] }) {
  return (
    <svg
      viewBox="0 0 160 16"
      className="my-1 block h-4 w-[160px]"
      role="img"
      aria-label={stageIds.map((s, i) => `${s} ${states[i]}`).join(', ')}
    >
      <path
        d={`M0 8${states.map((_, i) => `L${i * 20 + 14} 1L${(i + 1) * 20} 8`).join('')}`}
        fill="none"
        stroke="var(--rule-strong)"
      />
      {states.map((s, i) => (
        <line
          key={i}
          x1={i * 20 + 1}
          x2={i * 20 + 18}
          y1="13"
          y2="13"
          stroke={DASH[s].colour}
          strokeWidth="2.4"
          strokeDasharray={DASH[s].dash}
        />
      ))}
    </svg>
  );
}

function NewPlan() {
  const navigate = useNavigate();
  const { folder } = useSettings();
  const [name, setName] = useState('');
  const [create, { error: createError }] = useCreatePlanMutation();
  const [fault, setFault] = useState('');
  const open = (saved: SavedPlan): void => void navigate(`/plan/${saved.id}/brief`);
  const begin = async (): Promise<void> => {
    if (name.trim() === '')
      return setFault('The plan has no name yet; write what it shall become, such as Barn owl.');
    setFault('');
    const plan = buildPlan(name.trim());
    await create({ ...plan, origin: { ...plan.origin, designer: folder } })
      .unwrap()
      .then(open, () => undefined);
  };
  const problem = fault || (createError ? sayFault(createError) : '');
  return (
    <section className="mt-8 px-8" aria-label={WORDS.newPlan}>
      <form
        className="flex flex-wrap items-end gap-4 border-t border-rule-strong pt-4"
        onSubmit={(e) => {
          e.preventDefault();
          void begin();
        }}
      >
        <label className="text-[14px] text-ink-2">
          A new plan for a
          <input
            type="text"
            className="ml-0 block w-64"
            value={name}
            maxLength={80}
            placeholder={WORDS.barnOwlOtterFerry}
            onChange={(e) => setName(e.target.value)}
          />
        </label>
        <button type="submit" className="btn solid">
          {WORDS.beginThePlan}
        </button>
        <button type="button" className="btn" onClick={() => ask('bring')}>
          {WORDS.bringIn}
        </button>
        <span className="note pb-2">{WORDS.bringInSays}</span>
      </form>
      {problem && (
        <Notice tone="care" className="mt-4 max-w-[720px]">
          {problem}
        </Notice>
      )}
    </section>
  );
}
