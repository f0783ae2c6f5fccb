import { Outlet, useLocation } from 'react-router';
import { type PracticeTry, readHand } from '@jade/core/practice';
import { bases } from '@jade/core/bases';
import { useListPlansQuery } from '../api/index.ts';
import { useDiary, usePapers, usePractice, useSettings } from '../records/index.ts';
import { WaitNotice } from '../waiting/index.ts';
import { SaveNotice } from './SaveNotice.tsx';
import { Ribbon, type PleatItem } from '../ribbon/index.ts';
import { sayDayOfYear } from '../ui/index.ts';
import { WORDS } from './words.ts';

/** The first day something is needed on, in a word. */
function nextDate(dates: readonly (string | null)[]): string {
  const [first] = dates.flatMap((d) => (d === null ? [] : [d])).sort();
  return first === undefined ? 'no date yet' : `by ${sayDayOfYear(first)}`;
}

/** How many moves that were practised are due again. */
function sayDue(tries: readonly PracticeTry[]): string {
  const today = new Date().toLocaleDateString('sv');
  const due = [...readHand([], [], tries).values()].filter((h) => h.due !== null && h.due <= today).length;
  return due === 0 ? 'nothing due' : `${due} due`;
}

/** Outside a plan: the same strip, undyed. */
export function HouseLayout() {
  const { pathname } = useLocation();
  const { data: plans } = useListPlansQuery();
  const { data: papers } = usePapers();
  const { data: tries } = usePractice();
  const { data: diary } = useDiary();
  const settings = useSettings();
  const sheets = (papers ?? []).reduce((s, p) => s + p.count, 0);
  const items: PleatItem[] = [
    {
      to: '/',
      name: 'Cast',
      figure: plans?.length === 1 ? '1 plan' : `${plans?.length ?? 0} plans`,
      line: 'all figures, one scale',
      state: plans?.length ? 'in work' : 'not begun',
      open: pathname === '/',
    },
    {
      to: '/calendar',
      name: 'Calendar',
      figure: nextDate(plans?.map((p) => p.plan.brief.date) ?? []),
      line: 'evenings up to the show',
      state: plans?.some((p) => p.plan.brief.date) ? 'in work' : 'not begun',
      open: pathname === '/calendar',
    },
    {
      to: '/practice',
      name: 'Practice',
      figure: sayDue(tries ?? []),
      line: 'drills and the ladder',
      state: tries?.length ? 'in work' : 'not begun',
      open: pathname.startsWith('/practice'),
    },
    {
      to: '/diary',
      name: 'Diary',
      figure: diary?.length === 1 ? '1 entry' : `${diary?.length ?? 0} entries`,
      line: 'what came out',
      state: diary?.length ? 'in work' : 'not begun',
      open: pathname === '/diary',
    },
    {
      to: '/bases',
      name: 'Base atlas',
      figure: `${bases.length} bases`,
      line: 'flaps, patterns, steps',
      state: 'settled',
      open: pathname.startsWith('/bases'),
    },
    {
      to: '/drawer',
      name: 'Paper drawer',
      figure: `${sheets} sheets`,
      line: `${papers?.length ?? 0} papers`,
      state: papers?.length ? 'settled' : 'not begun',
      open: pathname === '/drawer',
    },
    {
      to: '/settings',
      name: 'Settings',
      figure: `${settings.unit}, ${settings.theme}`,
      line: 'units, theme, limits',
      state: 'settled',
      open: pathname === '/settings',
    },
  ];
  return (
    <>
      <Ribbon
        title={WORDS.jadeKite}
        under="plan and fold"
        items={items}
        tint="var(--pleat-dim)"
        label={WORDS.rooms}
      />
      <SaveNotice />
      <WaitNotice />
      <div className="relative min-h-0 flex-1 overflow-auto bg-leaf">
        <Outlet />
      </div>
    </>
  );
}
