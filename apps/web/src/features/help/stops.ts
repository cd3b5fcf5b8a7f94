import { msg } from './words.js';

/** A stop of the tour: a view, what is shown in it, and what is said. */
export interface Stop {
  view: string;
  /** what is ringed; the first that is there */
  at: string;
  title: string;
  text: string;
}

/** The way of a service through the program, in seven stops. */
export const STOPS: readonly Stop[] = [
  { view: 'system', at: '[data-print=profile]', title: msg('view.help.tourProfile'), text: msg('view.help.tourProfileText') },
  { view: 'system', at: '[role=grid]', title: msg('view.help.tourSheet'), text: msg('view.help.tourSheetText') },
  { view: 'system', at: '[data-scenario]', title: msg('view.help.tourScenarios'), text: msg('view.help.tourScenariosText') },
  { view: 'curves', at: 'main section', title: msg('view.help.tourCurves'), text: msg('view.help.tourCurvesText') },
  { view: 'pumps', at: 'main section', title: msg('view.help.tourPumps'), text: msg('view.help.tourPumpsText') },
  { view: 'margins', at: 'main section', title: msg('view.help.tourMargins'), text: msg('view.help.tourMarginsText') },
  { view: 'report', at: 'main section', title: msg('view.help.tourReport'), text: msg('view.help.tourReportText') },
];
