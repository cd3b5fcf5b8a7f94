/** m/s². Source: ISO 80000-3, standard acceleration of free fall. */
export const STANDARD_GRAVITY = 9.80665;
/** Density, kg/m³, of water at 15.6 °C: the reference of specific gravities, at which powers of a table are meant. */
export const REFERENCE_DENSITY = 999.1;
/** Density, kg/m³, of water at 20 °C and 1.01325 bar. Source: IAPWS-IF97. */
export const WATER_AT_20_DENSITY = 998.207;

/** the standard atmosphere, Pa. Source: ISO 2533:1975 */
export const STANDARD_ATMOSPHERE = 101_325;
