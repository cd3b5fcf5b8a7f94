import { STUDY_FORMAT, STUDY_VERSION, type Study } from '@cedar-knot/core';
import { generateCurve } from './pump-curves.js';

/** The closed district network: two circulation pumps on lines of their own, three consumers behind valves that hold their flow. */
export function networkStudy(): Study {
  const pipe = (id: string, name: string, length: string, size: string, more: object = {}) => ({
    id,
    kind: 'pipe',
    name,
    length,
    size,
    schedule: '40',
    material: 'steel',
    ...more,
  });
  const consumer = (n: number, name: string, flow: string, drop: string, size: string, length: string) => ({
    id: `C-${n}0`,
    name,
    from: `S-${n}`,
    to: `R-${n}`,
    elements: [
      pipe(`K-${n}1`, 'House line', length, size, { fittings: [{ type: 'elbow-90-long', count: 6 }] }),
      { id: `HX-${n}2`, kind: 'device', name: 'Heat exchanger', drop, at: flow, fouling: 1 },
      { id: `CV-${n}3`, kind: 'control-valve', name: 'Flow control', mode: 'flow', valve: n === 1 ? 'gx100' : 'gx80', flow },
    ],
  });
  const pumpLine = (letter: 'A' | 'B') => ({
    id: `PL-${letter}`,
    from: 'RH',
    to: 'SH',
    elements: [
      pipe(`N-${letter}1`, 'Suction', '5 m', 'DN200', { fittings: [{ type: 'gate' }, { type: 'tee-branch' }] }),
      { id: `P-320${letter}`, kind: 'pump', name: `Circulation pump ${letter}`, mode: 'curve', pump: 'rowan' },
      { id: `NR-${letter}2`, kind: 'non-return', k: 1.9 },
    ],
  });
  const main = (id: string, name: string, from: string, to: string, length: string, size: string) => ({
    id,
    name,
    from,
    to,
    elements: [
      pipe(`${id}1`, name, length, size, {
        fittings: [
          { type: 'elbow-90-long', count: 4 },
          { type: 'tee-run', count: 2 },
        ],
      }),
    ],
  });
  const junction = (elevation: string, name: string) => ({ kind: 'junction', elevation, name });
  return {
    format: STUDY_FORMAT,
    version: STUDY_VERSION,
    title: 'Network circulation',
    tag: 'P-320 A/B',
    preparedBy: 'I. Mørk',
    notes:
      'Tarnholt district network: closed loop, two circulation pumps, three consumers. Both run in the design winter, one from spring on; a third of best efficiency at night is what speaks for a smaller pump beside them or for variable speed. If one trips in winter the other runs off its curve and overloads its motor: it has to be throttled at once.',
    units: 'metric',
    fluids: { water: { kind: 'water', name: 'Treated water' } },
    pumps: { rowan: rowan() },
    valves: {
      gx100: {
        name: 'GX 100',
        maker: 'Marl Valve Co.',
        body: 'globe',
        size: 'DN100',
        ratedKv: 160,
        characteristic: 'equal-percentage',
        rangeability: 50,
        fl: 0.9,
        xfz: 0.62,
      },
      gx80: {
        name: 'GX 80',
        maker: 'Marl Valve Co.',
        body: 'globe',
        size: 'DN80',
        ratedKv: 100,
        characteristic: 'equal-percentage',
        rangeability: 50,
        fl: 0.9,
        xfz: 0.62,
      },
    },
    points: {
      EV: { kind: 'vessel', name: 'Expansion vessel', elevation: '118 m', level: '1.2 m', pressure: '2.4 bar(g)' },
      RH: junction('116 m', 'Return header'),
      SH: junction('116 m', 'Supply header'),
      'S-1': junction('121 m', 'Supply, hospital'),
      'S-2': junction('128 m', 'Supply, school'),
      'S-3': junction('134 m', 'Supply, hill'),
      'R-1': junction('121 m', 'Return, hospital'),
      'R-2': junction('128 m', 'Return, school'),
      'R-3': junction('134 m', 'Return, hill'),
    },
    lines: [
      pumpLine('A'),
      pumpLine('B'),
      main('SM-1', 'Supply to hospital', 'SH', 'S-1', '420 m', 'DN200'),
      main('SM-2', 'Supply to school', 'S-1', 'S-2', '380 m', 'DN150'),
      main('SM-3', 'Supply to hill', 'S-2', 'S-3', '510 m', 'DN125'),
      consumer(1, 'Hospital', '85 m3/h', '0.45 bar', 'DN125', '60 m'),
      consumer(2, 'School', '48 m3/h', '0.4 bar', 'DN100', '45 m'),
      consumer(3, 'Hill houses', '36 m3/h', '0.5 bar', 'DN100', '80 m'),
      main('RM-3', 'Return from hill', 'R-3', 'R-2', '510 m', 'DN125'),
      main('RM-2', 'Return from school', 'R-2', 'R-1', '380 m', 'DN150'),
      main('RM-1', 'Return from hospital', 'R-1', 'RH', '420 m', 'DN200'),
      { id: 'EX', name: 'Expansion line', from: 'EV', to: 'RH', elements: [pipe('EX1', 'Expansion line', '12 m', 'DN25')] },
    ],
    scenarios: [
      { id: 'design', name: 'Design day', role: 'maximum', hoursPerYear: 900, fluid: 'water', temperature: '85 C' },
      {
        id: 'spring',
        name: 'Spring',
        role: 'normal',
        hoursPerYear: 4200,
        fluid: 'water',
        temperature: '75 C',
        set: {
          'P-320B.mode': 'off',
          'CV-13.flow': '46 m3/h',
          'CV-23.flow': '26 m3/h',
          'CV-33.flow': '19 m3/h',
          'P-320A.speed': '1320 rpm',
          'PL-B.closed': true,
        },
      },
      {
        id: 'night',
        name: 'Summer night',
        role: 'minimum',
        hoursPerYear: 3200,
        fluid: 'water',
        temperature: '65 C',
        set: {
          'P-320B.mode': 'off',
          'CV-13.flow': '18 m3/h',
          'CV-23.flow': '6 m3/h',
          'CV-33.flow': '7 m3/h',
          'P-320A.speed': '1150 rpm',
          'PL-B.closed': true,
        },
      },
      {
        id: 'trip',
        name: 'One pump tripped',
        role: 'upset',
        hoursPerYear: 20,
        fluid: 'water',
        temperature: '85 C',
        set: { 'P-320B.mode': 'off', 'PL-B.closed': true },
      },
    ],
  };
}

function rowan(): Record<string, unknown> {
  return {
    name: 'Rowan 150-320',
    maker: 'Fenwick & Roe Pumpworks',
    family: 'Rowan',
    type: 'inline',
    speed: '1470 rpm',
    diameter: '322 mm',
    curve: generateCurve({ speed: 1470, bestFlow: 120, bestHead: 33, suctionSpecificSpeed: 190, end: 1.4 }),
    minFlow: '30 m3/h',
    motor: { ratedPower: '18.5 kW', efficiency: 0.925, voltage: '400 V', powerFactor: 0.85, frequency: '50 Hz' },
  };
}
