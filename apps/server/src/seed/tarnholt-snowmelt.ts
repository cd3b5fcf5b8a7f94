import { STUDY_FORMAT, STUDY_VERSION, type Study } from '@cedar-knot/core';
import { generateCurve } from './pump-curves.js';

/** The snow-melt loop under the yard: propylene glycol that is eight times as viscous as water when it starts in the cold. */
export function snowmeltStudy(): Study {
  const pipe = (id: string, name: string, length: string, more: object = {}) => ({
    id,
    kind: 'pipe',
    name,
    length,
    size: 'DN80',
    schedule: '40',
    material: 'steel',
    ...more,
  });
  const field = (n: number, name: string, length: string) => ({
    id: `Y-${n}`,
    name,
    from: 'J-S',
    to: 'J-R',
    elements: [
      pipe(`Y-${n}1`, 'Header', length, { fittings: [{ type: 'elbow-90-long', count: 4 }, { type: 'tee-branch' }] }),
      { id: `M-${n}2`, kind: 'device', name: 'Loops under the paving', drop: '0.42 bar', at: '20 m3/h', exponent: 1.8 },
      { id: `BV-${n}3`, kind: 'hand-valve', name: 'Balancing valve', kv: n === 1 ? 38 : 34 },
      pipe(`Y-${n}4`, 'Return header', length, { fittings: [{ type: 'elbow-90-long', count: 4 }, { type: 'tee-branch' }] }),
    ],
  });
  return {
    format: STUDY_FORMAT,
    version: STUDY_VERSION,
    title: 'Snow-melt loop',
    tag: 'P-510',
    preparedBy: 'K. Aalto',
    notes:
      'Tarnholt plant yard: closed loop of propylene glycol, heated by the return of the district network. The 4 kW pump stays: on frost watch it runs slower, and of the pumps of the catalogue none, at one speed, comes near its electricity of a year; with the loading bay alone 60 % of best efficiency is inside what is allowed.',
    units: 'metric',
    fluids: { glycol: { kind: 'glycol', name: 'Propylene glycol 40 %', glycol: 'propylene', concentration: 0.4 } },
    pumps: {
      alder: {
        name: 'Alder 80-20',
        maker: 'Hallow Bridge Hydraulics',
        family: 'Alder',
        speed: '1450 rpm',
        diameter: '212 mm',
        minDiameter: '180 mm',
        maxDiameter: '220 mm',
        curve: generateCurve({ speed: 1450, bestFlow: 42, bestHead: 14, suctionSpecificSpeed: 190, end: 1.4 }),
        minFlow: '10 m3/h',
        motor: { ratedPower: '4 kW', efficiency: 0.87, voltage: '400 V', powerFactor: 0.81, frequency: '50 Hz' },
      },
    },
    valves: {},
    points: {
      'J-S': { kind: 'junction', name: 'Supply header', elevation: '118 m' },
      'J-R': { kind: 'junction', name: 'Return header', elevation: '118 m' },
      'EX-5': { kind: 'pressure', name: 'Expansion vessel', elevation: '119 m', pressure: '1.2 bar(g)', basis: 'total' },
    },
    lines: [
      {
        id: 'PL-5',
        name: 'Pump and exchanger',
        from: 'J-R',
        to: 'J-S',
        elements: [
          pipe('N-511', 'Pump suction', '6 m', {
            size: 'DN100',
            fittings: [{ type: 'gate' }, { type: 'elbow-90-long', count: 2 }],
          }),
          { id: 'P-510', kind: 'pump', name: 'Glycol pump', mode: 'curve', pump: 'alder' },
          { id: 'NR-512', kind: 'non-return', k: 2 },
          { id: 'HX-513', kind: 'device', name: 'Glycol heater', drop: '0.35 bar', at: '40 m3/h', fouling: 1 },
          pipe('N-514', 'To the yard', '45 m', {
            size: 'DN100',
            fittings: [{ type: 'elbow-90-long', count: 6 }, { type: 'gate' }],
          }),
        ],
      },
      field(1, 'North yard', '38 m'),
      field(2, 'Loading bay', '26 m'),
      {
        id: 'X-5',
        name: 'Expansion line',
        from: 'EX-5',
        to: 'J-R',
        elements: [pipe('X-51', 'Expansion line', '4 m', { size: 'DN50' })],
      },
    ],
    scenarios: [
      { id: 'running', name: 'Melting', role: 'normal', hoursPerYear: 1100, fluid: 'glycol', temperature: '35 C' },
      {
        id: 'idle',
        name: 'Frost watch',
        role: 'minimum',
        hoursPerYear: 1900,
        fluid: 'glycol',
        temperature: '12 C',
        set: { 'P-510.speed': '1150 rpm' },
      },
      { id: 'start', name: 'Start in the cold', role: 'start-up', hoursPerYear: 60, fluid: 'glycol', temperature: '-12 C' },
      {
        id: 'bay',
        name: 'Loading bay alone',
        role: 'upset',
        hoursPerYear: 200,
        fluid: 'glycol',
        temperature: '30 C',
        set: { 'Y-1.closed': true },
      },
    ],
  };
}
