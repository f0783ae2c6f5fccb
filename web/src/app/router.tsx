import { Navigate, createBrowserRouter } from 'react-router';
import { AtlasPage } from '../features/atlas/index.ts';
import { BenchPage } from '../features/bench/index.ts';
import { BriefPage } from '../features/brief/index.ts';
import { CastPage } from '../features/cast/index.ts';
import { DiaryPage } from '../features/diary/index.ts';
import { DrawerPage } from '../features/drawer/index.ts';
import { FinishPage } from '../features/finish/index.ts';
import { FoldsPage } from '../features/folds/index.ts';
import { MarksPage } from '../features/marks/index.ts';
import { PaperPage } from '../features/paper/index.ts';
import { PartsPage } from '../features/parts/index.ts';
import { SettingsPage } from '../features/settings/index.ts';
import { Frame } from './Frame.tsx';
import { HouseLayout } from './HouseLayout.tsx';
import { PlanLayout } from './PlanLayout.tsx';
import { BrokenPage, LostPage } from './BrokenPage.tsx';

export function buildRouter() {
  return createBrowserRouter([
    {
      element: <Frame />,
      errorElement: <BrokenPage />,
      children: [
        {
          element: <HouseLayout />,
          errorElement: <BrokenPage />,
          children: [
            { index: true, element: <CastPage /> },
            { path: 'bases/:id?', element: <AtlasPage /> },
            { path: 'drawer', element: <DrawerPage /> },
            { path: 'settings', element: <SettingsPage /> },
          ],
        },
        {
          path: 'plan/:id',
          element: <PlanLayout />,
          errorElement: <BrokenPage />,
          children: [
            { index: true, element: <Navigate to="brief" replace /> },
            { path: 'brief', element: <BriefPage />, errorElement: <BrokenPage /> },
            { path: 'parts', element: <PartsPage />, errorElement: <BrokenPage /> },
            { path: 'paper', element: <PaperPage />, errorElement: <BrokenPage /> },
            { path: 'marks', element: <MarksPage />, errorElement: <BrokenPage /> },
            { path: 'folds', element: <FoldsPage />, errorElement: <BrokenPage /> },
            { path: 'finish', element: <FinishPage />, errorElement: <BrokenPage /> },
            { path: 'bench', element: <BenchPage />, errorElement: <BrokenPage /> },
            { path: 'diary', element: <DiaryPage />, errorElement: <BrokenPage /> },
          ],
        },
        { path: '*', element: <LostPage /> },
      ],
    },
  ]);
}
