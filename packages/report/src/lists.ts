import {
  allElements,
  installedUnits,
  FIGURE_TABLE,
  electricityOf,
  overallVerdict,
  pipeWeight,
  writeShortForm,
  type FigureKey,
  type HeadBreakdown,
  type PipeResult,
  type PumpResult,
  type RawEntry,
  type SolvedScenario,
} from '@cedar-knot/core';
import { checkName, figureName, findingText, named } from '@cedar-knot/wording';
import { scenarioName, solvedOf, type ReportContext } from './context.js';
import type { Block, Cell, Column, Section, TableBlock } from './document.js';
import { ofKind } from './sheets.js';
import { column, MARK, numberCell, textColumn, unitOf } from './shown.js';
import { msg } from './words.js';

/** Fluids of all scenarios at their temperatures. */
export function fluids(c: ReportContext): Section {
  const rows = solvedOf(c).map((s) => {
    const { fluid, fluidName, temperature } = s.model!;
    const at = { scenario: s.id };
    return {
      cells: [
        scenarioName(c, s.id),
        fluidName,
        numberCell(temperature, 'temperature', c.system, at),
        numberCell(fluid.density, 'density', c.system, { ...at, from: 'fluid.density' }),
        numberCell(fluid.viscosity, 'viscosity', c.system, { ...at, from: 'fluid.viscosity' }),
        numberCell(fluid.vapourPressure, 'absolutePressure', c.system, { ...at, from: 'fluid.vapourPressure' }),
      ],
    };
  });
  const columns = [
    textColumn('scenario', 2),
    textColumn('fluid', 1.4),
    column('temperature', 'temperature', c.system),
    column('density', 'density', c.system),
    column('viscosity', 'viscosity', c.system),
    column(msg('report.vapourPressure'), 'absolutePressure', c.system),
  ];
  return { part: 'fluids', title: msg('report.fluids'), name: msg('report.fluids'), blocks: [{ kind: 'table', columns, rows }] };
}

/** Site, limits that are not the default with their reasons, and everything that is said of the scenarios. */
export function assumptions(c: ReportContext): Section {
  const { study } = c;
  const [first] = solvedOf(c);
  const site: TableBlock = {
    kind: 'table',
    caption: msg('report.site'),
    columns: [textColumn('', 2), { label: '' }, textColumn('unit', 1)],
    rows: first
      ? [
          {
            cells: [
              msg('report.atmosphere'),
              numberCell(first.model!.network.atmosphere, 'absolutePressure', c.system),
              unitOf('absolutePressure', c.system),
            ],
          },
          {
            cells: [
              msg('report.gravity'),
              numberCell(first.model!.network.gravity, 'acceleration', c.system, { figures: 6 }),
              unitOf('acceleration', c.system),
            ],
          },
        ]
      : [],
  };
  const limits = (study.limits ?? []).map((l) => ({
    cells: [
      checkName(l.check),
      l.where ?? 'everywhere',
      l.scenario === undefined ? 'all' : scenarioName(c, l.scenario),
      Array.isArray(l.limit) ? l.limit.map(String).join(' to ') : String(l.limit),
      l.reason ?? '',
    ],
  }));
  const own: TableBlock = {
    kind: 'table',
    caption: msg('report.limitsOfThisStudy'),
    columns: [
      textColumn('check', 1.4),
      textColumn('where'),
      textColumn('scenario', 1.4),
      textColumn('limit', 1.2),
      textColumn('reason', 2.4),
    ],
    rows: limits,
  };
  const said = solvedOf(c).flatMap((s) => s.result!.findings.map((f) => `${scenarioName(c, s.id)}: ${findingText(f, c.system)}`));
  const unsolved = c.scenarios.filter((s) => !s.result || s.result.status === 'failed');
  return {
    part: 'assumptions',
    title: msg('report.assumptionsAndLimits'),
    name: msg('report.assumptions'),
    blocks: [
      site,
      ...(limits.length > 0 ? [own] : [{ kind: 'text', text: msg('report.allLimitsAreDefaults'), tone: 'quiet' } as const]),
      ...unsolved.map((s) => ({ kind: 'text', text: msg('report.isNotSolvedAndNot', { scenarioName: scenarioName(c, s.id) }), tone: 'fails' }) as const), // prettier-ignore
      ...[...new Set(said)].map((text) => ({ kind: 'text', text, tone: 'quiet' }) as const),
    ],
  };
}

/** what is entered of an element, in its short form */
const written = (e: RawEntry & { kind: string }): string => writeShortForm(e.kind, e);

/** what a part may hold: its rated pressure, else its class */
const classOf = (e: RawEntry): string =>
  typeof e.ratedPressure === 'string' ? e.ratedPressure : typeof e.pressureClass === 'string' ? e.pressureClass : '';

/** installed units of a pump each of which has this element; 1 for what stands in a line */
function unitsWith(c: ReportContext, id: string): number {
  const elements = c.chosen?.model?.elements ?? [];
  const pump = elements.find((e) => e.id === id)?.unitOf;
  const found = pump === undefined ? undefined : elements.find((e) => e.id === pump);
  return found ? installedUnits(found) : 1;
}

/** Pipes: size, class, length, weight and volume, fittings, with flow, velocity and loss in the chosen scenario. */
export function lineList(c: ReportContext): Section {
  const { system, chosen } = c;
  const detail = (id: string) => chosen?.model?.elements.find((x) => x.id === id);
  let [length, mass, volume] = [0, 0, 0];
  const weightless: string[] = [];
  const hasClass = ofKind(c, 'pipe').some((e) => classOf(e) !== '');
  const rows = ofKind(c, 'pipe').map((e) => {
    const model = detail(e.id)?.model;
    const pipe = model?.kind === 'pipe' ? model : undefined;
    const r = chosen?.result?.elements[e.id] as PipeResult | undefined;
    const weight = typeof e.size === 'string' && typeof e.schedule === 'string' ? pipeWeight(e.size, e.schedule, chosen?.model?.fluid.density ?? 1000) : undefined; // prettier-ignore
    const count = unitsWith(c, e.id);
    const own = pipe ? (Math.PI / 4) * pipe.bore ** 2 * pipe.length * count : undefined;
    if (pipe) [length, volume] = [length + pipe.length * count, volume + (own ?? 0)];
    if (pipe && weight) mass += weight.empty * pipe.length * count;
    else weightless.push(e.id);
    const at = (key: string) => ({ from: `${e.id}.${key}`, ...(chosen ? { scenario: chosen.id } : {}) });
    return {
      cells: [
        count === 1 ? e.id : `${e.id} × ${count}`,
        e.line,
        [e.size, typeof e.schedule === 'string' ? msg('report.sch', { schedule: e.schedule }) : '', e.material]
          .filter((x) => typeof x === 'string' && x !== '')
          .join(' '),
        ...(hasClass ? [classOf(e)] : []),
        numberCell(pipe?.bore, 'diameter', system),
        numberCell(pipe?.length, 'length', system),
        numberCell(r?.flow, 'flow', system, at('flow')),
        numberCell(r?.velocity, 'velocity', system, at('velocity')),
        numberCell(r?.headLoss, 'head', system, at('headLoss')),
        numberCell(weight && pipe ? weight.empty * pipe.length * count : undefined, 'mass', system),
        numberCell(own, 'volume', system),
      ] as Cell[],
    };
  });
  const columns: Column[] = [
    textColumn('pipe', 1),
    textColumn('line', 0.8),
    textColumn('size', 1.6),
    ...(hasClass ? [textColumn('class', 0.9)] : []),
    column('inside', 'diameter', system),
    column('length', 'length', system),
    column('flow', 'flow', system),
    column('velocity', 'velocity', system),
    column('loss', 'head', system),
    column(msg('report.weightEmpty'), 'mass', system),
    column('volume', 'volume', system),
  ];
  const sum = { isSum: true, cells: [msg('report.allPipes'), '', '', ...(hasClass ? [''] : []), null, numberCell(length, 'length', system), null, null, null, numberCell(mass, 'mass', system), numberCell(volume, 'volume', system)] as Cell[] }; // prettier-ignore
  const fittings = ofKind(c, 'pipe').map((e) => ({ cells: [named(e.id, e.name), written(e)] }));
  const blocks: Block[] = [
    ...(chosen
      ? [
          {
            kind: 'text',
            text: msg('report.flowVelocityAndLossIn', { scenarioName: scenarioName(c, chosen.id) }),
            tone: 'quiet',
          } as const,
        ]
      : []),
    { kind: 'table', columns, rows: [...rows, sum] },
    ...(weightless.length === 0
      ? []
      : [{ kind: 'text', text: msg('report.notIncludedInTheWeight', { weightless: weightless.join(', ') }), tone: 'quiet' } as const]), // prettier-ignore
    { kind: 'table', caption: msg('report.asEntered'), columns: [textColumn('pipe', 1), textColumn('entry', 4)], rows: fittings },
  ];
  return { part: 'line-list', title: msg('report.lineList'), name: msg('report.lines'), blocks };
}

/** Everything that is neither pipe, pump nor control valve, with its drop in every scenario. */
export function equipment(c: ReportContext): Section | null {
  const solved = solvedOf(c);
  const all = allElements(c.study).filter((e) => !['pipe', 'pump', 'control-valve'].includes(e.kind));
  if (all.length === 0) return null;
  const rows = all.map((e) => ({
    cells: [
      named(e.id, e.name),
      e.kind.replaceAll('-', ' '),
      written(e),
      ...solved.map((s) => numberCell((s.result!.elements[e.id] as { drop?: number } | undefined)?.drop, 'pressureDifference', c.system, { from: `${e.id}.drop`, scenario: s.id })), // prettier-ignore
    ],
  }));
  const columns = [textColumn('equipment', 1.6), textColumn('kind', 1), textColumn('entry', 2), ...solved.map((s) => column(msg('report.dropIn', { scenarioName: scenarioName(c, s.id) }), 'pressureDifference', c.system))]; // prettier-ignore
  return {
    part: 'equipment',
    title: msg('report.equipment'),
    name: msg('report.equipment'),
    blocks: [{ kind: 'table', columns, rows }],
  };
}

/** what came of it, by the kind of thing */
const ASKED = {
  pump: ['flow', 'head', 'efficiency', 'shaftPower', 'npsha', 'npshr'],
  'control-valve': ['flow', 'drop', 'opening'],
} as const satisfies Readonly<Record<string, readonly FigureKey[]>>;

/** What is asked in every scenario, and what came of it. */
export function scenarioTable(c: ReportContext): Section {
  const { study, system } = c;
  const addresses = [...new Set(study.scenarios.flatMap((s) => Object.keys(s.set ?? {})))];
  const heads = study.scenarios.map((s) => textColumn(scenarioName(c, s.id), 1.2));
  const inputs = [
    { cells: [msg('report.fluid'), ...study.scenarios.map((s) => s.fluid ?? '')] },
    { cells: [msg('report.temperature'), ...study.scenarios.map((s) => s.temperature ?? '')] },
    { cells: [msg('report.role'), ...study.scenarios.map((s) => s.role ?? '')] },
    {
      cells: [
        msg('report.hoursPerYear'),
        ...study.scenarios.map((s) => (s.hoursPerYear === undefined ? '' : String(s.hoursPerYear))),
      ],
    },
    ...addresses.map((a) => ({
      cells: [a, ...study.scenarios.map((s) => (s.set && Object.hasOwn(s.set, a) ? textOf(s.set[a]) : msg('report.asShared')))],
    })),
  ].filter((r) => r.cells.slice(1).some((x) => x !== ''));
  const results = [...ofKind(c, 'pump'), ...ofKind(c, 'control-valve')].flatMap((e) =>
    ASKED[e.kind as keyof typeof ASKED].map((key) => ({
      cells: [
        `${e.id} ${figureName(key)}`,
        unitOf(FIGURE_TABLE[key].shown, system),
        ...study.scenarios.map((s) => {
          const r = c.scenarios.find((x) => x.id === s.id)?.result?.elements[e.id] as Record<string, unknown> | undefined;
          return numberCell(r?.[key], FIGURE_TABLE[key].shown, system, { from: `${e.id}.${key}`, scenario: s.id });
        }),
      ] as Cell[],
    })),
  );
  const verdicts = {
    cells: [msg('report.verdict'), '', ...study.scenarios.map((s) => verdictOf(c.scenarios.find((x) => x.id === s.id), s.judged !== false))] as Cell[], // prettier-ignore
  };
  return {
    part: 'scenarios',
    title: msg('report.scenarios'),
    name: msg('report.scenarios'),
    blocks: [
      { kind: 'table', caption: msg('report.required'), columns: [textColumn('', 1.4), ...heads], rows: inputs },
      { kind: 'table', caption: msg('report.results'), columns: [textColumn('', 1.4), textColumn('unit', 0.7), ...study.scenarios.map((s) => ({ label: scenarioName(c, s.id), width: 1.2 }))], rows: [verdicts, ...results] }, // prettier-ignore
    ],
  };
}

const textOf = (x: unknown): string =>
  x === null ? msg('report.removed') : typeof x === 'string' || typeof x === 'number' || typeof x === 'boolean' ? String(x) : '…';

function verdictOf(s: SolvedScenario | undefined, isJudged: boolean): string {
  if (!s?.result || s.result.status === 'failed') return msg('report.notSolved');
  return isJudged ? MARK[overallVerdict(s.result)] : msg('report.notJudged');
}

const BREAKDOWN: readonly (readonly [keyof HeadBreakdown, string])[] = [
  ['lift', msg('report.lift')],
  ['pressure', msg('report.pressure')],
  ['velocity', msg('report.velocity')],
  ['well', msg('report.wells')],
  ['pipes', msg('report.pipes')],
  ['fittings', msg('report.fittings')],
  ['devices', msg('report.equipment2')],
  ['valves', msg('report.controlValves')],
  ['otherPumps', msg('report.otherPumps')],
  ['columns', msg('report.warmAndColdColumns')],
];

/** What the head of every pump goes into. */
export function breakdown(c: ReportContext): Section | null {
  const solved = solvedOf(c);
  const blocks = ofKind(c, 'pump').flatMap((e): Block[] => {
    const own = solved.filter((s) => s.result!.breakdowns[e.id]);
    if (own.length === 0) return [];
    const part = (key: keyof HeadBreakdown) => own.map((s) => numberCell(s.result!.breakdowns[e.id]![key], 'head', c.system, { from: `breakdown.${e.id}.${key}`, scenario: s.id })); // prettier-ignore
    const rows = BREAKDOWN.map(([key, label]) => ({ cells: [label, ...part(key)] as Cell[] })).filter((r) => r.cells.slice(1).some((x) => typeof x === 'object' && x !== null && x.si !== 0)); // prettier-ignore
    const head = { cells: [msg('report.head2'), ...own.map((s) => numberCell((s.result!.elements[e.id] as PumpResult).head, 'head', c.system, { from: `${e.id}.head`, scenario: s.id }))] as Cell[] }; // prettier-ignore
    return [{ kind: 'table', caption: named(e.id, e.name), columns: [textColumn('', 1.4), ...own.map((s) => column(scenarioName(c, s.id), 'head', c.system))], rows: [...rows, head] }]; // prettier-ignore
  });
  return blocks.length === 0
    ? null
    : { part: 'breakdown', title: msg('report.headBreakdown'), name: msg('report.breakdown'), blocks };
}

const KWH = 3.6e6;

/** Electricity of the pumps in a year, by scenario. */
export function energy(c: ReportContext): Section | null {
  let [whole, isTypical, isGroup] = [0, false, false];
  const rows = solvedOf(c).flatMap((s) => {
    const hours = s.model!.hoursPerYear;
    if (!hours) return [];
    let power = 0;
    for (const r of Object.values(s.result!.elements)) {
      if (r.kind !== 'pump' || r.shaftPower === null || r.running === 0) continue;
      if (r.inputPower === undefined) isTypical = true;
      power += electricityOf(r)!;
    }
    const kwh = (power * hours * 3600) / KWH;
    whole += kwh;
    const units = unitsRunning(s);
    if (units !== '') isGroup = true;
    return [{ cells: [scenarioName(c, s.id), units, numberCell(hours, 'count', c.system), numberCell(power, 'power', c.system), numberCell(kwh, 'number', c.system)] as Cell[] }]; // prettier-ignore
  });
  if (rows.length === 0) return null;
  const columns = [
    textColumn('scenario', 2),
    textColumn(msg('report.unitsRunning'), 1.4),
    { label: msg('report.hoursPerYear') },
    column(msg('report.inputPower'), 'power', c.system),
    { label: msg('report.electricity'), unit: 'kWh/a' },
  ];
  const price = c.study.economics?.energyPrice;
  const sum = { isSum: true, cells: [msg('report.all'), '', null, null, numberCell(whole, 'number', c.system)] as Cell[] };
  const isShown = (_: unknown, i: number): boolean => isGroup || i !== 1;
  const all = [...rows, sum].map((r) => ({ ...r, cells: r.cells.filter(isShown) }));
  const blocks: Block[] = [{ kind: 'table', columns: columns.filter(isShown), rows: all }];
  if (price) blocks.push({ kind: 'text', text: msg('report.atPerKwhPerYear', { price, currency: c.study.economics?.currency ?? '', whole: Math.round(whole * price) }) }); // prettier-ignore
  if (isTypical) blocks.push({ kind: 'text', tone: 'quiet', text: msg('report.pumpsWithoutAMotorUse') }); // prettier-ignore
  return { part: 'energy', title: msg('report.energy'), name: msg('report.energy'), blocks };
}

/** `P-410 2 of 3` of every group of units, those that stand by counted */
function unitsRunning(s: SolvedScenario): string {
  return s
    .model!.elements.flatMap((e) => {
      const r = s.result!.elements[e.id];
      const installed = installedUnits(e);
      return r?.kind === 'pump' && installed > 1 ? [msg('report.of', { e: e.id, running: r.running, installed })] : [];
    })
    .join(', ');
}
