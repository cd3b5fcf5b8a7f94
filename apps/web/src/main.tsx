import { lazy, StrictMode, Suspense, type ReactElement } from 'react';
import { createRoot } from 'react-dom/client';
import { createBrowserRouter, Navigate } from 'react-router';
import { RouterProvider } from 'react-router/dom';
import { Broken } from './features/frame/Broken.js';
import { FileDrop } from './features/frame/FileDrop.js';
import { applyTheme } from './features/frame/theme.js';
import { beginNews } from './state/news.js';
import './styles.css';
import { VIEWS } from './views.js';
import { msg } from './words.js';

applyTheme();
beginNews();

/** fetched when they are first opened, as the views of a study are */
const StudiesView = lazy(() => import('./features/studies/StudiesView.js').then((m) => ({ default: m.StudiesView })));
const StudyFrame = lazy(() => import('./features/frame/StudyFrame.js').then((m) => ({ default: m.StudyFrame })));
const CatalogueFrame = lazy(() => import('./features/frame/CatalogueFrame.js').then((m) => ({ default: m.CatalogueFrame })));
const CatalogueView = lazy(() => import('./features/catalogue/CatalogueView.js').then((m) => ({ default: m.CatalogueView })));
const FindView = lazy(() => import('./features/catalogue/FindView.js').then((m) => ({ default: m.FindView })));
const SizeValveView = lazy(() => import('./features/valves/SizeValveView.js').then((m) => ({ default: m.SizeValveView })));
const BeginView = lazy(() => import('./features/begin/BeginView.js').then((m) => ({ default: m.BeginView })));
const CompareView = lazy(() => import('./features/compare/CompareView.js').then((m) => ({ default: m.CompareView })));
const PictureView = lazy(() => import('./features/picture/PictureView.js').then((m) => ({ default: m.PictureView })));

const opening = (view: ReactElement): ReactElement => (
  <Suspense fallback={<p className="text-inkq p-8">{msg('app.opening')}</p>}>{view}</Suspense>
);

const router = createBrowserRouter([
  {
    element: <FileDrop />,
    children: [
      { path: '/', element: opening(<StudiesView />), errorElement: <Broken /> },
      { path: '/new', element: opening(<BeginView />), errorElement: <Broken /> },
      {
        path: '/studies/:id',
        element: opening(<StudyFrame />),
        errorElement: <Broken />,
        children: [
          { index: true, element: <Navigate to="system" replace /> },
          ...VIEWS.map(({ to, view: View }) => ({ path: to, element: <View /> })),
          { path: 'compare', element: <CompareView /> },
        ],
      },
      {
        path: '/catalogues',
        element: opening(<CatalogueFrame />),
        errorElement: <Broken />,
        children: [
          { index: true, element: <Navigate to="pumps" replace /> },
          { path: 'find', element: <FindView /> },
          { path: 'valves/sizing', element: <SizeValveView /> },
          { path: 'pumps/:id/picture', element: <PictureView /> },
          { path: ':kind', element: <CatalogueView /> },
          { path: ':kind/:id', element: <CatalogueView /> },
          { path: ':kind/:id/:part', element: <CatalogueView /> },
        ],
      },
      { path: '*', element: <Navigate to="/" replace /> },
    ],
  },
]);

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <RouterProvider router={router} />
  </StrictMode>,
);
