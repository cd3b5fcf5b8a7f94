import { lazy, StrictMode, Suspense } from 'react';
import { createRoot } from 'react-dom/client';
import { createBrowserRouter, Navigate } from 'react-router';
import { RouterProvider } from 'react-router/dom';
import { StudyFrame } from './features/frame/StudyFrame.js';
import { Broken } from './features/frame/Broken.js';
import { applyTheme } from './features/frame/theme.js';
import { ScenariosView } from './features/scenarios/ScenariosView.js';
import { StudiesView } from './features/studies/StudiesView.js';
import { SystemView } from './features/system/SystemView.js';
import './styles.css';

applyTheme();

// the chart library is the largest part of the page and only this view needs it
const CurvesView = lazy(() => import('./features/curves/CurvesView.js').then((m) => ({ default: m.CurvesView })));

const router = createBrowserRouter([
  { path: '/', element: <StudiesView />, errorElement: <Broken /> },
  {
    path: '/studies/:id',
    element: <StudyFrame />,
    errorElement: <Broken />,
    children: [
      { index: true, element: <Navigate to="system" replace /> },
      { path: 'system', element: <SystemView /> },
      { path: 'scenarios', element: <ScenariosView /> },
      {
        path: 'curves',
        element: (
          <Suspense fallback={<p className="text-inkq p-4">Drawing …</p>}>
            <CurvesView />
          </Suspense>
        ),
      },
    ],
  },
  { path: '*', element: <Navigate to="/" replace /> },
]);

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <RouterProvider router={router} />
  </StrictMode>,
);
