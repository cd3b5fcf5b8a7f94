import type { Study } from '../document/study.js';
import { prepareStudy } from '../scenarios/prepare.js';
import { beginStudy, usualSize } from './begin.js';
import { readBeginning } from './entries.js';
import { Kit } from './kit.js';
import { askableInputs, askedInputs, beginOwn, MOST_ASKED, usualAsks, withoutIssue } from './own.js';

const say = (w: { word: string }): string => w.word;
const { given } = readBeginning('tank-to-tank', {}, 'metric');
const kept: Study = {
  ...beginStudy('tank-to-tank', given, { title: 'Cooling', tag: 'P-1', units: 'metric', say }, usualSize(given, new Kit('metric', say)))!.study,
  preparedBy: 'A. Holm',
  readings: [],
  report: { company: 'Tarnholt', checkedBy: 'B', approvedBy: 'C', revision: 'B', date: 'today', revisions: [{ revision: 'A' }] },
}; // prettier-ignore

test('a form asks for numbers of points and elements; usually flows, levels, elevations and the longest pipe', () => {
  const addresses = askableInputs(kept).map((i) => i.address);
  expect(addresses).toEqual(expect.arrayContaining(['T-1.level', 'CV-1.flow', 'L-3.length', 'P-1.requiredFlow']));
  expect(addresses).not.toEqual(expect.arrayContaining(['L-3.size', 'P-1.pump', 'T-1.name']));
  const usual = usualAsks(kept);
  expect(usual.length).toBeLessThanOrEqual(MOST_ASKED);
  expect(usual).toEqual(['CV-1.flow', 'T-1.level', 'T-2.level', 'T-1.elevation', 'T-2.elevation', 'L-3.length']);
  expect(askedInputs(kept, ['L-3.length', 'gone.level']).map((i) => [i.address, i.typed])).toEqual([['L-3.length', '150 m']]);
});

test('what is typed stands in the new study, and in scenarios that said the same; what is empty and theirs alone stays', () => {
  const { study, problems } = beginOwn(kept, { title: 'New', tag: 'P-9' }, { 'CV-1.flow': '100', 'L-3.length': '0.2 km', 'T-1.level': '' });
  expect(problems).toEqual([]);
  expect([study.title, study.tag]).toEqual(['New', 'P-9']);
  const element = (id: string) => study.lines[0]!.elements.find((e) => e.id === id)!;
  expect([element('CV-1').flow, element('L-3').length]).toEqual(['100 m3/h', '0.2 km']);
  // of the scenarios of this service only the least flow, 0.72 times 85 m³/h, is another
  expect(study.scenarios.map((s) => s.set!['CV-1.flow'])).toEqual(['100 m3/h', '100 m3/h', '61.2 m3/h', '100 m3/h']);
  expect(prepareStudy(study).problems).toEqual([]);
  // the study that it came from stays as it was
  expect(kept.lines[0]!.elements.find((e) => e.id === 'CV-1')!.flow).toBe('85 m3/h');
}); // prettier-ignore

test('an entry that cannot be read is said at its address, and the study has what it had', () => {
  const { study, problems } = beginOwn(kept, { title: 'New' }, { 'CV-1.flow': '100 m', 'T-1.level': '3 m' });
  expect(problems.map((p) => [p.address, p.reading.problem.code])).toEqual([['CV-1.flow', 'bad-quantity']]);
  expect(study.lines[0]!.elements.find((e) => e.id === 'CV-1')!.flow).toBe('85 m3/h');
  expect(study.points['T-1']!.level).toBe('3 m');
});

test('who prepared, checked and issued it is not of the new one; its letterhead is', () => {
  const { report, preparedBy, readings } = withoutIssue(kept);
  expect([report, preparedBy, readings]).toEqual([{ company: 'Tarnholt' }, undefined, undefined]);
  expect(beginOwn(kept, { title: 'x' }, {}).study.tag).toBeUndefined();
});
