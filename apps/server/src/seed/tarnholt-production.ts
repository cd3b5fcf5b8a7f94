import { STUDY_FORMAT, STUDY_VERSION, type Study } from '@cedar-knot/core';
import { generateCurve } from './pump-curves.js';

const STAGES = 14;

/** A production well: a multistage borehole pump lifts brine from a level that falls as it is pumped, to the exchanger building. */
export function productionStudy(): Study {
  return {
    format: STUDY_FORMAT,
    version: STUDY_VERSION,
    title: 'Production well W-3',
    tag: 'P-103',
    preparedBy: 'A. Lindqvist',
    notes:
      'Tarnholt geothermal plant: borehole pump from production well W-3 to the degassing drum. Twelve stages: the well drawn down asks 11.7 of them, ten would fall short there, fourteen would only be burnt in the valve. In summer the valve chokes; slower is the remedy, not fewer stages.',
    units: 'metric',
    site: { atmosphericPressure: '100.1 kPa(a)', frequency: '50 Hz' },
    fluids: { brine: { kind: 'brine', name: 'Hot brine', salt: 'NaCl', concentration: 0.04 } },
    pumps: {
      spruce: {
        name: 'Spruce B 10',
        maker: 'Hallow Bridge Hydraulics',
        family: 'Spruce B',
        type: 'borehole-multistage',
        speed: '2920 rpm',
        stages: STAGES,
        stageOptions: [8, 10, 12, 14, 16, 18, 21, 24],
        curve: generateCurve({ speed: 2920, bestFlow: 150, bestHead: 14.2, suctionSpecificSpeed: 205, end: 1.3 }, STAGES),
        minFlow: '45 m3/h',
        motor: {
          ratedPower: '132 kW',
          efficiency: 0.9,
          voltage: '1000 V',
          powerFactor: 0.84,
          frequency: '50 Hz',
          outsideDiameter: '220 mm',
          leastVelocity: '0.3 m/s',
          startsPerHour: 8,
        },
        outsideDiameter: '240 mm',
      },
    },
    valves: {
      gx150: {
        name: 'GX 150',
        maker: 'Marl Valve Co.',
        body: 'globe',
        size: 'DN150',
        ratedKv: 360,
        characteristic: 'equal-percentage',
        rangeability: 50,
        fl: 0.9,
        xfz: 0.62,
      },
    },
    points: {
      'W-3': {
        kind: 'well',
        name: 'Production well',
        elevation: '-92 m',
        restLevel: '64 m',
        steps: [
          { flow: '60 m3/h', drawdown: '22 m' },
          { flow: '100 m3/h', drawdown: '37.4 m' },
          { flow: '150 m3/h', drawdown: '57.4 m' },
        ],
      },
      'V-401': { kind: 'vessel', name: 'Degassed brine drum', elevation: '129 m', level: '0.4 m', pressure: '1.1 bar(g)' },
    },
    lines: [
      {
        id: 'T-10',
        name: 'Well to drum',
        from: 'W-3',
        to: 'V-401',
        elements: [
          {
            id: 'P-103',
            kind: 'pump',
            name: 'Borehole pump',
            mode: 'curve',
            pump: 'spruce',
            stages: 12,
            bore: '312 mm',
            cable: { length: '225 m', section: '95 mm2' },
            starts: 2,
          },
          {
            id: 'L-101',
            kind: 'pipe',
            name: 'Rising main',
            length: '215 m',
            size: 'DN150',
            schedule: '40',
            roughness: '0.1 mm',
            fittings: [{ type: 'check-swing' }],
            outletElevation: '123 m',
          },
          { id: 'F-104', kind: 'device', name: 'Sand separator', drop: '0.6 bar', at: '150 m3/h', fouling: 1 },
          { id: 'CV-105', kind: 'control-valve', name: 'Flow control', mode: 'flow', valve: 'gx150', flow: '140 m3/h' },
          {
            id: 'L-106',
            kind: 'pipe',
            name: 'To the drum',
            length: '340 m',
            size: 'DN200',
            schedule: '40',
            roughness: '0.1 mm',
            fittings: [{ type: 'elbow-90-long', count: 9 }, { type: 'gate', count: 2 }, { type: 'exit' }],
          },
        ],
      },
    ],
    scenarios: [
      {
        id: 'winter',
        name: 'Winter peak',
        role: 'maximum',
        hoursPerYear: 2100,
        fluid: 'brine',
        temperature: '92 C',
        set: { 'CV-105.flow': '152 m3/h' },
      },
      { id: 'normal', name: 'Normal', role: 'normal', hoursPerYear: 5200, fluid: 'brine', temperature: '90 C' },
      {
        id: 'summer',
        name: 'Summer',
        role: 'minimum',
        hoursPerYear: 1200,
        fluid: 'brine',
        temperature: '88 C',
        set: { 'CV-105.flow': '85 m3/h' },
      },
      {
        id: 'drawn',
        name: 'Well drawn down',
        role: 'upset',
        hoursPerYear: 200,
        fluid: 'brine',
        temperature: '92 C',
        set: { 'W-3.restLevel': '48 m', 'W-3.specificCapacity': '2.1 m3/h/m' },
      },
      {
        id: 'worn',
        name: 'Worn pump',
        role: 'upset',
        hoursPerYear: 60,
        fluid: 'brine',
        temperature: '92 C',
        set: { 'P-103.wear': '8 %' },
      },
    ],
  };
}
