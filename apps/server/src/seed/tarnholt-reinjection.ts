import { STUDY_FORMAT, STUDY_VERSION, type Study } from '@cedar-knot/core';
import { generateCurve } from './pump-curves.js';

/** Cooled brine back into the rock: drum, filters, two full-size pumps, a control valve, two kilometres of line, one well. */
export function reinjectionStudy(): Study {
  return {
    format: STUDY_FORMAT,
    version: STUDY_VERSION,
    title: 'Reinjection transfer',
    tag: 'P-410 A/B',
    preparedBy: 'I. Mørk',
    notes:
      'Tarnholt geothermal plant: cooled brine from the degassing drum to the injection well W-7. Chosen is the 385 mm impeller, at best efficiency in winter. No pump of the catalogue holds in all five scenarios; what is taken on knowingly: 60 h of commissioning below half of best efficiency, filters that are changed before the NPSH ratio falls under 1.3, and two pumps together only while someone stands by, because the curve is flat there.',
    units: 'metric',
    site: { atmosphericPressure: '100.1 kPa(a)', gravity: '9.80665 m/s2', frequency: '50 Hz' },
    fluids: { brine: brine() },
    pumps: { hollin: hollin() },
    valves: {
      gx200: {
        name: 'GX 200',
        maker: 'Marl Valve Co.',
        body: 'globe',
        size: 'DN200',
        ratedKv: 620,
        characteristic: 'equal-percentage',
        rangeability: 50,
        fl: 0.9,
        xfz: 0.65,
        pressureClass: 'PN40',
        ratingTable: [
          { temperature: '-10 C', pressure: '40 bar(g)' },
          { temperature: '50 C', pressure: '40 bar(g)' },
          { temperature: '120 C', pressure: '36.8 bar(g)' },
        ],
      },
    },
    points: {
      'V-401': {
        kind: 'vessel',
        name: 'Degassed brine drum',
        elevation: '127.5 m',
        level: '1.6 m',
        pressure: '0.12 bar(g)',
        lowLevel: '0.9 m',
        normalLevel: '1.6 m',
        highLevel: '2.2 m',
      },
      'W-7': { kind: 'well', name: 'Injection well', elevation: '141 m', restLevel: '138 m', specificCapacity: '10.5 m3/h/m' },
    },
    lines: [
      {
        id: 'T-41',
        name: 'Drum to injection well',
        from: 'V-401',
        to: 'W-7',
        elements: [
          {
            id: 'L-401',
            kind: 'pipe',
            name: 'Drum to filters',
            length: '14 m',
            size: 'DN300',
            schedule: '40',
            roughness: '0.15 mm',
            fittings: [{ type: 'entrance-sharp' }, { type: 'elbow-90-long', count: 3 }],
            outletElevation: '119.4 m',
          },
          {
            id: 'F-402',
            kind: 'device',
            name: 'Filter pair',
            drop: '0.52 bar',
            at: '310 m3/h',
            fouling: 1,
            ratedPressure: '10 bar(g)',
          },
          {
            id: 'L-403',
            kind: 'pipe',
            name: 'Pump suction',
            length: '6 m',
            size: 'DN300',
            schedule: '40',
            roughness: '0.15 mm',
            fittings: [{ type: 'gate' }, { type: 'reducer', to: '254.5 mm', angle: 30 }],
            outletElevation: '118.6 m',
          },
          {
            id: 'P-410',
            kind: 'pump',
            name: 'Reinjection pump',
            mode: 'curve',
            pump: 'hollin',
            diameter: '385 mm',
            running: 1,
            standby: 1,
            installed: 2,
            rated: { flow: '300 m3/h', head: '74 m' },
          },
          { id: 'NR-411', kind: 'non-return', name: 'Pump check valve', k: 1.8, inside: '254.5 mm', pressureClass: 'class 150' },
          {
            id: 'CV-415',
            kind: 'control-valve',
            name: 'Flow control',
            mode: 'flow',
            valve: 'gx200',
            flow: '290 m3/h',
            outletElevation: '119.3 m',
          },
          {
            id: 'L-420',
            kind: 'pipe',
            name: 'Line to the ridge',
            length: '1150 m',
            size: 'DN250',
            schedule: '40',
            roughness: '0.15 mm',
            fittings: [
              { type: 'elbow-90-long', count: 14 },
              { type: 'gate', count: 2 },
              { type: 'tee-run', count: 3 },
            ],
            outletElevation: '155 m',
            designPressure: '16 bar(g)',
            pressureClass: 'class 150',
          },
          {
            id: 'L-421',
            kind: 'pipe',
            name: 'Ridge to well pad',
            length: '780 m',
            size: 'DN250',
            schedule: '40',
            roughness: '0.15 mm',
            fittings: [
              { type: 'elbow-90-long', count: 6 },
              { type: 'gate', count: 2 },
            ],
            designPressure: '16 bar(g)',
          },
        ],
      },
    ],
    scenarios: [
      { id: 'winter', name: 'Winter peak', role: 'maximum', hoursPerYear: 2100, fluid: 'brine', temperature: '74 C' },
      {
        id: 'summer',
        name: 'Summer',
        role: 'minimum',
        hoursPerYear: 3650,
        fluid: 'brine',
        temperature: '88 C',
        set: { 'CV-415.flow': '165 m3/h' },
      },
      {
        id: 'cold',
        name: 'Cold commissioning',
        role: 'start-up',
        hoursPerYear: 60,
        fluid: 'brine',
        temperature: '12 C',
        set: {
          'CV-415.flow': '130 m3/h',
          'V-401.level': 'low',
          'V-401.pressure': '0 bar(g)',
          'W-7.specificCapacity': '7.6 m3/h/m',
        },
      },
      {
        id: 'fouled',
        name: 'One filter fouled',
        role: 'upset',
        hoursPerYear: 240,
        fluid: 'brine',
        temperature: '74 C',
        set: { 'F-402.fouling': 2.55 },
      },
      {
        id: 'both',
        name: 'Two pumps in parallel',
        role: 'maximum',
        hoursPerYear: 310,
        fluid: 'brine',
        temperature: '74 C',
        set: { 'P-410.running': 2, 'P-410.standby': 0, 'CV-415.flow': '350 m3/h' },
      },
    ],
  };
}

/** a weak chloride brine, made up along the properties of salt water of 4 % */
function brine(): Record<string, unknown> {
  const rows: [number, number, number, number][] = [
    [5, 1030, 1.62, 0.85],
    [20, 1027, 1.08, 2.28],
    [40, 1020, 0.7, 7.2],
    [60, 1011, 0.5, 19.4],
    [80, 1000, 0.38, 46.2],
    [100, 987, 0.305, 98.8],
  ];
  return {
    kind: 'table',
    name: 'Tarnholt brine',
    rows: rows.map(([t, density, viscosity, vapour]) => ({
      temperature: `${t} C`,
      density: `${density} kg/m3`,
      viscosity: `${viscosity} mPa.s`,
      vapourPressure: `${vapour} kPa(a)`,
    })),
  };
}

const MADE_DIAMETERS = [350, 380, 405] as const;

function hollin(): Record<string, unknown> {
  return {
    name: 'Hollin TC 150-400',
    maker: 'Wexcombe Rotating Works',
    family: 'Hollin TC',
    type: 'end-suction',
    speed: '2950 rpm',
    diameter: '405 mm',
    minDiameter: '340 mm',
    maxDiameter: '405 mm',
    curves: MADE_DIAMETERS.map((d) => ({
      diameter: `${d} mm`,
      // flows of a trimmed impeller fall a little less than the diameter, heads a little more than its square
      curve: generateCurve({
        speed: 2950,
        bestFlow: Math.round(288 * (d / 380) ** 0.95),
        bestHead: 75.5 * (d / 380) ** 2.05,
        suctionSpecificSpeed: 205,
        end: 1.4,
      }),
    })),
    minFlow: '85 m3/h',
    motor: { ratedPower: '90 kW', efficiency: 0.952, voltage: '400 V', powerFactor: 0.88, frequency: '50 Hz' },
    casingPressure: '16 bar(g)',
  };
}
