/** Kv = 0.865·Cv (IEC 60534-1). */
export const KV_PER_CV = 0.865;
/** Density at which SG is 1 in the equation of a flow coefficient, kg/m³ (water at 15 °C, IEC 60534-2-1). */
export const VALVE_REFERENCE_DENSITY = 999.1;
