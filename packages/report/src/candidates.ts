import {
  CHECKS,
  insideShare,
  isCheckCode,
  judgeCatalogue,
  nearestLimit,
  rankPumps,
  type FallenPump,
  type PumpResult,
  type RankedPump,
  type RawEntry,
} from '@cedar-knot/core';
import { checkName, checkValue, named } from '@cedar-knot/wording';
import { scenarioName, solvedOf, type ReportContext } from './context.js';
import { cellText, PART_NAMES, type Block, type Cell, type Section, type TableRow } from './document.js';
import { ofKind } from './sheets.js';
import { column, MARK, numberCell, textColumn, unitOf } from './shown.js';
import { msg } from './words.js';

const JOULES_A_KWH = 3.6e6;

/**
 * The pumps that a study carries, held against each other in every position that runs on a curve: each as trimmed for it, by the rules of
 * a ranking. Null where the study carries no other than those that stand.
 */
export function candidates(c: ReportContext): Section | null {
  const written = c.study.pumps ?? {};
  const positions = ofKind(c, 'pump').filter((e) => typeof e.pump === 'string');
  const inUse = new Set(positions.map((e) => e.pump));
  if (positions.length === 0 || Object.keys(written).every((key) => inUse.has(key))) return null;
  const { pumps } = judgeCatalogue({ format: 'cedar-knot-catalogue', version: 1, pumps: written });
  const blocks = positions.flatMap((e): Block[] => {
    const read = new Map([...pumps].filter(([key]) => key !== e.pump));
    const ranking = rankPumps(c.study, e.id, { written, read }, { vary: 'diameter', objective: 'energy', top: read.size });
    const name = (model: string): string => nameOf(written[model], model);
    const isPriced = ranking.candidates.some((x) => x.price !== undefined);
    return [
      {
        kind: 'table',
        caption: msg('report.comparisonOfPumps', { named: named(e.id, e.name) }),
        columns: [
          textColumn('pump', 2.4),
          textColumn('verdict', 0.8),
          column('impeller', 'diameter', c.system),
          { label: msg('report.stages') },
          textColumn(msg('report.nearestToOrBeyondIts'), 2.6),
          column(msg('report.headReserve'), 'percent', c.system),
          { label: msg('report.npshaNpshr') },
          column(msg('report.meanEfficiency'), 'percent', c.system),
          { label: msg('report.electricity'), unit: 'kWh/a' },
          ...(isPriced ? [textColumn(msg('report.price'), 1)] : []),
        ],
        rows: [
          { cells: [msg('report.inUse', { name: name(e.pump as string) }), ...standing(c, e.id)] },
          ...ranking.candidates.map((x): TableRow => ({
            cells: [name(x.model), x.verdict, ...figures(c, x), ...(isPriced ? [x.price ?? null] : [])],
          })),
          ...ranking.fallen.map((f): TableRow => ({
            cells: [name(f.model), 'FAILS', numberCell(f.diameter, 'diameter', c.system), null, reasonOf(c, f)],
          })),
        ],
      },
      ...duties(c, ranking.candidates, name),
    ];
  });
  return blocks.length === 0
    ? null
    : { part: 'candidates', title: PART_NAMES.candidates, name: msg('report.candidates'), blocks };
}

/** the pump in use, by the results of the study as it is: what a ranking would say of it if it were not trimmed anew */
function standing(c: ReportContext, id: string): Cell[] {
  const solved = solvedOf(c).filter((s) => s.model!.judged);
  const own = solved.flatMap((s) =>
    s
      .result!.margins.filter((m) => m.where === id && m.value !== null && m.verdict !== 'not-applicable')
      .map((m) => ({ m, scenario: s.id })),
  );
  const rank = { fails: 0, near: 1, holds: 2, 'not-applicable': 3 } as const;
  const [worst] = [...own].sort((a, b) => rank[a.m.verdict] - rank[b.m.verdict] || (insideShare(a.m) ?? Infinity) - (insideShare(b.m) ?? Infinity)); // prettier-ignore
  const results = solved.map((s) => ({ r: s.result!.elements[id] as PumpResult, hours: s.model!.hoursPerYear ?? 0 }));
  const ratios = own.flatMap(({ m }) => (m.check === 'npsh-ratio' ? [m.value!] : []));
  const hasHours = results.some((x) => x.hours > 0);
  const sum = (of: (r: PumpResult) => number | null | undefined): number =>
    results.reduce((total, { r, hours }) => total + (of(r) ?? NaN) * (hasHours ? hours : 1), 0);
  const [first] = results;
  return [
    worst ? MARK[worst.m.verdict] : '–',
    numberCell(first?.r.diameter, 'diameter', c.system),
    numberCell(first?.r.stages, 'count', c.system),
    worst ? `${checkText(c, worst.m.check, worst.m.value, nearestLimit(worst.m))}, ${scenarioName(c, worst.scenario)}` : null,
    null,
    numberCell(ratios.length > 0 ? Math.min(...ratios) : null, 'ratio', c.system),
    numberCell(sum((r) => r.hydraulicPower) / sum((r) => r.shaftPower), 'percent', c.system),
    numberCell(hasHours ? sum((r) => r.inputPower) / 1000 : null, 'number', c.system),
  ];
}

/** `NPSH ratio 0.971 of at least 1.30` */
function checkText(c: ReportContext, check: string, value: number | null, limit: number | null): string {
  if (check === 'head-short') return msg('report.headOf', { c: metres(c, value), c2: metres(c, limit) });
  if (!isCheckCode(check)) return check.replaceAll('-', ' ');
  const of = CHECKS[check].sense === 'most' ? msg('report.atMost') : msg('report.atLeast');
  return msg('report.of3', {
    checkName: checkName(check),
    checkValue: checkValue(check, value, c.system),
    of_: of,
    checkValue2: checkValue(check, limit, c.system),
  });
}

const metres = (c: ReportContext, x: number | null): string => `${cellText(numberCell(x, 'head', c.system))} ${unitOf('head', c.system)}`; // prettier-ignore

const reasonOf = (c: ReportContext, f: FallenPump): string =>
  f.reason === 'head-short' && (f.value ?? 0) < 0
    ? msg('report.endOfCurveBelowThe', { scenarioName: scenarioName(c, f.scenario) })
    : `${checkText(c, f.reason, f.value, f.limit)}, ${scenarioName(c, f.scenario)}`;

const nameOf = (entry: RawEntry | undefined, model: string): string =>
  [entry?.maker, entry?.name ?? model].filter((x) => typeof x === 'string' && x !== '').join(' ');

function figures(c: ReportContext, x: RankedPump): Cell[] {
  return [
    numberCell(x.diameter, 'diameter', c.system),
    numberCell(x.stages, 'count', c.system),
    x.worst ? worstText(c, x.worst) : null,
    numberCell(x.headReserve, 'percent', c.system),
    numberCell(x.npshRatio, 'ratio', c.system),
    numberCell(x.meanEfficiency, 'percent', c.system),
    numberCell(x.energyPerYear === null ? null : x.energyPerYear / JOULES_A_KWH, 'number', c.system),
  ];
}

const worstText = (c: ReportContext, w: NonNullable<RankedPump['worst']>): string =>
  `${checkText(c, w.check, w.value, w.limit)}, ${scenarioName(c, w.scenario)}`;

/** what each that serves does in every scenario */
function duties(c: ReportContext, list: readonly RankedPump[], name: (model: string) => string): Block[] {
  if (list.length === 0) return [];
  const rows = list.flatMap((x): TableRow[] => [
    { cells: [name(x.model)], isHeading: true },
    ...Object.entries(x.scenarios).map(([id, d]): TableRow => ({
      cells: [
        scenarioName(c, id),
        numberCell(d.flow, 'flow', c.system),
        numberCell(d.head, 'head', c.system),
        numberCell(d.efficiency, 'percent', c.system),
        numberCell(d.npshr, 'head', c.system),
        numberCell(d.shaftPower, 'power', c.system),
        numberCell(d.flowRatio, 'percent', c.system),
      ],
    })),
  ]);
  const columns = [
    textColumn('scenario', 2.4),
    column('flow', 'flow', c.system),
    column('head', 'head', c.system),
    column('efficiency', 'percent', c.system),
    column('NPSHR', 'head', c.system),
    column(msg('report.shaftPower'), 'power', c.system),
    column(msg('report.ofBepFlow'), 'percent', c.system),
  ];
  return [{ kind: 'table', caption: msg('report.operatingPoints'), columns, rows }];
}
