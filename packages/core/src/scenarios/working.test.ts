import { line, pipe, PUMP, study, vessel } from '../test/studies.js';
import { runStudy } from './run.js';
import { workedFigures, working } from './working.js';
import { shownStep, type WorkingStep } from '../results/working.js';

/** works out a line of numbers as it stands written: the checker's pocket calculator, which knows nothing of the program's own */
function calculate(numbers: string): number {
  const text = numbers
    .replace(/log10\(/g, 'Math.log10(')
    .replace(/ln\(/g, 'Math.log(')
    .replace(/√\(/g, 'Math.sqrt(')
    .replace(/\b(abs|min|max|sign)\(/g, 'Math.$1(')
    .replace(/π/g, 'Math.PI')
    .replace(/·/g, '*')
    .replace(/−/g, '-')
    .replace(/²/g, '**2')
    .replace(/\^/g, '**')
    // a sign before a power belongs to the whole of it
    .replace(/\((-[\d.e-]+)\)/g, '($1)');
  return Number(new Function(`return ${text}`)());
}

const raw = study(
  { T: vessel(0, 3), U: vessel(30) },
  [
    line('L', 'T', 'U', [
      pipe('a', 5, 154.1, { fittings: [{ type: 'elbow-90-long', count: 2 }, { k: 0.5 }, { equivalentLength: '3 m' }] }),
      { id: 'P', kind: 'pump', mode: 'curve', pump: 'p', running: 2 },
      { id: 'CV', kind: 'control-valve', mode: 'flow', valve: 'v', flow: '60 m3/h' },
      pipe('b', 60, 102.3, { hazenWilliams: 120 }),
      pipe('c', 2, 900),
    ]),
  ],
  { pumps: { p: { ...PUMP, motor: { ratedPower: '15 kW', efficiency: 0.92 } } } },
);

/** wells, devices, local losses, a trimmed pump between two made diameters in a viscous liquid, a static end */
const other = study(
  {
    W: { kind: 'well', elevation: '-30 m', restLevel: '-8 m', specificCapacity: '9 m3/h/m' },
    J: { kind: 'junction', elevation: '2 m' },
    E: { kind: 'pressure', elevation: '12 m', pressure: '1.2 bar(g)' },
    B: { kind: 'pressure', elevation: '14 m', pressure: '0.6 bar(g)', basis: 'total' },
    T: vessel(0, 2, { pressure: '0.3 bar(g)' }),
  },
  [
    line('L1', 'W', 'J', [
      { id: 'P', kind: 'pump', mode: 'curve', pump: 't', diameter: '190 mm', speed: '2800 rpm', stages: 2, wear: 0.04 },
      { id: 'N', kind: 'non-return', k: 2, inside: '102.3 mm' },
      { id: 'D', kind: 'device', drop: '0.2 bar', at: '40 m3/h', exponent: 1.8, fouling: 1.3 },
      pipe('a', 40),
    ]),
    line('L2', 'J', 'E', [{ id: 'O', kind: 'orifice', bore: '70 mm', inside: '102.3 mm', cd: 0.6 }, pipe('b', 60)]),
    line('L3', 'J', 'B', [{ id: 'H', kind: 'hand-valve', kv: 60 }, pipe('c', 60)]),
    line('L4', 'T', 'J', [
      { id: 'Q', kind: 'pump', mode: 'flow', flow: '12 m3/h' },
      { id: 'X', kind: 'device', drop: '0.1 bar' },
      pipe('d', 30),
    ]),
  ],
  {
    fluids: { oil: { kind: 'constant', density: '880 kg/m3', kinematicViscosity: '60 cSt', vapourPressure: '1 kPa' } },
    pumps: {
      t: {
        speed: '2930 rpm',
        curves: [180, 205].map((mm, i) => ({
          diameter: `${mm} mm`,
          curve: PUMP.curve.map((r) => ({ ...r, head: `${Number.parseFloat(r.head) * (1 + 0.3 * i)} m` })),
        })),
      },
    },
    scenarios: [{ id: 'a' }],
  },
);

/** a choked, too small valve with reducers, a table valve, laminar and transitional pipes, a pump that is worn and one of given power */
const third = study(
  {
    T: vessel(0, 30, { pressure: '2 bar(g)' }),
    J: { kind: 'junction', elevation: '1 m', offtake: '2 m3/h' },
    U: vessel(0),
    V: vessel(3),
    F: { kind: 'flow', elevation: '2 m', flow: '-3 m3/h' },
  },
  [
    line('L1', 'T', 'J', [
      pipe('a', 20, 80, { size: 'DN80', schedule: '40', inside: null }),
      { id: 'CV', kind: 'control-valve', mode: 'opening', valve: 'r', opening: 0.4 },
      pipe('b', 20, 80),
      { id: 'CT', kind: 'control-valve', mode: 'outlet-pressure', valve: 't', pressure: '1.5 bar(g)' },
      { id: 'CK', kind: 'control-valve', mode: 'cv', cv: 70 },
    ]),
    line('L2', 'J', 'U', [
      pipe('c', 10, 40),
      { id: 'CX', kind: 'control-valve', mode: 'opening', valve: 't', opening: 0.55 },
      {
        id: 'DT',
        kind: 'device',
        table: [
          { flow: '5 m3/h', drop: '0.1 bar' },
          { flow: '20 m3/h', drop: '0.7 bar' },
        ],
      },
      { id: 'R', kind: 'hand-valve', cv: 40 },
    ]),
    line('L3', 'J', 'V', [
      pipe('d', 900, 52, { fittings: [{ type: 'gate', count: 2 }] }),
      { id: 'CL', kind: 'control-valve', mode: 'flow', valve: 'l', flow: '0.3 m3/h' },
    ]),
    line('L4', 'J', 'F', [
      { id: 'PW', kind: 'pump', mode: 'power', shaftPower: '300 W', efficiency: 0.5 },
      pipe('e', 200, 40, { hazenWilliams: 110, fittings: [{ type: 'elbow-90', count: 3 }, { equivalentLength: '2 m' }] }),
    ]),
  ],
  {
    pumps: { p: { ...PUMP, motor: { ratedPower: '15 kW', efficiency: 0.92, powerFactor: 0.86, voltage: '400 V' } } },
    valves: {
      r: { ratedKv: 60, size: 'DN50', inside: ['77.9 mm', '80 mm'], characteristic: 'linear', xfz: 0.3 },
      t: {
        table: [
          { travel: 0, kv: 0 },
          { travel: 0.5, kv: 10 },
          { travel: 1, kv: 40 },
        ],
        size: 'DN40',
      },
      l: { ratedKv: 4, size: 'DN25', characteristic: 'quick-opening' },
    },
  },
);

/** a single pump with its motor below a ridge, in a viscous table fluid; a worn one; a shut line */
const fourth = study(
  { T: vessel(0, 6), U: vessel(15) },
  [
    line('L', 'T', 'U', [
      pipe('a', 5, 200),
      { id: 'P', kind: 'pump', mode: 'curve', pump: 'p', wear: 0.05, speed: '2800 rpm' },
      pipe('b', 100, 150),
    ]),
    line('M', 'T', 'U', [pipe('c', 50, 100), { id: 'N', kind: 'non-return', k: 1.5 }], { closed: true }),
  ],
  {
    fluids: {
      x: {
        kind: 'table',
        rows: [
          { temperature: '0 C', density: '900 kg/m3', viscosity: '100 mPa.s', vapourPressure: '1 kPa' },
          { temperature: '40 C', density: '880 kg/m3', viscosity: '20 mPa.s', vapourPressure: '2 kPa' },
        ],
      },
    },
    pumps: {
      p: {
        ...PUMP,
        minFlow: '15 m3/h',
        maxShaftPower: '30 kW',
        motor: { ratedPower: '15 kW', efficiency: 0.92, powerFactor: 0.86, voltage: '400 V' },
      },
    },
    scenarios: [{ id: 'a', fluid: 'x', temperature: '15 C' }],
  },
);

/** three units, each with piping of its own between two headers */
const units = study({ T: vessel(0, 4), U: vessel(30, 1) }, [
  line('L', 'T', 'U', [
    pipe('h', 10, 202.7),
    {
      id: 'P',
      kind: 'pump',
      mode: 'curve',
      pump: 'p',
      running: 3,
      standby: 1,
      installed: 4,
      unitPiping: {
        suction: [pipe('us', 6, 102.3)],
        discharge: [
          { id: 'N', kind: 'non-return', k: 2, pressureClass: 'PN16' },
          pipe('ud', 4, 90, { ratedPressure: '16 bar(g)' }),
        ],
      },
    },
    pipe('d', 200, 202.7),
  ]),
]);

/** tees that divide, that join, that are fed by their branch and that lead into it */
const tees = study(
  {
    T: vessel(0, 30),
    S: vessel(0, 26),
    J: { kind: 'junction', elevation: '0 m', branch: 'B' },
    K: { kind: 'junction', elevation: '0 m', branch: 'D', rounding: 0.1 },
    M: { kind: 'junction', elevation: '0 m', branch: 'E' },
    N: { kind: 'junction', elevation: '0 m', branch: 'H' },
    V: vessel(1),
    U: vessel(2),
  },
  [
    line('A', 'T', 'J', [pipe('a', 20, 100)]),
    line('B', 'J', 'V', [pipe('b', 60, 60)]),
    line('C', 'J', 'K', [pipe('c', 20, 100)]),
    line('D', 'S', 'K', [pipe('d', 40, 80)]),
    line('E', 'K', 'M', [pipe('e', 20, 100)]),
    line('F', 'M', 'N', [pipe('f', 30, 100)]),
    line('G', 'M', 'N', [pipe('g', 40, 100)]),
    line('H', 'N', 'U', [pipe('h', 30, 100)]),
  ],
);

/** thick oil that is heated, pumped and cools in the ground; temperature is followed */
const cooling = {
  ...study(
    {
      F: { ...vessel(0, 4), temperature: '50 C' },
      J: { kind: 'junction', elevation: '3 m' },
      G: { kind: 'flow', elevation: '2 m', flow: '20 m3/h', temperature: '30 C' },
      W: {
        kind: 'well',
        elevation: '-20 m',
        restLevel: '-4 m',
        specificCapacity: '9 m3/h/m',
        wellLoss: '0.002 m/(m3/h)2',
        temperature: '20 C',
      },
      E: { kind: 'pressure', elevation: '4 m', pressure: '1 bar(g)' },
      T: vessel(25, 3),
    },
    [
      line('L1', 'F', 'J', [
        pipe('a', 20, 154.1, { fittings: [{ k: 0.5 }] }),
        { id: 'P', kind: 'pump', mode: 'curve', pump: 'p' },
        { id: 'D', kind: 'device', drop: '0.3 bar', at: '60 m3/h', duty: '200 kW' },
        { id: 'N', kind: 'non-return', k: 2, inside: '154.1 mm' },
        { ...pipe('b', 3000, 154.1), u: '3 W/m2/K' },
      ]),
      line('L2', 'G', 'J', [pipe('d', 30)]),
      line('L4', 'W', 'J', [{ id: 'Q', kind: 'pump', mode: 'head', head: '60 m', efficiency: 0.6 }, pipe('e', 30)]),
      line('L5', 'J', 'E', [
        { id: 'O', kind: 'orifice', bore: '30 mm', inside: '102.3 mm' },
        { id: 'H', kind: 'hand-valve', kv: 30 },
        pipe('f', 30),
      ]),
      line('L3', 'J', 'T', [
        {
          ...pipe('c', 2000, 154.1),
          insulation: [
            { thickness: '40 mm', conductivity: '0.035 W/m/K' },
            { thickness: '10 mm', conductivity: '0.2 W/m/K' },
          ],
          burial: { depth: '1.2 m', conductivity: '1.4 W/m/K' },
        },
        { id: 'X', kind: 'device', drop: '0.1 bar', at: '60 m3/h', outletTemperature: '40 C' },
        { id: 'CV', kind: 'control-valve', mode: 'kv', kv: 120 },
      ]),
    ],
    {
      thermal: true,
      site: { ambientTemperature: '6 C' },
      fluids: {
        water: {
          kind: 'oil',
          density: '890 kg/m3',
          viscosities: [
            { temperature: '40 C', kinematicViscosity: '20 cSt' },
            { temperature: '100 C', kinematicViscosity: '4 cSt' },
          ],
          vapourPressure: '0.1 kPa',
          specificHeat: '1.9 kJ/kg/K',
        },
      },
    },
  ),
};

const SYSTEMS = {
  tees,
  'a pumped line': raw,
  'wells, branches, a viscous trimmed pump': other,
  'valves of every kind': third,
  'a viscous worn pump': fourth,
  'units with piping of their own': units,
  'thick oil that cools': cooling,
};
const scenarioOf = (of: unknown) => {
  const run = runStudy(of);
  const { model, result } = run.scenarios[0]!;
  if (!model) throw new Error(JSON.stringify(run.problems));
  return { model: model, result: result! };
};

/** every figure and margin that can be asked for, and every figure that those rest on, each once */
function everything(of: unknown): Map<string, WorkingStep[]> {
  const { model, result } = scenarioOf(of);
  const queue = [
    ...[...model.elements, ...model.points].flatMap((e) => workedFigures(e.kind).map((key) => `${e.id}.${key}`)),
    ...result.margins.map((m) => `${m.check}:${m.where}`),
  ];
  const found = new Map<string, WorkingStep[]>();
  for (const address of queue) {
    if (found.has(address)) continue;
    const steps = working(model, result, address);
    if (!steps) continue;
    found.set(address, steps);
    for (const s of steps) for (const i of s.inputs) if (i.from !== undefined) queue.push(i.from);
  }
  return found;
}

describe.each(Object.entries(SYSTEMS))('%s', (_name, of) => {
  const all = everything(of);

  test('whoever works out what is shown gets the result that is shown', () => {
    const wrong: string[] = [];
    let steps = 0;
    for (const [address, list] of all) {
      for (const s of list.filter((x) => typeof x.formula === 'string')) {
        const shown = shownStep(s);
        steps++;
        const off = Math.abs(calculate(shown.numbers!) - Number(shown.result.number));
        const figure = 10 ** (Math.floor(Math.log10(Math.abs(Number(shown.result.number)) || 1)) - 4);
        // to its last figure but one: five are shown
        if (!(off < 10 * figure)) wrong.push(`${address}: ${s.result.symbol} = ${shown.numbers} ≠ ${shown.result.number}`);
      }
    }
    expect(wrong).toEqual([]);
    expect(steps).toBeGreaterThan(80);
  });

  test('the last step gives the figure of the results, or the value of the margin', () => {
    const { result } = scenarioOf(of);
    for (const [address, list] of all) {
      const last = list[list.length - 1]!.result.value;
      const [id, key] = address.split('.') as [string, string];
      const figures = { ...result.elements[id], ...result.points[id] } as unknown as Record<string, number | undefined>;
      if (address.includes(':')) {
        const margin = result.margins.find((m) => `${m.check}:${m.where}` === address)!;
        expect([address, last]).toEqual([address, margin.value]);
      } else if (figures[key] !== undefined) expect([address, last]).toEqual([address, figures[key]]);
    }
  });

  test('every chain ends: what a step rests on is an entry, a solved flow, or has steps of its own', () => {
    const { model } = scenarioOf(of);
    const entries = new Set([...model.elements, ...model.points].flatMap((e) => Object.keys(e.read).map((k) => `${e.id}.${k}`)));
    const loose = new Set<string>();
    for (const list of all.values()) {
      const made = new Set(list.map((s) => s.result.symbol));
      for (const s of list) {
        for (const i of s.inputs) {
          const from = i.from ?? '';
          const ends = made.has(i.symbol) || all.has(from) || entries.has(from) || /^(pump|valve|site|scenario)\./.test(from);
          const isDefault =
            /\.(flow|running|wear|fouling|exponent|cd|level|pressure|datum|elevation|inletElevation|outletElevation|count|fittings|material|table|speed|diameter|stages|closed|rounding|ambient)$/.test(
              from,
            );
          if (!ends && !isDefault) loose.add(`${i.symbol} ${i.name.word.replace('quantity.', '')} <- ${from}`);
        }
      }
    }
    // what no formula gives: read off the solution or the maker's curve, and said in the name
    const said =
      /^(H0|z lowest|Qend|NPSHRb|hw|p highest|p lowest|y |ys |bore|D |d |D1|D2|Dl|Dc|Hw|Qw|Qp |m mass|Do |D3|Ds |ρ density-at-this-place)/;
    expect([...loose].filter((x) => !said.test(x))).toEqual([]);
  });
});

test('a working holds only the steps that its figure rests on; what has none is undefined', () => {
  const { model, result } = scenarioOf(raw);
  const symbols = (address: string) => working(model, result, address)!.map((s) => s.result.symbol);
  expect(symbols('a.headLoss')).toEqual(['A', 'v', 'Re', 'f', 'hf', 'K∞', 'K1', 'ΣK', 'hk', 'h']);
  expect(symbols('P.inletHead')).toEqual(['H1']);
  expect(symbols('T.totalHead')).toEqual(['H']);
  for (const address of ['a.nothing', 'nowhere.head', 'T.level', 'npsh-ratio:a'])
    expect(working(model, result, address)).toBeUndefined();
  // everything that is offered has a working in one system or another
  const kinds = Object.values(SYSTEMS).flatMap((of) => {
    const { model: m } = scenarioOf(of);
    const all = everything(of);
    return [...m.elements, ...m.points].flatMap((e) =>
      workedFigures(e.kind)
        .filter((k) => all.has(`${e.id}.${k}`))
        .map((k) => `${e.kind}.${k}`),
    );
  });
  const offered = [
    'pipe',
    'pump',
    'control-valve',
    'device',
    'orifice',
    'hand-valve',
    'non-return',
    'vessel',
    'pressure',
    'flow',
    'well',
    'junction',
  ];
  const without = offered.flatMap((kind) => workedFigures(kind).map((k) => `${kind}.${k}`)).filter((x) => !kinds.includes(x));
  expect(without).toEqual([]);
});
