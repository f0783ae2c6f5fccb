import { type ReactNode, Suspense, lazy } from 'react';
import { Navigate, createBrowserRouter } from 'react-router';
import { Waiting } from '../ui/index.ts';
import { Frame } from './Frame.tsx';
import { HouseLayout } from './HouseLayout.tsx';
import { PlanLayout } from './PlanLayout.tsx';
import { BrokenPage, LostPage } from './BrokenPage.tsx';
import { WORDS } from './words.ts';

/** Every screen is a part of its own, so that a page waits only for the screen it shows. */
const pages = {
  atlas: async () => ({ default: (await import('../features/atlas/index.ts')).AtlasPage }),
  bin: async () => ({ default: (await import('../features/bin/index.ts')).BinPage }),
  bench: async () => ({ default: (await import('../features/bench/index.ts')).BenchPage }),
  brief: async () => ({ default: (await import('../features/brief/index.ts')).BriefPage }),
  calendar: async () => ({ default: (await import('../features/calendar/index.ts')).CalendarPage }),
  cast: async () => ({ default: (await import('../features/cast/index.ts')).CastPage }),
  diary: async () => ({ default: (await import('../features/diary/index.ts')).DiaryPage }),
  drawer: async () => ({ default: (await import('../features/drawer/index.ts')).DrawerPage }),
  finish: async () => ({ default: (await import('../features/finish/index.ts')).FinishPage }),
  folds: async () => ({ default: (await import('../features/folds/index.ts')).FoldsPage }),
  follow: async () => ({ default: (await import('../features/follow/index.ts')).FollowPage }),
  journal: async () => ({ default: (await import('../features/journal/index.ts')).JournalPage }),
  marks: async () => ({ default: (await import('../features/marks/index.ts')).MarksPage }),
  paper: async () => ({ default: (await import('../features/paper/index.ts')).PaperPage }),
  parts: async () => ({ default: (await import('../features/parts/index.ts')).PartsPage }),
  practice: async () => ({ default: (await import('../features/practice/index.ts')).PracticePage }),
  whole: async () => ({ default: (await import('../features/whole/index.ts')).WholePage }),
  signs: async () => ({ default: (await import('../features/signs/index.ts')).SignsPage }),
  settings: async () => ({ default: (await import('../features/settings/index.ts')).SettingsPage }),
};

/** The screen, fetched while the layout round it asks for what it shows. */
function screen(name: keyof typeof pages): ReactNode {
  const Screen = lazy(() => insist(pages[name]));
  return (
    <Suspense fallback={<Waiting what={WORDS.fetchingThisScreenIt} />}>
      <Screen />
    </Suspense>
  );
}

/** A screen that cannot be fetched while the server is away is asked for again until it can. */
async function insist<T>(load: () => Promise<T>): Promise<T> {
  for (;;) {
    try {
      return await load();
    } catch (error) {
      // A fault in the screen's own code is no missing file: it is told, not tried for ever.
      if (!(error instanceof TypeError && /fetch|import/i.test(error.message))) throw error;
      await new Promise((resolve) => setTimeout(resolve, AGAIN_MS));
    }
  }
}
const AGAIN_MS = 2000;

/** The other screens are fetched as soon as the page has nothing better to do: later none waits for the server. */
const fetchAll = (): void => Object.values(pages).forEach((load) => void load().catch(() => undefined));

export function buildRouter() {
  window.setTimeout(fetchAll, 0);
  return createBrowserRouter([
    {
      element: <Frame />,
      errorElement: <BrokenPage />,
      children: [
        {
          element: <HouseLayout />,
          errorElement: <BrokenPage />,
          children: [
            { index: true, element: screen('cast') },
            { path: 'calendar', element: screen('calendar') },
            { path: 'practice/:skill?', element: screen('practice') },
            { path: 'diary', element: screen('journal') },
            { path: 'bases/:id?', element: screen('atlas') },
            { path: 'signs', element: screen('signs') },
            { path: 'drawer', element: screen('drawer') },
            { path: 'settings', element: screen('settings') },
            { path: 'bin', element: screen('bin') },
          ],
        },
        {
          path: 'plan/:id',
          element: <PlanLayout />,
          errorElement: <BrokenPage />,
          children: [
            { index: true, element: <Navigate to="brief" replace /> },
            { path: 'brief', element: screen('brief'), errorElement: <BrokenPage /> },
            { path: 'parts', element: screen('parts'), errorElement: <BrokenPage /> },
            { path: 'paper', element: screen('paper'), errorElement: <BrokenPage /> },
            { path: 'marks', element: screen('marks'), errorElement: <BrokenPage /> },
            { path: 'folds', element: screen('folds'), errorElement: <BrokenPage /> },
            { path: 'finish', element: screen('finish'), errorElement: <BrokenPage /> },
            { path: 'bench', element: screen('bench'), errorElement: <BrokenPage /> },
            { path: 'diary', element: screen('diary'), errorElement: <BrokenPage /> },
            { path: 'whole', element: screen('whole'), errorElement: <BrokenPage /> },
          ],
        },
        { path: 'follow', element: screen('follow'), errorElement: <BrokenPage /> },
        { path: '*', element: <LostPage /> },
      ],
    },
  ]);
}
