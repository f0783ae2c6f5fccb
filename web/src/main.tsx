import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { RouterProvider } from 'react-router';
import './index.css';
import { buildRouter } from './shell/router.tsx';
import { buildStore } from './shell/store.ts';
import { writeDecimalsLike } from '@jade/core/units';
import { keepPage, markWhole } from './shell/keepPage.ts';
import { getEngine } from './engine/index.ts';

// Its code loads while the page asks for the plan.
if (window.location.pathname.startsWith('/plan/')) getEngine();
writeDecimalsLike(navigator.language);
void keepPage().then((isKept) => isKept && markWhole());
const root = document.getElementById('root');
if (!root) throw new Error('broken promise: the page has a root');
createRoot(root).render(
  <StrictMode>
    <Provider store={buildStore()}>
      <RouterProvider router={buildRouter()} />
    </Provider>
  </StrictMode>,
);
