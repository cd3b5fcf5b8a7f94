import { sheetOf } from '../catalogue/cells.js';
import type { PumpResult, ValveResult } from '../results/results.js';
import { prepareStudy } from '../scenarios/prepare.js';
import type { Word } from '../words/word.js';
import { listColumn } from './columns.js';
import { elevationsOf } from './elevations.js';
import { placesOf, roleOfTag, systemsOf } from './places.js';
import { MOST_PIPES, readLineList, type ListOptions } from './read.js';
import { studyOfList } from './study.js';

const say = (w: Word): string => w.word;
const HEAD = { title: 'Listed', tag: 'P-101', units: 'metric', say } as const;
const table = (text: string): string[][] => text.trim().split('\n').map((r) => r.split('|').map((c) => c.trim())); // prettier-ignore
const read = (text: string, options: Partial<ListOptions> = {}) =>
  readLineList([sheetOf(table(text))], { units: 'metric', ...options });
const study = (text: string, said = {}) => {
  const { pipes, problems } = read(text);
  expect(problems.filter((p) => p.severity === 'error')).toEqual([]);
  return studyOfList(systemsOf(pipes)[0]!, HEAD, said);
}; // prettier-ignore
const errors = (text: string, options: Partial<ListOptions> = {}) =>
  read(text, options).problems.filter((p) => p.severity === 'error').map((p) => [p.row, p.column, p.text.word]); // prettier-ignore

const TRANSFER = `
Line  | From  | To     | DN  | Sch | Length [m] | Rise [m] | Fittings                                | Liquid | Flow [m3/h] | Temp [°C]
L-101 | T-101 | P-101  | 200 | 40  | 12         | -1       | 2x 90° elbow, 1 gate valve              | water  | 180         | 25
L-102 | P-101 | FV-101 | 150 | 40  | 40         | 3        | 4 elbows; swing check valve             | water  | 180         | 25
L-103 | FV-101| E-101  | 150 | 40  | 30         | 4        |                                         | water  | 180         | 25
L-104 | E-101 | T-102  | 150 | 40  | 160        | 16       | 6 elbow 90 long, 1 gate, 1 exit         | water  | 180         | 25
`;

describe('a line list is read', () => {
  test('row by row, as its cells say', () => {
    const { pipes, problems, sizes, decimal } = read(TRANSFER);
    expect(problems).toEqual([]);
    expect([sizes, decimal, pipes.length]).toEqual(['DN', '.', 4]);
    expect(pipes[0]).toEqual({
      row: 2,
      id: 'L-101',
      from: 'T-101',
      to: 'P-101',
      rise: -1,
      flow: 0.05,
      liquid: 'water',
      temperature: 298.15,
      entries: { length: '12 m', size: 'DN200', schedule: '40', material: 'steel', fittings: [{ type: 'elbow-90', count: 2 }, { type: 'gate' }] }, // prettier-ignore
    });
    expect(pipes[3]!.entries.fittings).toEqual([{ type: 'elbow-90-long', count: 6 }, { type: 'gate' }, { type: 'exit' }]);
  });

  test('in other words, units and signs: a German list in commas, an American one in feet and inches', () => {
    const german = read(`
      Rohrleitungsliste Tarnholt
      Leitung | Von | Nach | Nennweite | Länge (m) | Höhenunterschied (m) | Volumenstrom (m3/h) | Medium
      R1 | B1 | B2 | 80 | 1.250,5 | 12,25 | 30,5 | Wasser`);
    expect(german.pipes[0]).toMatchObject({ row: 3, rise: 12.25, liquid: 'Wasser', entries: { length: '1250.5 m', size: 'DN80', schedule: '40' } });
    expect(german.pipes[0]!.flow! * 3600).toBeCloseTo(30.5, 9);
    const american = read(`
      Line No. | From | To | NPS | Schedule | Length | Elevation change | Flow
               |      |    |     |          | ft     | ft               | gpm
      6"-CW-1  | T-1  | T-2| 6   | STD      | 500    | -40              | 800`, { units: 'us' });
    // 1 ft = 0.3048 m, 1 US gal = 231 in³ = 3.785411784 L
    expect(american.pipes[0]).toMatchObject({ id: '6-CW-1', entries: { length: '500 ft', size: 'NPS 6', schedule: 'STD' } });
    expect(american.pipes[0]!.rise).toBeCloseTo(-12.192, 9);
    expect(american.pipes[0]!.flow).toBeCloseTo((800 * 3.785411784e-3) / 60, 12);
    expect([...german.problems, ...american.problems].filter((p) => p.severity === 'error')).toEqual([]);
  }); // prettier-ignore

  test('fittings that have columns of their own, sizes with their unit, walls, pieces of one line without inner ends', () => {
    const { pipes, problems } = read(`
      Line | From | To | Size   | Wall   | Length m | Elbow 90 | Gate valves | Check valve
      A    | T-1  |    | 4"     | 80     | 10       | 3        | 1           |
      A    |      | T-2| DN 80  | 4.5 mm | 25       |          | 2           | 1`);
    expect(problems.filter((p) => p.severity === 'error')).toEqual([]);
    expect(pipes.map((p) => [p.id, p.from, p.to])).toEqual([
      ['A', 'T-1', 'A · 1'],
      ['A-2', 'A · 1', 'T-2'],
    ]);
    expect(pipes[0]!.entries).toMatchObject({ schedule: '80', fittings: [{ type: 'elbow-90', count: 3 }, { type: 'gate' }] }); // prettier-ignore
    expect(pipes[1]!.entries).toMatchObject({ size: 'DN80', schedule: '4.5 mm', fittings: [{ type: 'gate', count: 2 }, { type: 'check-swing' }] }); // prettier-ignore
  });

  test.each([
    ['no head of lengths', 'Line|From|To|DN\nA|T-1|T-2|100', [1, 'length', 'listed.no-column']],
    ['no number', 'From|To|DN|Length\nT-1|T-2|100|much', [2, 'length', 'listed.not-a-number']],
    ['no length', 'From|To|DN|Length\nT-1|T-2|100|', [2, 'length', 'listed.no-length']],
    ['a length of nothing', 'From|To|DN|Length\nT-1|T-2|100|0', [2, 'length', 'listed.length-positive']],
    ['no such size', 'From|To|DN|Length\nT-1|T-2|105|10', [2, 'size', 'listed.no-such-size']],
    ['no such schedule', 'From|To|DN|Sch|Length\nT-1|T-2|100|41|10', [2, 'schedule', 'listed.schedule-known']],
    ['no size', 'From|To|DN|Length\nT-1|T-2||10', [2, 'size', 'listed.no-size']],
    ['an unknown fitting', 'From|To|DN|Length|Fittings\nT-1|T-2|100|10|3 gizmos', [2, 'fittings', 'listed.fitting-unknown']],
    ['no end', 'From|To|DN|Length\n|T-2|100|10', [2, 'from', 'listed.no-end']],
    ['one end', 'From|To|DN|Length\nT-2|T-2|100|10', [2, 'to', 'listed.same-ends']],
    ['a flow that runs back', 'From|To|DN|Length|Flow\nT-1|T-2|100|10|-3', [2, 'flow', 'listed.flow-positive']],
    ['sizes that are DN or NPS', 'From|To|Size|Length\nT-1|T-2|10|10', [1, 'size', 'listed.sizes-open']],
    ['a sign of two meanings', 'From|To|DN|Length\nT-1|T-2|100|1,200', [2, undefined, 'listed.number-open']],
    ['a unit of another kind', 'From|To|DN|Length [s]\nT-1|T-2|100|10', [1, undefined, 'listed.wrong-unit']],
  ])('%s is said at its row and column', (_, text, problem) => {
    expect(errors(text)).toContainEqual(problem);
  });

  test('what is said of it goes before: another column, a mended cell, a row left out, sizes in inches', () => {
    const text = 'Strecke | From | To | Size | Developed\nA | T-1 | T-2 | 4 | 1O\nB | T-2 | T-3 | 6 | 30\nC | T-3 | T-4 | 8 | x';
    const { pipes, problems } = read(text, {
      columns: { 0: { column: 'line' }, 4: { column: 'length', unit: 'ft' } },
      mends: { 2: { length: '10' } },
      left: [4],
      sizes: 'NPS',
    });
    expect(pipes.map((p) => [p.id, p.entries.length, p.entries.size])).toEqual([
      ['A', '10 ft', 'NPS 4'],
      ['B', '30 ft', 'NPS 6'],
    ]);
    expect(problems.filter((p) => p.severity === 'error')).toEqual([]);
  });
});

test.each([
  ['Flow m3/h', 'flow', 'm3/h'], ['Flow [m3/h]', 'flow', 'm3/h'], ['Q, m³/h', 'flow', 'm³/h'], ['Length/m', 'length', 'm'], ['Rise (ft)', 'rise', 'ft'],
  ['Elevation change m', 'rise', 'm'], ['Length', 'length', undefined], ['From/To', undefined, undefined],
] as const)('the head %s is read as %p in %p', (header, column, unit) => {
  const found = listColumn(header, 'metric');
  expect([found.column, found.isAssumed ? undefined : found.unit]).toEqual([column, unit]);
}); // prettier-ignore

test.each([
  ['P-101A/B', 'pump'], ['101-P-01', 'pump'], ['FV-101', 'control-valve'], ['TCV 12', 'control-valve'], ['E-201', 'device'],
  ['TK-3', 'tank'], ['V-12', 'tank'], ['NRV-4', 'non-return'], ['Raw water tank', 'tank'], ['cooler', 'device'], ['TEE-3', 'junction'],
  ['Area 12', undefined], ['PT-101', undefined],
] as const)('the tag %s is a %s', (tag, role) => {
  expect(roleOfTag(tag)).toBe(role);
}); // prettier-ignore

describe('a listed system becomes a study', () => {
  test('with its pump, valve and exchanger in one line, elevations by the rises, solved with what is listed', () => {
    const { study: made, scenarios, isEquipped, remarks } = study(TRANSFER);
    expect([isEquipped, remarks.map((r) => r.text.word)]).toEqual([true, ['listed.drop-taken']]);
    expect(made.lines).toHaveLength(1);
    expect(made.lines[0]!.elements.map((e) => [e.id, e.outletElevation])).toEqual([
      ['L-101', '-1 m'], ['P-101', undefined], ['L-102', '2 m'], ['FV-101', undefined], ['L-103', '6 m'], ['E-101', undefined], ['L-104', undefined],
    ]); // prettier-ignore
    // -1 + 3 + 4 + 16 = 22 m over the first vessel
    expect(made.points['T-102']).toMatchObject({ kind: 'vessel', elevation: '22 m' });
    expect(scenarios.map((s) => [s.id, s.result!.status])).toEqual([['design', 'solved'], ['low', 'solved'], ['aged', 'solved']]); // prettier-ignore
    for (const s of scenarios) {
      const pump = s.result!.elements['P-101'] as PumpResult;
      expect(pump.flow * 3600).toBeCloseTo(180, 4);
      expect((s.result!.elements['FV-101'] as ValveResult).opening).toBeGreaterThan(0.2);
      expect(s.result!.margins.filter((m) => m.verdict === 'fails')).toEqual([]);
    }
    expect(prepareStudy(JSON.parse(JSON.stringify(made))).problems).toEqual([]);
  });

  test('head of the pump as by hand: lift, friction by Darcy and Weisbach, fittings, the drop of the exchanger and of the valve', () => {
    const { scenarios } = study(TRANSFER);
    const [design] = scenarios;
    const pump = design!.result!.elements['P-101'] as PumpResult;
    const valve = design!.result!.elements['FV-101'] as ValveResult;
    // water at 25 °C: 997.05 kg/m³, 0.890 mPa·s; DN200 sch 40 202.74 mm, DN150 sch 40 154.08 mm
    const [rho, mu, g] = [997.05, 0.89e-3, 9.80665];
    const loss = (d: number, l: number, k: number): number => {
      const v = 0.05 / (0.25 * Math.PI * d * d);
      const re = (rho * v * d) / mu;
      // Swamee and Jain 1976, within 1 % of Colebrook
      const f = 0.25 / Math.log10(4.6e-5 / d / 3.7 + 5.74 / re ** 0.9) ** 2;
      return ((f * l) / d + k) * ((v * v) / (2 * g));
    };
    // Crane TP-410: standard elbow 30 fT, long elbow 14–16 fT, gate 8 fT, swing check 100 fT, exit 1; fT 0.014 at DN200, 0.015 at DN150;
    // the three-constant method of the program gives less or more of it, so the sum is asked within 10 % of the friction
    const friction = loss(0.20274, 12, (2 * 30 + 8) * 0.014) + loss(0.15408, 230, (4 * 30 + 100 + 6 * 15 + 8) * 0.015 + 1);
    const devices = 0.3e5 / (rho * g) + valve.drop! / (rho * g);
    // level 2 m over the nozzle at either end
    const byHand = 22 + friction + devices;
    expect(Math.abs(pump.head! - byHand)).toBeLessThan(0.1 * friction + 0.05);
  });

  test('branches: consumers take their flow, the end without one stays a vessel; what is off stands by', () => {
    const made = study(`
      Line | From | To    | DN  | Length | Rise | Flow
      S1   | T-1  | P-1A  | 150 | 6      | 0    | 90
      S2   | T-1  | P-1B  | 150 | 6      | 0    | 0
      D1   | P-1A | N1    | 125 | 5      | 1    | 90
      D2   | P-1B | N1    | 125 | 5      | 1    | 0
      H1   | N1   | N2    | 125 | 60     | 5    | 90
      B1   | N2   | Area 1| 80  | 30     | 2    | 40
      B2   | N2   | Area 2| 80  | 40     | 2    | 50`);
    expect(made.places.map((p) => [p.tag, p.role])).toEqual([
      ['T-1', 'tank'], ['P-1A', 'pump'], ['P-1B', 'pump'], ['N1', 'junction'], ['N2', 'junction'], ['Area 1', 'consumer'], ['Area 2', 'tank'],
    ]); // prettier-ignore
    expect(made.isEquipped).toBe(true);
    expect(made.study.lines.map((l) => [l.from, l.to])).toEqual([['T-1', 'N1'], ['T-1', 'N1'], ['N1', 'N2'], ['N2', 'Area-1'], ['N2', 'Area-2']]); // prettier-ignore
    expect(made.study.points['Area-1']).toMatchObject({ kind: 'flow', flow: '-40 m3/h', elevation: '8 m', name: 'Area 1' });
    const [design] = made.scenarios;
    expect((design!.result!.elements['P-1A'] as PumpResult).flow * 3600).toBeGreaterThan(89.9);
    // a pump that no valve holds back follows by its speed: it delivers what is listed, in each scenario
    for (const s of made.scenarios)
      expect([s.id, s.result!.margins.find((m) => m.check === 'delivered-flow')?.verdict]).toEqual([s.id, 'holds']);
    expect(made.remarks.map((r) => r.text.word)).toEqual(['listed.standby', 'listed.temperature-taken', 'listed.by-speed']);
    expect((design!.result!.elements['P-1B'] as PumpResult).flow).toBeCloseTo(0, 9);
  });

  test('a pump that two lines leave has a junction behind it; a ring without a vessel is held somewhere', () => {
    const bypass = study(`
      Line | From | To  | DN  | Length | Rise | Flow
      A    | T-1  | P-1 | 150 | 6      | -2   | 100
      B    | P-1  | T-2 | 125 | 80     | 20   | 80
      C    | P-1  | FV-2| 50  | 20     | 0    | 20
      D    | FV-2 | T-1 | 50  | 20     | 2    | 20`);
    expect(bypass.isEquipped).toBe(true);
    const [design] = bypass.scenarios;
    expect((design!.result!.elements['FV-2'] as ValveResult).flow * 3600).toBeCloseTo(20, 4);
    const ring = study(`
      Line | From | To  | DN  | Length | Rise | Flow
      A    | N1   | P-1 | 100 | 10     | 0    | 60
      B    | P-1  | E-1 | 100 | 50     | 8    | 60
      C    | E-1  | N1  | 100 | 50     | -8   | 60`);
    expect(ring.remarks.map((r) => r.text.word)).toContain('listed.circuit-held');
    expect([ring.isEquipped, ring.scenarios[0]!.result!.status]).toEqual([true, 'solved']);
    expect((ring.scenarios[0]!.result!.elements['P-1'] as PumpResult).flow * 3600).toBeGreaterThan(59.9);
  });

  test('what it had to take, and what does not agree, is said', () => {
    const words = (text: string): string[] => study(text).remarks.map((r) => r.text.word);
    const rows = (more: string) => `From|To|DN|Length|Rise|Liquid\nT-1|P-1|100|10|0|${more}\nP-1|T-2|80|50|12|${more}`;
    expect(words(rows('toluene'))).toEqual([
      'listed.no-flows',
      'listed.liquid-unknown',
      'listed.temperature-taken',
      'listed.by-speed',
    ]);
    expect(words('From|To|DN|Length|Rise|Flow|T\nT-1|N1|100|10|0|20|20\nN1|T-2|80|50|12|10|20\nN1|T-2|80|50|14|10|20')).toEqual(['listed.rises-disagree']); // prettier-ignore
    // downhill no pump is needed: what is listed is imposed
    const down = study('From|To|DN|Length|Rise|Flow|T\nT-1|P-1|100|10|0|5|20\nP-1|T-2|100|20|-50|5|20');
    expect([down.isEquipped, down.remarks.map((r) => r.text.word)]).toEqual([false, ['listed.no-head']]);
  });

  test('systems that do not hang together are apart, and a tag is what a person says that it is', () => {
    const { pipes } = read('From|To|DN|Length\nT-1|T-2|100|10\nX-1|X-2|100|10\nT-2|T-3|100|10');
    expect(systemsOf(pipes).map((s) => s.map((p) => p.from))).toEqual([['T-1', 'T-2'], ['X-1']]);
    expect(placesOf(pipes, { 'T-2': 'junction' }).find((p) => p.tag === 'T-2')!.role).toBe('junction');
  });
});

test('elevations follow from the rises whatever the order of the rows, and in time for the longest list', () => {
  const chain = Array.from({ length: MOST_PIPES }, (_, k) => ({ row: k + 2, id: `L${k}`, from: `N${k}`, to: `N${k + 1}`, entries: {}, rise: 0.5 })).reverse(); // prettier-ignore
  const { elevations, remarks } = elevationsOf(
    [...chain, { ...chain[0]!, id: 'S', from: 'S', to: 'N0', fromElevation: 3, rise: 7 }],
    String,
  );
  // 3 + 7 + 2000 · 0.5
  expect([elevations.get('N0'), elevations.get(`N${MOST_PIPES}`), remarks]).toEqual([10, 10 + MOST_PIPES / 2, []]);
});

test('where both ends have an elevation the rise is their difference, and one that is given twice is said in the unit of the study', () => {
  const text = 'From|To|DN|Length|From elevation [m]|To elevation [m]\nT-1|N1|100|10|2|5\nN1|T-2|80|50|6|20';
  const { pipes } = read(text);
  expect(pipes.map((p) => p.rise)).toEqual([3, 14]);
  const { elevations, remarks } = elevationsOf(pipes, (m) => `${m / 0.3048} ft`);
  expect([elevations.get('N1'), elevations.get('T-2')]).toEqual([5, 20]);
  expect(remarks.map((r) => [r.text.word, r.text.values?.second])).toEqual([['listed.elevations-differ', `${6 / 0.3048} ft`]]);
});
