/**
 * Faults that lived through a run, were looked at and change nothing that can be seen: file, the line they stand on, what stood there, what
 * was put there, why. A line that changes is looked at anew.
 */
export const EQUIVALENT = [
  [
    'pumps/viscosity.ts',
    'if (c.cq === 1 || waterFlow <= 0) return 1;',
    '1',
    '1.1',
    'a shortcut: the formula gives 1 as well where CQ is 1',
  ],
  ['reach/nearest.ts', 'const x = now + change;', '+', '-', 'both ways are tried'],
  [
    'reach/nearest.ts',
    'const step = FELT * Math.max(high - now, now - low);',
    '-',
    '+',
    'how long the first step is decides an order, not a result',
  ],
  ['reach/fit.ts', 'least: isPlace ? 0 : field.min,', '0', '1', 'one pascal'],
  [
    'data/pe.ts',
    'const wall = Math.ceil((outside / (2 * row.series + 1) - 0.005) * 10 - 1e-9) / 10;',
    '0.005',
    '0.0055000000000000005',
    'no wall of the table lies between',
  ],
  [
    'data/pe.ts',
    'return outside <= 40 && wall > 2.75 && wall < 3 ? 3 : Math.max(2, wall);',
    '3',
    '3.3000000000000003',
    'no wall of the table lies between',
  ],
  ['pipes/friction.ts', 'const out = { factor: 0, slope: 0 };', '0', '1', 'written over at once'],
  ['scenarios/scenario-build.ts', 'return { ...read, level: 0 };', '0', '1', 'the scenario has a problem and is not solved'],
  [
    'selection/drive.ts',
    'if (surplus(a.flow) <= 0) return pointOf(a, p, a.flow, input, 1);',
    'surplus(a.flow) <= 0',
    'false',
    'within 1e-9 of the head the search ends at the same flow',
  ],
  [
    'pumps/pump.ts',
    'return h * this.stageFactor * (this.isThin ? 1 : headFactor(this.viscosity, qw));',
    'this.isThin ? 1 : headFactor(this.viscosity, qw)',
    '(headFactor(this.viscosity, qw))',
    'a shortcut: of a thin liquid the factor is 1',
  ],
  [
    'pumps/pump.ts',
    'if (above === -1 || above === 0 || measured.length === 1) {',
    '1',
    '1.1',
    'of a single curve the place is −1 or 0 already',
  ],
  ['fluids/gas.ts', 'for (let i = 0; i < 60; i++) {', '0', '1', 'a round less of the most there may be'],
];
