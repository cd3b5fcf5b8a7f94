import { junction, line, pipe, PUMP, solved, study, vessel } from '../test/studies.js';
import type { PipeResult, PumpResult, ScenarioResult } from '../results/results.js';
import { runStudy } from './run.js';

const G = 9.80665;
const velocityHead = (flow: number, bore: number): number => (flow / ((Math.PI / 4) * bore ** 2)) ** 2 / 2 / G;
const tee = (more: object = {}) => ({ ...junction(0), branch: 'B', ...more });
const loss = (r: ScenarioResult, id: string): number => (r.elements[id] as PipeResult).headLoss!;

/** a supply that parts in a tee: straight on to U, square to V */
const parting = (j: object, more: { b?: object; v?: number; turned?: boolean } = {}) =>
  study({ T: vessel(0, 20), J: j, U: vessel(0, 2), V: vessel(0, more.v ?? 2) }, [
    line('A', 'T', 'J', [pipe('a', 20, 100)]),
    line('C', 'J', 'U', [pipe('c', 30, 100)]),
    more.turned ? line('B', 'V', 'J', [pipe('b', 30, 80)], more.b) : line('B', 'J', 'V', [pipe('b', 30, 80)], more.b),
  ]);

describe('a tee that divides', () => {
  const r = solved(parting(tee()));
  const [qa, qb] = [r.lines.A!.flow, r.lines.B!.flow];
  test('heads: what each leg has of the junction is less by K of Gardel on the head of the common leg', () => {
    const q = qb / qa;
    const head = velocityHead(qa, 0.1);
    // written out for a = 0.64, r = 0: 1 + (0.4 − 0.064)/0.4096 = 1.8203125; 1 + 1/0.64 = 2.5625
    const kb = 0.95 * (1 - q) ** 2 + 1.8203125 * q * q + 1.025 * q * (1 - q);
    const kr = 0.03 * (1 - q) ** 2 + 0.35 * q * q - 0.2 * q * (1 - q);
    const hj = r.points.J!.totalHead!;
    expect(hj - loss(r, 'b') - 2).toBeCloseTo(kb * head, 7);
    expect(hj - loss(r, 'c') - 2).toBeCloseTo(kr * head, 7);
    expect(r.points.J!.tee).toMatchObject({ common: 'A', divides: true });
    expect(r.places.B![0]!.totalHead).toBeCloseTo(hj - kb * head, 9);
    expect(qa - qb - r.lines.C!.flow).toBeCloseTo(0, 12);
  });
  test('a branch drawn the other way changes nothing', () => {
    const turned = solved(parting(tee(), { turned: true }));
    expect(turned.lines.B!.flow / -qb).toBeCloseTo(1, 9);
    expect(turned.points.J!.totalHead).toBeCloseTo(r.points.J!.totalHead!, 8);
  });
  test('a shut branch stands at the head of its mouth: 0.95 of the velocity head below the run', () => {
    const shut = solved(parting(tee(), { b: { closed: true } }));
    expect(shut.lines.B!.flow).toBe(0);
    const at = shut.places.B![0]!.totalHead!;
    expect(shut.points.J!.totalHead! - at).toBeCloseTo(0.95 * velocityHead(shut.lines.A!.flow, 0.1), 8);
  });
});

test('a tee in which two flows join: the run pays for what the branch brings', () => {
  const r = solved(
    study({ T: vessel(0, 12), S: vessel(0, 12.5), J: tee(), U: vessel(0) }, [
      line('A', 'T', 'J', [pipe('a', 30, 100)]),
      line('B', 'S', 'J', [pipe('b', 30, 80)]),
      line('C', 'J', 'U', [pipe('c', 40, 100)]),
    ]),
  );
  const q = r.lines.B!.flow / r.lines.C!.flow;
  const head = velocityHead(r.lines.C!.flow, 0.1);
  // a 0.64, r 0: 0.8·(1 − 2.44140625) − 1.2 = −2.353125; 1 − 1.62 − 0.1368 = −0.7568
  const kb = -0.92 * (1 - q) ** 2 + 2.353125 * q * q + 1.36 * q * (1 - q);
  const kr = 0.03 * (1 - q) ** 2 + 0.7568 * q * q + 1.36 * q * (1 - q);
  const hj = r.points.J!.totalHead!;
  expect(12.5 - loss(r, 'b') - hj).toBeCloseTo(kb * head, 7);
  expect(12 - loss(r, 'a') - hj).toBeCloseTo(kr * head, 7);
});

test.each([
  ['along the flow', ['K', 'U']],
  ['against it', ['U', 'K']],
] as const)(
  'where tees take more than the lines, the flows still settle, and a pump’s head is the sum of its parts; a line drawn %s',
  (_way, [from, to]) => {
    // prettier-ignore
    const r = solved(
    study(
      { T: vessel(0), J: { ...junction(0), branch: 'B' }, K: { ...junction(0), branch: 'D' }, U: vessel(3) },
      [
        line('A', 'T', 'J', [pipe('s', 2, 100), { id: 'P', kind: 'pump', mode: 'curve', pump: 'p' }, pipe('a', 0.5, 60)]),
        line('B', 'J', 'K', [pipe('b', 5, 60)]),
        line('C', 'J', 'K', [pipe('c', 5, 60)]),
        line('D', from, to, [pipe('d', 0.5, 60)]),
      ],
      { pumps: { p: PUMP } },
    ),
  );
    expect(r.status).toBe('solved');
    const sum = Object.values(r.breakdowns.P!).reduce((s: number, x: number) => s + x, 0);
    expect(sum).toBeCloseTo((r.elements.P as PumpResult).head!, 8);
    expect(r.lines.B!.flow + r.lines.C!.flow).toBeCloseTo(r.lines.A!.flow, 12);
    // both ways between the two tees lose the same
    const [j, k] = [r.points.J!, r.points.K!];
    const between = (id: string, e: string) => {
      const legLoss = (p: typeof j) => p.tee!.legs.find((l) => l.line === id)?.headLoss ?? 0;
      return legLoss(j) + loss(r, e) + legLoss(k);
    };
    expect(between('B', 'b')).toBeCloseTo(j.totalHead! - k.totalHead!, 8);
    expect(between('C', 'c')).toBeCloseTo(j.totalHead! - k.totalHead!, 8);
  },
);

describe('what is no tee is said at its entry', () => {
  const problems = (raw: object) => {
    const read = runStudy(raw);
    return read.problems.map((p) => [p.path, p.detail.reason]);
  };
  test.each([
    ['another line', parting(tee({ branch: 'X' })), ['points.J.branch', 'tee-branch']],
    ['an offtake beside it', parting(tee({ offtake: '1 m3/h' })), ['points.J.offtake', 'tee-offtake']],
    [
      'two lines',
      study({ T: vessel(9), J: tee({ branch: 'A' }), U: vessel(0) }, [
        line('A', 'T', 'J', [pipe('a', 20)]),
        line('C', 'J', 'U', [pipe('c', 30)]),
      ]),
      ['points.J.branch', 'tee-lines'],
    ],
    [
      'a branch wider than the run',
      study({ T: vessel(9), J: tee(), U: vessel(0), V: vessel(0) }, [
        line('A', 'T', 'J', [pipe('a', 20, 80)]),
        line('C', 'J', 'U', [pipe('c', 30, 100)]),
        line('B', 'J', 'V', [pipe('b', 30, 90)]),
      ]),
      ['points.J.branch', 'tee-wide'],
    ],
    [
      'a line without a bore',
      study({ T: vessel(9), J: tee(), U: vessel(0), V: vessel(0) }, [
        line('A', 'T', 'J', [pipe('a', 20, 80)]),
        line('C', 'J', 'U', [{ id: 'D', kind: 'device', drop: '0.1 bar', at: '9 m3/h' }]),
        line('B', 'J', 'V', [pipe('b', 30, 80)]),
      ]),
      ['points.J.branch', 'tee-bore'],
    ],
  ] as const)('%s', (_name, raw, expected) => expect(problems(raw)).toContainEqual(expected));
});
