import { worstOverall, type Incomplete } from '../results/margin.js';
import { studyVerdict } from '../scenarios/overall.js';
import { runStudy } from '../scenarios/run.js';
import { codes, line, pipe, PUMP, solved, study, vessel } from '../test/studies.js';

/** the entry with all that a curve pump is judged by: some 12 kW at the duty */
const WHOLE = { ...PUMP, motor: { ratedPower: '22 kW' } };
const without = (key: string): object => ({ ...WHOLE, curve: WHOLE.curve.map((r) => ({ ...r, [key]: undefined })) });

function pumped(entry: object, pump: object = {}, more: object = {}): Record<string, unknown> {
  const elements = [
    pipe('s', 3, 154.1, { suction: true }),
    { id: 'P', kind: 'pump', mode: 'curve', pump: 'p', ...pump },
    pipe('d', 300, 102.3),
  ];
  return study({ T: vessel(0, 6), U: vessel(25, 2) }, [line('L', 'T', 'U', elements)], { pumps: { p: entry }, ...more });
}

const incomplete = (entry: object, pump: object = {}): Incomplete[] =>
  solved(JSON.parse(JSON.stringify(pumped(entry, pump)))).incomplete;

describe('what always belongs to a pump on its curve, and cannot be judged for want of an entry', () => {
  it('nothing where all is there', () => expect(incomplete(WHOLE)).toEqual([]));
  it.each<[string, object, Incomplete[]]>([
    ['NPSHR', without('npshr'), [{ check: 'npsh-ratio', where: 'P', missing: ['pumps.p.curve[].npshr'] }]],
    [
      'efficiency: no best flow and no power follow from it',
      without('efficiency'),
      [
        { check: 'flow-region', where: 'P', missing: ['pumps.p.curve[].efficiency'] },
        { check: 'motor-power', where: 'P', missing: ['pumps.p.curve[].efficiency'] },
      ],
    ],
    ['a motor', { ...WHOLE, motor: undefined }, [{ check: 'motor-power', where: 'P', missing: ['pumps.p.motor.ratedPower'] }]],
  ])('%s', (_, entry, missing) => expect(incomplete(entry)).toEqual(missing));

  it('with the maker’s best flow the region is judged without efficiency; the motor is not', () => {
    const found = incomplete({ ...without('efficiency'), bestFlow: '75 m3/h' });
    expect(found.map((x) => x.check)).toEqual(['motor-power']);
  });

  it('the address of a family of curves', () => {
    const { curve, diameter: _, ...rest } = without('npshr') as typeof PUMP;
    const curves = ['190 mm', '198 mm'].map((diameter) => ({ diameter, curve }));
    expect(incomplete({ ...rest, curves })[0]!.missing).toEqual(['pumps.p.curves[].curve[].npshr']);
  });

  it.each<[string, object]>([
    ['one that is off', { running: 0 }],
    ['one whose flow is imposed', { mode: 'flow', flow: '60 m3/h', pump: undefined }],
    ['one whose head is imposed', { mode: 'head', head: '40 m', pump: undefined }],
    ['one whose power is imposed', { mode: 'power', shaftPower: '9 kW', efficiency: 0.7, pump: undefined }],
  ])('%s misses nothing', (_, pump) => expect(incomplete(without('npshr'), pump)).toEqual([]));
});

describe('a class that has no rating where it stands', () => {
  const classed = (read: object, temperature: string, valve: object = {}): Incomplete[] => {
    const elements = [
      { ...pipe('a', 20), ...read },
      { id: 'V', kind: 'control-valve', mode: 'opening', opening: 0.5, valve: 'v' },
      { id: 'F', kind: 'device', drop: '0.1 bar', ...read },
    ];
    return solved(
      study({ T: vessel(20, 0), U: vessel(0, 0) }, [line('L', 'T', 'U', elements)], {
        valves: { v: { ratedKv: 100, ...valve } },
        scenarios: [{ id: 'a', fluid: 'water', temperature }],
      }),
    ).incomplete;
  };
  const asks = (where: string, missing: string) => ({ check: 'pressure-class', where, missing: [missing] });
  it.each<[string, object, string, object, object[]]>([
    ['nothing is entered', {}, '90 C', {}, []],
    ['a PN while it is cold', { pressureClass: 'PN16' }, '50 C', {}, []],
    ['a PN where it is hot', { pressureClass: 'PN16' }, '90 C', {}, [asks('a', 'a.ratedPressure'), asks('F', 'F.ratedPressure')]],
    ['with a rated pressure', { pressureClass: 'PN16', ratedPressure: '14 bar(g)' }, '90 C', {}, []],
    ['of the entry of a valve', {}, '90 C', { pressureClass: 'PN16' }, [asks('V', 'valves.v.ratedPressure')]],
    [
      'with a table of the maker',
      {},
      '90 C',
      {
        pressureClass: 'PN16',
        ratingTable: [
          { temperature: '50 C', pressure: '16 bar(g)' },
          { temperature: '120 C', pressure: '14 bar(g)' },
        ],
      },
      [],
    ],
  ])('%s', (_, read, temperature, valve, found) => expect(classed(read, temperature, valve)).toEqual(found));
});

describe('a curve without efficiency has no best-efficiency point', () => {
  const r = solved(JSON.parse(JSON.stringify(pumped(without('efficiency')))));
  const pump = r.elements.P as { bestFlow: number | null; flowRatio: number | null; specificSpeed?: number };
  it('nor a flow ratio, nor a specific speed', () => {
    expect(pump).toMatchObject({ bestFlow: null, flowRatio: null });
    expect(pump).not.toHaveProperty('specificSpeed');
    expect(pump).not.toHaveProperty('suctionSpecificSpeed');
  });
  it('region, rated flow and suction specific speed say so; the range of the curve is judged', () => {
    const of = (check: string) => r.margins.find((m) => m.check === check)!;
    for (const check of ['flow-region', 'rated-flow', 'suction-specific-speed'])
      expect(of(check)).toMatchObject({ verdict: 'not-applicable', reason: 'no-best-flow' });
    expect(of('curve-range').value).not.toBeNull();
  });
  it('the correction for a viscous liquid says what it takes in its place', () => {
    const oil = { oil: { kind: 'constant', density: '900 kg/m3', viscosity: '0.1 Pa.s', vapourPressure: '1 kPa' } };
    const raw = pumped(without('efficiency'), {}, { fluids: oil, scenarios: [{ id: 'a', fluid: 'oil' }] });
    expect(codes(solved(JSON.parse(JSON.stringify(raw))))).toContain('best-flow-assumed');
    expect(codes(solved(JSON.parse(JSON.stringify(pumped(without('efficiency'))))))).not.toContain('best-flow-assumed');
  });
});

describe('the verdict', () => {
  const scenarios = (...more: object[]) => ({ scenarios: [{ id: 'a', fluid: 'water', temperature: '20 C' }, ...more] });
  const of = (raw: unknown) => runStudy(JSON.parse(JSON.stringify(raw)));
  it('what fails before what is incomplete, near and holds', () => {
    expect(worstOverall(['near', 'incomplete', 'holds'])).toBe('incomplete');
    expect(worstOverall(['incomplete', 'fails'])).toBe('fails');
    expect(worstOverall(['holds', 'near'])).toBe('near');
    expect(worstOverall(['not-applicable', 'holds'])).toBe('holds');
    expect(worstOverall([])).toBe('not-applicable');
  });
  it('of a scenario: incomplete where all that is judged holds or is near', () => {
    expect(solved(JSON.parse(JSON.stringify(pumped(WHOLE)))).verdict).not.toBe('incomplete');
    expect(solved(JSON.parse(JSON.stringify(pumped(without('npshr'))))).verdict).toBe('incomplete');
    // 600 m³/h are asked of it: that fails, whatever is missing
    const asked = pumped(without('npshr'), { requiredFlow: '600 m3/h' });
    expect(solved(JSON.parse(JSON.stringify(asked))).verdict).toBe('fails');
  });
  it('of a study: the worst of its judged scenarios', () => {
    const one = of(pumped(WHOLE, {}, scenarios({ id: 'b', set: { 'P.requiredFlow': '600 m3/h' }, temperature: '20 C' })));
    expect(studyVerdict(one.scenarios)).toBe('fails');
    const apart = of(pumped(WHOLE, {}, scenarios({ id: 'b', judged: false, set: { 'P.requiredFlow': '600 m3/h' }, temperature: '20 C' }))); // prettier-ignore
    expect(studyVerdict(apart.scenarios)).toBe(apart.scenarios[0]!.result!.verdict);
    expect(apart.scenarios[0]!.result!.verdict).not.toBe('fails');
  });
  it('a scenario that is not solved fails', () => {
    const asked = study({ T: vessel(0), U: vessel(9) }, [
      line('L', 'T', 'U', [
        { id: 'P', kind: 'pump', mode: 'flow', flow: '10 m3/h' },
        { id: 'H', kind: 'hand-valve', k: 2, inside: '50 mm', closed: true },
        pipe('d'),
      ]),
    ]);
    const run = of(asked);
    expect(run.scenarios[0]!.result).toMatchObject({ status: 'failed', verdict: 'fails' });
    expect(studyVerdict(run.scenarios)).toBe('fails');
  });
});

test('a flow that was entered as a mass is that mass in a liquid of another density', () => {
  // 60 t/h of a liquid of 800 kg/m³ are 75 m³/h
  const oil = { oil: { kind: 'constant', density: '800 kg/m3', viscosity: '1 mPa.s', vapourPressure: '1 kPa' } };
  const raw = pumped(WHOLE, { mode: 'flow', flow: '75 m3/h', pump: undefined, requiredFlow: '60 t/h' }, { fluids: oil, scenarios: [{ id: 'a', fluid: 'oil' }] }); // prettier-ignore
  const margin = solved(JSON.parse(JSON.stringify(raw))).margins.find((m) => m.check === 'delivered-flow' && m.where === 'P')!;
  expect(margin.value).toBeCloseTo(1, 12);
});
