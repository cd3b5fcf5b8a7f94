import { runStudy } from '../scenarios/run.js';
import type { Study } from '../document/study.js';
import { line, pipe, study, vessel } from '../test/studies.js';
import { withFlowThrough } from './suppose.js';
import { ValvePosition } from './valves.js';

const of = (valve: object, more: object = {}, scenarios: object[] = [{ id: 'a', temperature: '20 C' }]): Study =>
  JSON.parse(
    JSON.stringify(
      study(
        { T: vessel(0, 3), U: vessel(4, 1) },
        [line('L', 'T', 'U', [pipe('a'), { id: 'P', kind: 'pump', mode: 'curve', pump: 'p', ...more }, { id: 'CV', kind: 'control-valve', valve: 'v', ...valve }])], // prettier-ignore
        { scenarios },
      ),
    ),
  ) as Study;

test.each([
  ['a flow held', of({ mode: 'flow', flow: '40 m3/h' }, {}, [{ id: 'a', temperature: '20 C' }, { id: 'b', temperature: '20 C', set: { 'CV.flow': '30 m3/h' } }])], // prettier-ignore
  ['an opening', of({ mode: 'opening', opening: 0.4 })],
  ['a flow that the pump gives', of({ mode: 'kv', kv: 60 }, { mode: 'flow', flow: '40 m3/h', pump: undefined })],
])('a fifth more through the valve in every scenario, whatever gives it: %s', (_, raw) => {
  const now = new ValvePosition(raw, 'CV').required;
  expect(withFlowThrough(raw, 'CV', now, 1)).toBe(raw);
  for (const s of runStudy(withFlowThrough(raw, 'CV', now, 1.2)).scenarios)
    expect(s.result!.elements.CV!.flow).toBeCloseTo(1.2 * now[s.id]!.flow, 8);
});
