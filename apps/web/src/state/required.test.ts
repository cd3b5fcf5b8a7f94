import { applyOperations, blankStudy, prepareStudy, type ModelWhole, type RawScenario, type Study } from '@cedar-knot/core';
import { candidate } from '../test/candidate.js';
import { stageOperations, takenAs } from './ranking.js';
import { requiredOperations, withRequired } from './required.js';
import { takingOperations } from './takeModel.js';

const scenarios = (...sets: (RawScenario['set'] | undefined)[]): RawScenario[] =>
  sets.map((set, i) => ({ id: `s${i}`, fluid: 'water', temperature: '20 C', ...(set ? { set } : {}) }));

function study(pump: object, sets: (RawScenario['set'] | undefined)[] = [undefined]): Study {
  return {
    ...blankStudy('Required'),
    pumps: { old: ENTRY },
    points: {
      A: { kind: 'vessel', elevation: '0 m', level: '2 m' },
      B: { kind: 'vessel', elevation: '20 m', level: '2 m' },
    },
    lines: [
      {
        id: 'L',
        from: 'A',
        to: 'B',
        elements: [
          { id: 'P', kind: 'pump', ...pump },
          { id: 'x', kind: 'pipe', length: '100 m', inside: '150 mm', roughness: '0.05 mm' },
        ],
      },
    ],
    scenarios: scenarios(...sets),
  };
}
const ENTRY = {
  name: 'Old',
  speed: '2950 rpm',
  curve: [
    { flow: '0 m3/h', head: '60 m' },
    { flow: '120 m3/h', head: '50 m' },
    { flow: '200 m3/h', head: '30 m' },
  ],
};
const model = {
  id: 'm1',
  kind: 'pumps',
  key: 'new',
  name: 'New',
  revision: 1,
  entry: { ...ENTRY, name: 'New' },
} as unknown as ModelWhole;
const pumpOf = (s: Study) => s.lines[0]!.elements[0]!;
const sets = (s: Study) => s.scenarios.map((x) => x.set);
const after = (s: Study, operations: ReturnType<typeof requiredOperations>): Study => {
  const done = applyOperations(s, operations);
  if (!done.ok) throw new Error(done.reason);
  return done.study;
};

describe('what is imposed becomes what is required', () => {
  it('a flow, shared and by scenario', () => {
    const moved = withRequired(study({ mode: 'flow', flow: '55 m3/h' }, [undefined, { 'P.flow': '66 m3/h' }]), 'P');
    expect(pumpOf(moved)).toMatchObject({ requiredFlow: '55 m3/h' });
    expect(sets(moved)).toEqual([undefined, { 'P.flow': '66 m3/h', 'P.requiredFlow': '66 m3/h' }]);
  });
  it('a head; one that is sought is not imposed', () => {
    expect(pumpOf(withRequired(study({ mode: 'head', head: '40 m' }), 'P'))).toMatchObject({ requiredHead: '40 m' });
    expect(pumpOf(withRequired(study({ mode: 'head', head: 'solve' }), 'P'))).not.toHaveProperty('requiredHead');
  });
  it('what is required already stays', () => {
    const moved = withRequired(study({ mode: 'flow', flow: '55 m3/h', requiredFlow: '50 m3/h' }, [{ 'P.flow': '60 m3/h', 'P.requiredFlow': '58 m3/h' }]), 'P'); // prettier-ignore
    expect(pumpOf(moved)).toMatchObject({ requiredFlow: '50 m3/h' });
    expect(sets(moved)).toEqual([{ 'P.flow': '60 m3/h', 'P.requiredFlow': '58 m3/h' }]);
  });
  it('where a scenario runs the pump otherwise nothing is required; one that is off is not asked', () => {
    const moved = withRequired(study({ mode: 'flow', flow: '55 m3/h' }, [{ 'P.mode': 'head', 'P.head': '30 m' }, { 'P.mode': 'off' }]), 'P'); // prettier-ignore
    expect(sets(moved)).toEqual([
      { 'P.mode': 'head', 'P.head': '30 m', 'P.requiredFlow': null, 'P.requiredHead': '30 m' },
      { 'P.mode': 'off' },
    ]);
  });
  it('of a pump on its curve, and of no pump, nothing', () => {
    expect(requiredOperations(study({ mode: 'curve', pump: 'old' }), 'P')).toEqual([]);
    expect(requiredOperations(study({ mode: 'flow', flow: '5 m3/h' }), 'x')).toEqual([]);
  });
});

describe('taking a pump keeps it, in one step', () => {
  const before = study({ mode: 'flow', flow: '55 m3/h' }, [undefined, { 'P.flow': '66 m3/h', 'x.roughness': '0.1 mm' }, { 'P.mode': 'off' }]); // prettier-ignore
  const kept = (s: Study): void => {
    expect(pumpOf(s)).toMatchObject({ mode: 'curve', requiredFlow: '55 m3/h' });
    expect(pumpOf(s)).not.toHaveProperty('flow');
    expect(sets(s)[1]).toMatchObject({ 'P.requiredFlow': '66 m3/h', 'x.roughness': '0.1 mm' });
    expect(prepareStudy(s).problems).toEqual([]);
  };
  it('from the catalogue', () => {
    const s = after(before, takingOperations(before, model, 'P').operations);
    kept(s);
    expect(sets(s)).toEqual([undefined, { 'x.roughness': '0.1 mm', 'P.requiredFlow': '66 m3/h' }, { 'P.mode': 'off' }]);
  });
  it('from a ranking, as it was configured', () => {
    const s = after(before, takenAs(before, model, 'P', candidate('m1', { stages: 2, diameter: 0.2, speed: 2900 })));
    kept(s);
    expect(pumpOf(s)).toMatchObject({ stages: 2, diameter: '200 mm', speed: '2900 rpm', pump: 'new' });
  });
  it('from the stage ladder', () => {
    const at = study({ mode: 'flow', flow: '55 m3/h', pump: 'old', variableSpeed: true }, [undefined, { 'P.flow': '66 m3/h' }]);
    const s = after(at, stageOperations(at, 'P', 3));
    expect(pumpOf(s)).toMatchObject({ mode: 'curve', stages: 3, requiredFlow: '55 m3/h' });
    expect(sets(s)[1]).toMatchObject({ 'P.requiredFlow': '66 m3/h' });
    expect(stageOperations(s, 'P', 4)).toHaveLength(1);
  });
});
