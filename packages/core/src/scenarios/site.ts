import { SITE_FIELDS } from '../document/fields.js';
import type { Study } from '../document/study.js';
import { numberOr } from '../fields/defaults.js';
import { Reader, siteContext } from '../fields/reader.js';

/** what holds at the place of a plant, SI */
export interface Site {
  gravity: number;
  atmosphere: number;
  ambient: number | undefined;
  /** m above sea level */
  altitude: number | undefined;
  /** of the mains, Hz */
  frequency: number | undefined;
}

/** Gravity and atmosphere of a study's site, SI. */
export function siteOf(study: Study): Site {
  const site = new Reader(siteContext()).record(study.site ?? {}, SITE_FIELDS, 'site', []);
  return {
    gravity: numberOr(SITE_FIELDS, site, 'gravity'),
    atmosphere: numberOr(SITE_FIELDS, site, 'atmosphericPressure'),
    ambient: site.ambientTemperature as number | undefined,
    altitude: site.altitude as number | undefined,
    frequency: site.frequency as number | undefined,
  };
}
