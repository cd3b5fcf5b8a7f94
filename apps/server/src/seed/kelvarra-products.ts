import { STUDY_FORMAT, STUDY_VERSION, type Study } from '@cedar-knot/core';
import { generateCurve } from './pump-curves.js';

/** km from the harbour at which stations stand, and where the line ends */
const STATIONS = [0, 54, 100] as const;
const END = 142;
const ROW_EVERY = 0.5;

/** Height of the ground, m: from the shore over the ridge at km 42 and the moor beyond it. Part of the demo data. */
function ground(km: number): number {
  const hill = (at: number, width: number, high: number): number => high * Math.exp(-(((km - at) / width) ** 2));
  const rolling = 9 * Math.sin(km / 2.7) + 6 * Math.sin(km / 1.1 + 1);
  const low = km < 6 ? (km / 6) ** 1.5 : 1;
  return Math.round((4 + low * (30 + hill(42, 9, 171) + hill(84, 12, 70) + hill(118, 10, 128) + rolling * 0.7)) * 10) / 10;
}

const at = (km: number): string => `${ground(km)} m`;

function rows(from: number, to: number): { distance: string; elevation: string }[] {
  const list: { distance: string; elevation: string }[] = [];
  for (let km = from + ROW_EVERY; km < to - 1e-9; km += ROW_EVERY)
    list.push({ distance: `${Math.round((km - from) * 1000)} m`, elevation: at(km) });
  return list;
}

/** The product line of the plant's neighbour: three stations, four products, one of them heated. */
export function productsStudy(): Study {
  const section = (id: string, name: string, from: number, to: number, designPressure: string) => ({
    id,
    kind: 'pipe',
    name,
    length: `${to - from} km`,
    size: 'DN300',
    schedule: '30',
    material: 'steel',
    designPressure,
    u: '2 W/m2/K',
    profile: rows(from, to),
  });
  const station = (id: string, name: string, more: object) => ({
    id,
    kind: 'pump',
    name,
    pump: { 'PS-1': 'larch-6', 'PS-2': 'larch-5', 'PS-3': 'larch-4' }[id],
    variableSpeed: true,
    leastSuctionPressure: '1.5 bar(g)',
    ...more,
  });
  const held = { mode: 'inlet-pressure', pressure: '3 bar(g)' };
  const pump = (stages: number, ratedPower: string) => ({
    name: `Larch 200-${stages}`,
    maker: 'Hallow Bridge Hydraulics',
    family: 'Larch',
    speed: '2980 rpm',
    minSpeed: '1500 rpm',
    maxSpeed: '2980 rpm',
    diameter: '330 mm',
    stages,
    curve: generateCurve({ speed: 2980, bestFlow: 500, bestHead: 116, suctionSpecificSpeed: 190, end: 1.4 }, stages),
    minFlow: '160 m3/h',
    motor: { ratedPower, efficiency: 0.955, voltage: '6 kV', powerFactor: 0.88, frequency: '50 Hz' },
  });
  const product = (name: string, group: string, density: string, at20: string, at60: string, more: object) => ({
    kind: 'oil',
    name,
    group,
    density,
    viscosities: [
      { temperature: '20 C', kinematicViscosity: at20 },
      { temperature: '60 C', kinematicViscosity: at60 },
    ],
    specificHeat: '2 kJ/kg/K',
    ...more,
  });
  const scenario = (
    id: string,
    name: string,
    fluid: string,
    flow: string,
    hours: number,
    more: object = {},
    set: object = {},
  ) => ({
    id,
    name,
    fluid,
    temperature: '15 C',
    hoursPerYear: hours,
    ...more,
    set: { 'PS-1.flow': flow, ...set },
  });
  return {
    format: STUDY_FORMAT,
    version: STUDY_VERSION,
    title: 'Harbour to Ostermoor, 142 km',
    tag: 'TL-1',
    preparedBy: 'R. Sundt',
    notes:
      'Kelvarra, neighbour of the Tarnholt plant: products go from the harbour tanks over the ridge to the depot at Ostermoor. The stations behind the first hold 3 bar at their suction; PS-1 gives the flow. The curves are typical ones until the maker answers.',
    units: 'metric',
    thermal: true,
    site: { ambientTemperature: '6 C' },
    fluids: {
      'gas-oil': product('Gas oil', 'fuel', '845 kg/m3', '5.2 cSt', '2.3 cSt', {
        vapourPressure: '0.5 kPa(a)',
        pourPoint: '-15 C',
      }),
      petrol: product('Petrol', 'gasoline', '745 kg/m3', '0.70 cSt', '0.48 cSt', {
        vapourPressure: '55 kPa(a)',
        pourPoint: '-50 C',
      }),
      kerosene: product('Kerosene', 'jet', '800 kg/m3', '1.80 cSt', '1.00 cSt', {
        vapourPressure: '1 kPa(a)',
        pourPoint: '-47 C',
      }),
      'heating-oil': product('Heating oil', 'fuel', '920 kg/m3', '95 cSt', '16 cSt', {
        vapourPressure: '0.2 kPa(a)',
        pourPoint: '3 C',
      }),
    },
    pumps: { 'larch-6': pump(6, '1000 kW'), 'larch-5': pump(5, '800 kW'), 'larch-4': pump(4, '630 kW') },
    valves: {},
    points: {
      'T-10': { kind: 'vessel', name: 'Harbour tanks', elevation: at(0), level: '38 m' },
      'S-2': { kind: 'junction', name: 'PS-2', elevation: at(54) },
      'S-3': { kind: 'junction', name: 'PS-3', elevation: at(100) },
      'T-20': { kind: 'vessel', name: 'Ostermoor', elevation: at(END), level: '12 m', pressure: '1 bar(g)' },
    },
    lines: [
      {
        id: 'A',
        name: 'Harbour to PS-2',
        from: 'T-10',
        to: 'S-2',
        elements: [
          station('PS-1', 'PS-1 Harbour', { mode: 'flow', flow: '480 m3/h' }),
          section('L-11', 'Shore and ridge', STATIONS[0], STATIONS[1], '60 bar(g)'),
        ],
      },
      {
        id: 'B',
        name: 'PS-2 to PS-3',
        from: 'S-2',
        to: 'S-3',
        elements: [station('PS-2', 'PS-2', held), section('L-12', 'Valley', STATIONS[1], STATIONS[2], '52 bar(g)')],
      },
      {
        id: 'C',
        name: 'PS-3 to Ostermoor',
        from: 'S-3',
        to: 'T-20',
        elements: [
          station('PS-3', 'PS-3', held),
          { ...section('L-13', 'Moor', STATIONS[2], END, '52 bar(g)'), fittings: [{ type: 'exit' }] },
        ],
      },
    ],
    scenarios: [
      scenario('gas-oil', 'Gas oil', 'gas-oil', '480 m3/h', 3600, { role: 'normal' }),
      scenario('petrol', 'Petrol', 'petrol', '520 m3/h', 2600, { role: 'maximum' }),
      scenario('kerosene', 'Kerosene', 'kerosene', '510 m3/h', 1200),
      scenario('heating-oil', 'Heating oil', 'heating-oil', '350 m3/h', 800, { temperature: '52 C' }),
      scenario('standing', 'PS-2 standing', 'gas-oil', '300 m3/h', 100, { role: 'upset' }, { 'PS-2.mode': 'off' }),
    ],
    limits: [
      { check: 'velocity', limit: ['0.5 m/s', '3 m/s'], reason: 'line of the company: settling below, surge above' },
      { check: 'lowest-pressure', limit: '0.5 bar', reason: 'no two-phase flow over the ridge' },
    ],
  };
}
