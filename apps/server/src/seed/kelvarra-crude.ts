import { STUDY_FORMAT, STUDY_VERSION, type Study } from '@cedar-knot/core';
import { generateCurve } from './pump-curves.js';

/** A gathering line of crude with its water and gas: two pads, a booster that keeps the gas in the oil, and the separator. */
export function crudeStudy(): Study {
  const pipe = (id: string, name: string, length: string, size: string, more: object = {}) => ({
    id,
    kind: 'pipe',
    name,
    length,
    size,
    schedule: '40',
    material: 'steel',
    grade: 'X52',
    u: '3 W/m2/K',
    ...more,
  });
  const oil = (name: string, waterCut: string) => ({
    kind: 'crude',
    name,
    gravity: '33 API',
    gasOilRatio: '14 Sm3/Sm3',
    gasGravity: 0.78,
    waterCut,
    salinity: '4 %',
    viscosities: [
      { temperature: '20 C', kinematicViscosity: '22 cSt' },
      { temperature: '50 C', kinematicViscosity: '8.5 cSt' },
    ],
    pourPoint: '6 C',
  });
  return {
    format: STUDY_FORMAT,
    version: STUDY_VERSION,
    title: 'Birk gathering line',
    tag: 'GL-2',
    preparedBy: 'R. Sundt',
    notes:
      'Kelvarra: oil of the pads Birk and Hassel with its water and gas. The booster holds the manifold at 24 bar, near the bubble point, so that little gas is free at its suction; flows are entered as liquid at the surface.',
    units: 'metric',
    thermal: true,
    site: { ambientTemperature: '5 C' },
    fluids: { early: oil('Crude, 15 % water', '15 %'), late: oil('Crude, 55 % water', '55 %') },
    pumps: {
      rowan: {
        name: 'Rowan 100-7',
        maker: 'Hallow Bridge Hydraulics',
        family: 'Rowan',
        speed: '2960 rpm',
        minSpeed: '1300 rpm',
        maxSpeed: '2960 rpm',
        diameter: '250 mm',
        stages: 5,
        curve: generateCurve({ speed: 2960, bestFlow: 150, bestHead: 56, suctionSpecificSpeed: 180, end: 1.4 }, 5),
        minFlow: '45 m3/h',
        motor: { ratedPower: '160 kW', efficiency: 0.945, voltage: '690 V', powerFactor: 0.87, frequency: '50 Hz' },
      },
    },
    valves: {},
    points: {
      BIRK: { kind: 'flow', name: 'Pad Birk', elevation: '62 m', flow: '70 m3/h', temperature: '58 C' },
      HASSEL: { kind: 'flow', name: 'Pad Hassel', elevation: '85 m', flow: '55 m3/h', temperature: '52 C' },
      MAN: { kind: 'junction', name: 'Manifold', elevation: '58 m' },
      SEP: { kind: 'pressure', name: 'Separator', elevation: '140 m', pressure: '26 bar(g)' },
    },
    lines: [
      { id: 'FB', name: 'Flowline Birk', from: 'BIRK', to: 'MAN', elements: [pipe('F-1', 'Flowline Birk', '2.6 km', 'DN125')] },
      {
        id: 'FH',
        name: 'Flowline Hassel',
        from: 'HASSEL',
        to: 'MAN',
        elements: [pipe('F-2', 'Flowline Hassel', '3.4 km', 'DN125')],
      },
      {
        id: 'TR',
        name: 'Trunk line',
        from: 'MAN',
        to: 'SEP',
        elements: [
          {
            id: 'BP-1',
            kind: 'pump',
            name: 'Booster',
            mode: 'inlet-pressure',
            pressure: '24 bar(g)',
            pump: 'rowan',
            variableSpeed: true,
          },
          {
            ...pipe('T-1', 'Trunk line', '11 km', 'DN200'),
            profile: [
              { distance: '2 km', elevation: '74 m' },
              { distance: '4.5 km', elevation: '131 m' },
              { distance: '6 km', elevation: '118 m' },
              { distance: '8.5 km', elevation: '166 m' },
              { distance: '10 km', elevation: '149 m' },
            ],
          },
        ],
      },
    ],
    scenarios: [
      { id: 'now', name: 'As now', role: 'normal', fluid: 'early', temperature: '50 C', hoursPerYear: 6000 },
      {
        id: 'plateau',
        name: 'Third well at Birk',
        role: 'maximum',
        fluid: 'early',
        temperature: '50 C',
        hoursPerYear: 1500,
        set: { 'BIRK.flow': '95 m3/h' },
      },
      { id: 'late', name: 'Late life', fluid: 'late', temperature: '50 C', hoursPerYear: 1000 },
      {
        id: 'turned-down',
        name: 'Hassel shut in',
        role: 'minimum',
        fluid: 'early',
        temperature: '50 C',
        hoursPerYear: 260,
        set: { 'HASSEL.flow': '0 m3/h' },
      },
    ],
  };
}
