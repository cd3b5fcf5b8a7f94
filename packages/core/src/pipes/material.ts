/**
 * Roughness for the Colebrook–White equation, m.
 * Sources: Moody 1944, Trans. ASME 66, fig. 2 (steel, cast iron, galvanised, concrete); Idelchik, Handbook of Hydraulic
 * Resistance, 4th ed., table 2-5 (aged steel, drawn tubes, plastics, linings).
 */
export const MATERIALS: Readonly<Record<string, number>> = {
  steel: 0.000046,
  'steel-aged': 0.0002,
  'stainless-steel': 0.000015,
  'cast-iron': 0.00026,
  'cast-iron-aged': 0.001,
  'galvanised-steel': 0.00015,
  'ductile-iron-lined': 0.0001,
  concrete: 0.0003,
  copper: 0.0000015,
  pvc: 0.0000015,
  pe: 0.0000015,
  grp: 0.000005,
};

/** How people write the materials, as patterns. */
export const MATERIAL_WORDS: Readonly<Record<string, string>> = {
  'steel-aged': 'steel[- ]aged|(?:aged|old|rusted) steel',
  'stainless-steel': 'stainless[- ]steel|stainless|inox|ss(?:\\s?30[46]L?|\\s?316L?)?',
  'galvanised-steel': 'galvani[sz]ed[- ]steel|galvani[sz]ed|galv',
  'cast-iron-aged': 'cast[- ]iron[- ]aged|(?:aged|old) cast iron',
  'cast-iron': 'cast[- ]iron',
  'ductile-iron-lined': 'ductile[- ]iron[- ]lined|(?:lined )?ductile iron',
  steel: 'carbon steel|steel|cs',
  concrete: 'concrete',
  copper: 'copper|cu',
  pvc: 'pvc-u|pvc|upvc',
  pe: 'polyethylene|hdpe|pehd|pe',
  grp: 'grp|gfrp|frp',
};
