import { lazy, type ComponentType, type LazyExoticComponent, type ReactElement } from 'react';
import { msg } from './words.js';

export interface StudyView {
  /** last part of its address */
  to: string;
  name: string;
  icon: ReactElement;
  view: LazyExoticComponent<ComponentType>;
}

/** how the drawing of a view is drawn */
export const LINE = {
  fill: 'none',
  stroke: 'currentColor',
  strokeWidth: 1.6,
  strokeLinecap: 'round',
  strokeLinejoin: 'round',
} as const;

/** The views of a study in the order of work; each is fetched when it is first opened: the chart library alone is the largest part of the page. */
export const VIEWS: readonly StudyView[] = [
  {
    to: 'system',
    name: msg('app.system'),
    icon: <path d="M2 16h4l3-9h5l3 4h5M3 21h18" {...LINE} />,
    view: lazy(() => import('./features/system/SystemView.js').then((m) => ({ default: m.SystemView }))),
  },
  {
    to: 'scenarios',
    name: msg('app.scenarios'),
    icon: <path d="M8 6h13M8 12h13M8 18h13M3 6h1M3 12h1M3 18h1" {...LINE} />,
    view: lazy(() => import('./features/scenarios/ScenariosView.js').then((m) => ({ default: m.ScenariosView }))),
  },
  {
    to: 'curves',
    name: msg('app.curves'),
    icon: <path d="M3 5c7 0 13 3 17 13M3 20c8 0 14-5 18-16M14.500 12.500a2.200 2.200 0 1 0 .1 0" {...LINE} />,
    view: lazy(() => import('./features/curves/CurvesView.js').then((m) => ({ default: m.CurvesView }))),
  },
  {
    to: 'pumps',
    name: msg('app.pumps'),
    icon: <path d="M12 4a8 8 0 1 0 .1 0M8 5l12 7-12 7" {...LINE} />,
    view: lazy(() => import('./features/pumps/PumpsView.js').then((m) => ({ default: m.PumpsView }))),
  },
  {
    to: 'valves',
    name: msg('app.valves'),
    icon: <path d="M3 9v10l18-10v10L3 9M12 14V6M8 6a4 4 0 0 1 8 0z" {...LINE} />,
    view: lazy(() => import('./features/valves/ValvesView.js').then((m) => ({ default: m.ValvesView }))),
  },
  {
    to: 'suction',
    name: msg('app.suction'),
    icon: <path d="M3 5v7h9V5M3 8h9M7 12v7h7M18 15a4 4 0 1 0 .1 0" {...LINE} />,
    view: lazy(() => import('./features/suction/SuctionView.js').then((m) => ({ default: m.SuctionView }))),
  },
  {
    to: 'margins',
    name: msg('app.margins'),
    icon: <path d="M2 12h20M6 8v8M18 8v8M12 5v14" {...LINE} />,
    view: lazy(() => import('./features/margins/MarginsView.js').then((m) => ({ default: m.MarginsView }))),
  },
  {
    to: 'report',
    name: msg('app.report'),
    icon: <path d="M6 3h8l4 4v14H6zM14 3v4h4M9 12h6M9 16h6" {...LINE} />,
    view: lazy(() => import('./features/report/ReportView.js').then((m) => ({ default: m.ReportView }))),
  },
];
