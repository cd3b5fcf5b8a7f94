import { codes, junction, line, pipe, solved, study, vessel } from '../test/studies.js';
import { runStudy } from '../scenarios/run.js';
import { systemCurve } from '../scenarios/system-curve.js';

const curvePump = (id: string, more: object = {}) => ({ id, kind: 'pump', mode: 'curve', pump: 'p', ...more });
const nonReturn = (id: string) => ({ id, kind: 'non-return', k: 2, inside: '102.3 mm' });

describe('networks', () => {
  test('a loop shares the flow so that both ways lose the same head, and every junction balances', () => {
    const r = solved(
      study({ T: vessel(30), A: junction(0), B: junction(0, { offtake: '20 m3/h' }), C: junction(0, { offtake: '30 m3/h' }) }, [
        line('L1', 'T', 'A', [pipe('p1')]),
        line('L2', 'A', 'B', [pipe('p2')]),
        line('L3', 'A', 'C', [pipe('p3', 200)]),
        line('L4', 'B', 'C', [pipe('p4', 150, 77.9)]),
      ]),
    );
    const flow = (id: string): number => r.lines[id]!.flow;
    expect(flow('L1') * 3600).toBeCloseTo(50, 9);
    expect(flow('L2') - flow('L4')).toBeCloseTo(20 / 3600, 12);
    const loss = (id: string): number => (r.elements[id] as { headLoss: number }).headLoss;
    expect(loss('p2') + loss('p4')).toBeCloseTo(loss('p3'), 9);
  });

  test('a weaker pump in parallel is held back by its non-return, and it is said by how much it is short', () => {
    const r = solved(
      study({ T: vessel(0), A: junction(0), B: junction(0), U: vessel(45) }, [
        line('L0', 'T', 'A', [pipe('s', 10, 202.7)]),
        line('L1', 'A', 'B', [curvePump('P1'), nonReturn('N1')]),
        line('L2', 'A', 'B', [curvePump('P2', { speed: '2000 rpm' }), nonReturn('N2')]),
        line('L3', 'B', 'U', [pipe('d', 300)]),
      ]),
    );
    expect(r.lines.L2!.flow).toBe(0);
    // shut-off head at 2000 rpm: 58.5·(2000/2930)²
    const shutOff = 58.5 * (2000 / 2930) ** 2;
    const short = r.points.B!.totalHead! - r.points.A!.totalHead! - shutOff;
    expect(r.findings.find((f) => f.code === 'pump-short' && f.where === 'P2')!.values.short).toBeCloseTo(short, 9);
  });

  test('a closed circuit with an expansion vessel: pump head equals the losses, nothing flows in the connection', () => {
    const r = solved(
      study(
        { A: junction(0), B: junction(0), E: { kind: 'pressure', elevation: '10 m', pressure: '1 bar(g)', basis: 'total' } },
        [
          line('L1', 'A', 'B', [curvePump('P1')]),
          line('L2', 'B', 'A', [pipe('ring', 500)]),
          line('L3', 'E', 'A', [pipe('conn', 5, 26.6)]),
        ],
      ),
    );
    expect(r.lines.L3!.flow).toBeCloseTo(0, 12);
    expect((r.elements.P1 as { head: number }).head).toBeCloseTo((r.elements.ring as { headLoss: number }).headLoss, 9);
  });

  test('a part shut off on all sides has no head, the rest is solved', () => {
    const shut = (id: string) => ({ id, kind: 'hand-valve', closed: true });
    const r = solved(
      study({ T: vessel(20), A: junction(3), B: junction(2), U: vessel(10) }, [
        line('L1', 'T', 'A', [pipe('a')]),
        line('L2', 'A', 'U', [pipe('b', 20)]),
        line('L3', 'A', 'B', [shut('H1'), pipe('c', 20, 52.5)]),
        line('L4', 'B', 'U', [shut('H2'), pipe('d', 20, 52.5)]),
      ]),
    );
    expect(r.points.B!.totalHead).toBeNull();
    expect(r.lines.L1!.flow).toBeCloseTo(r.lines.L2!.flow, 12);
  });
});

describe('duty points', () => {
  test('a drooping curve: the stable crossing with the greatest flow, the others named and judged', () => {
    const r = solved(
      study({ T: vessel(0), U: vessel(43) }, [line('L', 'T', 'U', [curvePump('P', { pump: 'd' }), pipe('s', 20)])]),
    );
    const other = r.findings.find((f) => f.code === 'other-duties')!;
    expect(other.values.stable).toEqual([0, 1]);
    expect(r.lines.L!.flow).toBeGreaterThan((other.values.flows as number[])[0]!);
    // at each crossing the pump meets the static head of 43 m plus the loss
    const p = r.elements.P as { head: number };
    expect(p.head - (r.elements.s as { headLoss: number }).headLoss).toBeCloseTo(43, 9);
  });

  test('without a non-return liquid runs backward through a pump that is too weak', () => {
    const r = solved(study({ T: vessel(0), U: vessel(80) }, [line('L', 'T', 'U', [curvePump('P'), pipe('s', 20)])]));
    expect(r.lines.L!.flow).toBeLessThan(0);
    expect(codes(r)).toContain('pump-reversed');
  });

  test('a fixed drop holds the liquid back until it is overcome', () => {
    const at = (level: number) =>
      solved(
        study({ T: vessel(10, level), U: vessel(10) }, [
          line('L', 'T', 'U', [{ id: 'F', kind: 'device', drop: '0.5 bar' }, pipe('s', 20)]),
        ]),
      );
    // 0.5 bar of water at 20 °C is 5.11 m
    expect(at(6).lines.L!.flow).toBe(0);
    expect(at(6.2).lines.L!.flow).toBeGreaterThan(0);
    expect(at(-4).lines.L!.flow).toBe(0);
    expect(at(-4.2).lines.L!.flow).toBeLessThan(0);
  });
});

describe('controlling valves', () => {
  const held = (set: object, more: object = {}) =>
    study(
      { T: vessel(0), U: vessel(10) },
      [
        line('L', 'T', 'U', [
          curvePump('P'),
          pipe('a', 50),
          { id: 'CV', kind: 'control-valve', valve: 'v', ...set },
          pipe('b', 50),
        ]),
      ],
      more,
    );

  test('hold what they can, and say what they miss', () => {
    const good = solved(held({ mode: 'outlet-pressure', pressure: '1.3 bar(g)' }));
    expect(good.status).toBe('solved');
    expect((good.elements.CV as { outletPressure: number }).outletPressure).toBeCloseTo(231325, 3);
    const missed = solved(held({ mode: 'flow', flow: '150 m3/h' }));
    expect(missed.status).toBe('limited');
    expect(missed.findings.find((f) => f.code === 'set-point-missed')).toMatchObject({
      where: 'CV',
      values: { set: 150 / 3600, state: 'open' },
    });
  });

  test('a pressure that is missed is told as it is found on the side that was to be held', () => {
    for (const [mode, side] of [
      ['outlet-pressure', 'outletPressure'],
      ['inlet-pressure', 'inletPressure'],
    ] as const) {
      const r = solved(held({ mode, pressure: mode === 'outlet-pressure' ? '9 bar(g)' : '0.1 bar(g)' }));
      const missed = r.findings.find((f) => f.code === 'set-point-missed')!;
      expect(missed.values.found).toBe((r.elements.CV as unknown as Record<string, number>)[side]);
    }
  });

  test('an outlet pressure that stands already is met by shutting', () => {
    // 10 m of water over the valve give about 1.08 bar(g) at rest: 0.5 bar(g) is passed with no flow
    const r = solved(held({ mode: 'outlet-pressure', pressure: '0.5 bar(g)' }));
    expect(r.lines.L!.flow).toBe(0);
    expect(r.status).toBe('limited');
  });

  test('imposed flow of a pump and the pressure behind it held: the pump’s head and the valve’s drop both follow', () => {
    const r = solved(
      study({ T: vessel(0), U: vessel(10) }, [
        line('L', 'T', 'U', [
          { id: 'P', kind: 'pump', mode: 'flow', flow: '40 m3/h' },
          pipe('a', 20),
          { id: 'CV', kind: 'control-valve', mode: 'inlet-pressure', valve: 'v', pressure: '4 bar(g)' },
          pipe('b', 20),
        ]),
      ]),
    );
    expect((r.elements.CV as { inletPressure: number }).inletPressure).toBeCloseTo(501325, 3);
    const sum =
      (r.elements.P as { head: number }).head -
      ['a', 'CV', 'b'].reduce((s, id) => s + (r.elements[id] as { headLoss: number }).headLoss, 0);
    expect(sum).toBeCloseTo(10, 9);
  });

  test('a system curve through a valve that chokes along it goes on rising, whichever flow is asked for first', () => {
    const run = runStudy(
      study({ T: vessel(0), U: vessel(3) }, [
        line('L', 'T', 'U', [
          curvePump('P'),
          pipe('a', 20),
          { id: 'CV', kind: 'control-valve', mode: 'kv', valve: 'v', kv: 20 },
          pipe('b', 20),
        ]),
      ]),
    );
    const { model, result } = run.scenarios[0]!;
    const flows = [10, 40, 80, 120, 160].map((q) => q / 3600);
    const heads = systemCurve(model!, result!, 'P', flows).map((p) => p.head!);
    for (let i = 1; i < heads.length; i++) expect(heads[i]).toBeGreaterThan(heads[i - 1]!);
    flows.forEach((q, i) => expect(systemCurve(model!, result!, 'P', [q])[0]!.head).toBeCloseTo(heads[i]!, 9));
  });
});

describe('unknowns', () => {
  test('a level, a head and an opening are found from a fixed flow, and give that flow back when they are entered', () => {
    const points = { T: { kind: 'vessel', elevation: '5 m', level: 'solve' }, U: vessel(0) };
    const found = solved(study(points, [line('L', 'T', 'U', [pipe('a', 200)], { flow: '30 m3/h' })])).solved['T.level']!;
    const back = solved(study({ ...points, T: { ...points.T, level: `${found} m` } }, [line('L', 'T', 'U', [pipe('a', 200)])]));
    expect(back.lines.L!.flow * 3600).toBeCloseTo(30, 8);
    const head = solved(
      study({ T: vessel(0), U: vessel(10) }, [
        line('L', 'T', 'U', [{ id: 'P', kind: 'pump', mode: 'head', head: 'solve' }, pipe('a', 200)], { flow: '30 m3/h' }),
      ]),
    );
    expect(head.solved['P.head']! - (head.elements.a as { headLoss: number }).headLoss).toBeCloseTo(10, 9);
    const valve = (opening: unknown, more: object) =>
      solved(
        study({ T: vessel(20), U: vessel(10) }, [
          line('L', 'T', 'U', [{ id: 'CV', kind: 'control-valve', mode: 'opening', valve: 'v', opening }, pipe('a', 20)], more),
        ]),
      );
    const opening = valve('solve', { flow: '30 m3/h' }).solved['CV.opening']!;
    expect(valve(opening, {}).lines.L!.flow * 3600).toBeCloseTo(30, 6);
  });
});

test('a well with losses of its own falls with the flow and its square, alone in a line and in a network; what is led in builds up', () => {
  const W = { kind: 'well', elevation: '-40 m', restLevel: '-5 m', specificCapacity: '36 m3/h/m', wellLoss: '0.001 m/(m3/h)2' };
  const draw = (q: number): number =>
    solved(
      study({ W, U: vessel(30) }, [line('L', 'W', 'U', [{ id: 'P', kind: 'pump', mode: 'flow', flow: `${q} m3/h` }, pipe('a')])]),
    ).points.W!.totalHead!;
  // 72/36 + 0.001·72² = 2 + 5.184 m
  expect(draw(72)).toBeCloseTo(-5 - 7.184, 9);
  expect(draw(-72)).toBeCloseTo(-5 + 7.184, 9);
  const r = solved(
    study({ W, J: junction(0), U: vessel(30), V: vessel(20) }, [
      line('L', 'W', 'J', [curvePump('P')]),
      line('M', 'J', 'U', [pipe('a')]),
      line('N', 'J', 'V', [pipe('b')]),
    ]),
  );
  const q = r.lines.L!.flow * 3600;
  expect(r.points.W!.totalHead!).toBeCloseTo(-5 - q / 36 - 0.001 * q * q, 8);
});

test('a part that only non-returns shut off opens where no head of it keeps them all shut, and circulates meanwhile', () => {
  const r = solved(
    study({ A: vessel(40), J: junction(0), K: junction(0), B: vessel(10) }, [
      line('L1', 'A', 'J', [pipe('a'), nonReturn('N1')]),
      line('L2', 'J', 'K', [curvePump('P'), pipe('b', 30)]),
      line('L3', 'K', 'J', [pipe('c', 30)]),
      line('L4', 'J', 'B', [nonReturn('N2'), pipe('d')]),
    ]),
  );
  expect(r.status).toBe('solved');
  expect(r.lines.L1!.flow).toBeGreaterThan(0.005);
  expect(r.lines.L4!.flow).toBeCloseTo(r.lines.L1!.flow, 12);
  const loss = (id: string): number => (r.elements[id] as { headLoss: number }).headLoss;
  expect((r.elements.P as { head: number }).head).toBeCloseTo(loss('b') + loss('c'), 9);
  // with the higher end behind, every head between keeps both shut: nothing is known of it
  const still = solved(
    study({ A: vessel(10), J: junction(0), K: junction(0), B: vessel(40) }, [
      line('L1', 'A', 'J', [pipe('a'), nonReturn('N1')]),
      line('L2', 'J', 'K', [curvePump('P'), pipe('b', 30)]),
      line('L3', 'K', 'J', [pipe('c', 30)]),
      line('L4', 'J', 'B', [nonReturn('N2'), pipe('d')]),
    ]),
  );
  expect([still.lines.L1!.flow, still.lines.L4!.flow, still.points.J!.totalHead]).toEqual([0, 0, null]);
  expect(still.lines.L2!.flow).toBeGreaterThan(0.005);
});
