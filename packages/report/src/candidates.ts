import { CHECKS, isCheckCode, judgeCatalogue, rankPumps, type RankedPump, type RawEntry } from '@cedar-knot/core';
import { checkName, checkValue, named } from '@cedar-knot/wording';
import { scenarioName, type ReportContext } from './context.js';
import { cellText, PART_NAMES, type Block, type Cell, type Section, type TableRow } from './document.js';
import { ofKind } from './sheets.js';
import { column, numberCell, textColumn, unitOf } from './shown.js';

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
  const { pumps: read } = judgeCatalogue({ format: 'cedar-knot-catalogue', version: 1, pumps: written });
  const blocks = positions.flatMap((e): Block[] => {
    const ranking = rankPumps(c.study, e.id, { written, read }, { vary: 'diameter', objective: 'energy', top: read.size });
    const name = (model: string): string => nameOf(written[model], model) + (model === e.pump ? ', in use' : '');
    if (ranking.candidates.length + ranking.fallen.length === 0) return [];
    return [
      {
        kind: 'table',
        caption: `${named(e.id, e.name)}: pumps beside each other`,
        columns: [
          textColumn('pump', 2.4),
          textColumn('verdict', 0.8),
          column('impeller', 'diameter', c.system),
          { label: 'stages' },
          textColumn('nearest to its limit', 2),
          column('reserve of head', 'percent', c.system),
          { label: 'NPSHA over NPSHR' },
          column('mean efficiency', 'percent', c.system),
          { label: 'electricity', unit: 'kWh/a' },
        ],
        rows: [
          ...ranking.candidates.map((x): TableRow => ({ cells: [name(x.model), x.verdict, ...figures(c, x)] })),
          ...ranking.fallen.map((f): TableRow => {
            const at = `${f.reason === 'head-short' ? 'head' : isCheckCode(f.reason) ? checkName(f.reason) : f.reason.replaceAll('-', ' ')}${value(c, f.reason, f.value)}, ${scenarioName(c, f.scenario)}`; // prettier-ignore
            return { cells: [name(f.model), 'FAILS', numberCell(f.diameter, 'diameter', c.system), null, at] };
          }),
        ],
      },
      ...duties(c, ranking.candidates, name),
    ];
  });
  return blocks.length === 0 ? null : { part: 'candidates', title: PART_NAMES.candidates, name: 'Candidates', blocks };
}

const nameOf = (entry: RawEntry | undefined, model: string): string =>
  [entry?.maker, entry?.name ?? model].filter((x) => typeof x === 'string' && x !== '').join(' ');

function value(c: ReportContext, check: string, x: number | null): string {
  if (x === null) return '';
  if (check === 'head-short') return ` ${cellText(numberCell(x, 'head', c.system))} ${unitOf('head', c.system)}`;
  return isCheckCode(check) ? ` ${checkValue(check, x, c.system)}` : '';
}

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
  `${checkName(w.check)} ${checkValue(w.check, w.value, c.system)} of ${CHECKS[w.check].sense === 'most' ? 'at most' : 'at least'} ${checkValue(w.check, w.limit, c.system)}, ${scenarioName(c, w.scenario)}`; // prettier-ignore

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
    column('shaft power', 'power', c.system),
    column('of best flow', 'percent', c.system),
  ];
  return [{ kind: 'table', caption: 'Their duties', columns, rows }];
}
