/*
 * What flanged parts may hold over their temperature, gauge. ASME B16.5 and B16.34, material group 1.1 (carbon steel forged as A105, cast as
 * A216 WCB): table 2-1.1, the rows to 300 °C.
 */

/** °C */
export const CLASS_TEMPERATURES = [-29, 38, 50, 100, 150, 200, 250, 300] as const;

/** bar at these temperatures, by class */
export const CLASS_PRESSURES: Readonly<Record<number, readonly number[]>> = {
  150: [19.6, 19.6, 19.2, 17.7, 15.8, 13.8, 12.1, 10.2],
  300: [51.1, 51.1, 50.1, 46.6, 45.1, 43.8, 41.9, 39.8],
  600: [102.1, 102.1, 100.2, 93.2, 90.2, 87.6, 83.9, 79.6],
};

/** the group that the tables are of, and that holds where none is entered */
export const CLASS_GROUP = '1.1';

/** °C up to which a PN is its pressure in bar */
export const PN_TEMPERATURE = 50;
