import { lazy, StrictMode, Suspense, type ReactElement } from 'react';
import { createRoot } from 'react-dom/client';
import { createBrowserRouter, Navigate } from 'react-router';
import { RouterProvider } from 'react-router/dom';
import { Broken } from './features/frame/Broken.js';
import { applyTheme } from './features/frame/theme.js';
import './styles.css';

applyTheme();

/** each view is fetched when it is first opened: the chart library alone is the largest part of the page */
const StudiesView = lazy(() => import('./features/studies/StudiesView.js').then((m) => ({ default: m.StudiesView })));
const StudyFrame = lazy(() => import('./features/frame/StudyFrame.js').then((m) => ({ default: m.StudyFrame })));
const SystemView = lazy(() => import('./features/system/SystemView.js').then((m) => ({ default: m.SystemView })));
const ScenariosView = lazy(() => import('./features/scenarios/ScenariosView.js').then((m) => ({ default: m.ScenariosView })));
const CurvesView = lazy(() => import('./features/curves/CurvesView.js').then((m) => ({ default: m.CurvesView })));

const PumpsView = lazy(() => import('./features/pumps/PumpsView.js').then((m) => ({ default: m.PumpsView })));
const ValvesView = lazy(() => import('./features/valves/ValvesView.js').then((m) => ({ default: m.ValvesView })));
const ReportView = lazy(() => import('./features/report/ReportView.js').then((m) => ({ default: m.ReportView })));
const MarginsView = lazy(() => import('./features/margins/MarginsView.js').then((m) => ({ default: m.MarginsView })));
const SuctionView = lazy(() => import('./features/suction/SuctionView.js').then((m) => ({ default: m.SuctionView })));
const CatalogueFrame = lazy(() => import('./features/frame/CatalogueFrame.js').then((m) => ({ default: m.CatalogueFrame })));
const CatalogueView = lazy(() => import('./features/catalogue/CatalogueView.js').then((m) => ({ default: m.CatalogueView })));
const FindView = lazy(() => import('./features/catalogue/FindView.js').then((m) => ({ default: m.FindView })));
const SizeValveView = lazy(() => import('./features/valves/SizeValveView.js').then((m) => ({ default: m.SizeValveView })));
const PictureView = lazy(() => import('./features/picture/PictureView.js').then((m) => ({ default: m.PictureView })));

const opening = (view: ReactElement): ReactElement => (
  <Suspense fallback={<p className="text-inkq p-8">Opening …</p>}>{view}</Suspense>
);

const router = createBrowserRouter([
  { path: '/', element: opening(<StudiesView />), errorElement: <Broken /> },
  {
    path: '/studies/:id',
    element: opening(<StudyFrame />),
    errorElement: <Broken />,
    children: [
      { index: true, element: <Navigate to="system" replace /> },
      { path: 'system', element: <SystemView /> },
      { path: 'scenarios', element: <ScenariosView /> },
      { path: 'curves', element: <CurvesView /> },
      { path: 'pumps', element: <PumpsView /> },
      { path: 'valves', element: <ValvesView /> },
      { path: 'suction', element: <SuctionView /> },
      { path: 'margins', element: <MarginsView /> },
      { path: 'report', element: <ReportView /> },
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
]);

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <RouterProvider router={router} />
  </StrictMode>,
);
