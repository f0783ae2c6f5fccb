import { useEffect, useMemo, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { buildPlan } from '@jade/core/plan';
import { stageIds, type StageState } from '@jade/core/readings';
import { type LengthUnit, toLengthText } from '@jade/core/units';
import { type SavedPlan, sayFault, useCreatePlanMutation, useListPlansQuery } from '../../api/index.ts';
import { useSettings } from '../../records/index.ts';
import { type Silhouette, getEngine, useEachPlan } from '../../engine/index.ts';
import { Notice, Waiting, ask, sayDay } from '../../ui/index.ts';
import { Keeping } from './Keeping.tsx';
import { type Figure, finishedSize } from './figures.ts';
import { Search } from './Search.tsx';
import { Stage } from './Stage.tsx';
import { forgetOthers, keep, readKept } from './kept.ts';
import { type Wanted, arrange } from './order.ts';
import { WORDS } from './words.ts';

/** All plans as their folded silhouettes on one stage at one scale. */
export function CastPage() {
  const { data: plans, error, refetch } = useListPlansQuery(undefined, { refetchOnMountOrArgChange: true });
  const shapes = useShapes(plans);
  const [wanted, setWanted] = useState<Wanted>(NOTHING);
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
  const shapeOf = (p: SavedPlan) => shapes.get(keyOf(p));
  const shown = arrange(plans, wanted, shapeOf);
  const figures = shown.flatMap((saved): Figure[] => {
    const shape = shapeOf(saved);
    return shape ? [{ saved, shape }] : [];
  });
  return (
    <main className="pb-10">
      <h1 className="sr-only">{WORDS.cast}</h1>
      <p className="say max-w-[92ch] px-8 pt-5" data-testid="cast-sentence">
        {WORDS.whatOneCanDo}{' '}
        {plans.length > 0 && (
          <>
            Here are <b>{plans.length}</b> {plans.length === 1 ? WORDS.plan : WORDS.plans}
            {nextDate(plans)}.
          </>
        )}
      </p>
      <Keeping />
      <Beginning isFirst={plans.length === 0} />
      {plans.length >= MANY && (
        <Search plans={plans} wanted={wanted} shown={shown.length} onWanted={setWanted} />
      )}
      {plans.length > 0 && (
        <Stage figures={figures} unit={unit} isComing={figures.length < shown.length} of={shown.length} />
      )}
      {shown.length === 0 && plans.length > 0 && (
        <p className="px-8 pt-4">
          {WORDS.nothingFound}{' '}
          <button type="button" className="act" onClick={() => setWanted(NOTHING)}>
            {WORDS.all}
          </button>
        </p>
      )}
      <ul
        className="grid gap-x-6 gap-y-5 px-8 pt-4"
        style={{ gridTemplateColumns: 'repeat(auto-fill, minmax(210px, 1fr))' }}
      >
        {shown.map((saved) => (
          <PlanCard key={saved.id} saved={saved} shape={shapeOf(saved)} unit={unit} />
        ))}
      </ul>
    </main>
  );
}

/** So many plans and more are looked through. */
const MANY = 6;
const NOTHING: Wanted = { text: '', sort: 'changed', cast: '', tag: '' };

/** A plan in a few lines; the lines stand before it is folded, so that nothing moves when it is. */
function PlanCard({
  saved,
  shape,
  unit,
}: {
  readonly saved: SavedPlan;
  readonly shape: Silhouette | undefined;
  readonly unit: LengthUnit;
}) {
  const readings = shape?.readings;
  const side = readings?.sideMm;
  const trouble = readings?.verdicts[0]?.text;
  return (
    <li className="min-h-[112px]">
      <Link to={`/plan/${saved.id}/brief`} className="block no-underline">
        <h2 className="text-[19px] leading-[24px] text-jade-deep">{saved.plan.name}</h2>
        <p className="font-semibold">
          {!shape ? (
            <span className="text-ink-3">…</span>
          ) : side ? (
            <>
              {sayBox(...finishedSize({ saved, shape }), unit)} from {toLengthText(side, unit).text}
            </>
          ) : (
            WORDS.noSheetYet
          )}
        </p>
        <Progress states={stageIds.map((s) => readings?.stages[s].state ?? 'not begun')} />
        <p className={`note ${trouble ? '!text-persimmon' : ''}`}>
          {!readings ? '' : (trouble ?? `${readings.stages.folds.figure}; ${readings.stages.bench.figure}`)}
        </p>
        {saved.plan.tags.length > 0 && <p className="note">{saved.plan.tags.join(', ')}</p>}
      </Link>
    </li>
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

const keyOf = (p: SavedPlan): string => `${p.id}@${p.revision}`;

/** Silhouettes of all plans: as they were kept at first, then computed one after the other in the worker. */
function useShapes(plans: readonly SavedPlan[] | undefined): ReadonlyMap<string, Silhouette> {
  const [shapes, setShapes] = useState<ReadonlyMap<string, Silhouette>>(new Map());
  const keys = (plans ?? []).map(keyOf);
  const all = keys.join(' ');
  useEffect(() => {
    let live = true;
    if (all !== '')
      void readKept(all.split(' ')).then(
        (kept) => live && setShapes((known) => new Map([...kept, ...known])),
      );
    return () => {
      live = false;
    };
  }, [all]);
  const { found, isRead } = useEachPlan(
    () => true,
    async (p, input) => {
      const shape = await getEngine().drawSilhouette(input);
      void keep(keyOf(p), shape);
      return { key: keyOf(p), shape };
    },
  );
  useEffect(() => {
    if (isRead && all !== '') void forgetOthers(all.split(' '));
  }, [isRead, all]);
  return useMemo(
    () => new Map([...shapes, ...found.map((f) => [f.key, f.shape] as const)]),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- found is a new list each time, of the same answers
    [shapes, found.length, isRead],
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

/** Three ways to begin: a wanted figure, a base, a crease pattern of one's own. */
function Beginning({ isFirst }: { isFirst: boolean }) {
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
  const way = `border-t-[3px] border-jade pt-2 ${isFirst ? '' : 'text-[14px]'}`;
  return (
    <section className="mt-4 px-8" aria-label={WORDS.waysToBegin}>
      <div className="grid grid-cols-[1.4fr_1fr_1fr] gap-6 max-[900px]:grid-cols-1">
        <form
          className={way}
          onSubmit={(e) => {
            e.preventDefault();
            void begin();
          }}
        >
          <h2 className="text-[17px]">{WORDS.fromAFigure}</h2>
          {isFirst && <p className="note">{WORDS.fromAFigureSays}</p>}
          <div className="mt-1 flex flex-wrap items-end gap-3">
            <label className="flex-1 text-[14px] text-ink-2">
              A new plan for a
              <input
                type="text"
                className="ml-0 block w-full"
                value={name}
                maxLength={80}
                placeholder={WORDS.barnOwlOtterFerry}
                autoFocus={isFirst}
                onChange={(e) => setName(e.target.value)}
              />
            </label>
            <button type="submit" className="btn solid">
              {WORDS.beginThePlan}
            </button>
          </div>
        </form>
        <div className={way}>
          <h2 className="text-[17px]">{WORDS.fromABase}</h2>
          {isFirst && <p className="note">{WORDS.fromABaseSays}</p>}
          <Link className="btn mt-2 inline-block" to="/bases/bird">
            {WORDS.toTheAtlas}
          </Link>
        </div>
        <div className={way}>
          <h2 className="text-[17px]">{WORDS.fromAPattern}</h2>
          {isFirst && <p className="note">{WORDS.fromAPatternSays}</p>}
          <button
            type="button"
            className="btn mt-2"
            title={WORDS.fromAPatternSays}
            onClick={() => ask('bring')}
          >
            {WORDS.bringIn}
          </button>
        </div>
      </div>
      {problem && (
        <Notice tone="care" className="mt-4 max-w-[720px]">
          {problem}
        </Notice>
      )}
    </section>
  );
}
