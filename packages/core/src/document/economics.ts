/** What the comparison reckons with when the study says nothing else. */
export const ECONOMICS = { energyPrice: 0.15, life: 20, interest: 0.05, efficiency: 0.65 } as const;
