import {
  compareStudies,
  dimensionShown,
  FIGURE_TABLE,
  runStudy,
  USUAL_TOLERANCE,
  type ChangedFigure,
  type IssuedPaper,
  type Study,
  type Turned,
} from '@cedar-knot/core';
import { enteredText, judgedName, said, turnedText, whereText } from '@cedar-knot/wording';
import { changedCurves } from './changed-curves.js';
import { scenarioName, type ReportContext } from './context.js';
import type { Block, Cell, Section, TableRow } from './document.js';
import { ofKind } from './sheets.js';
import { MARK, numberCell, textColumn, type Shown } from './shown.js';
import { msg } from './words.js';

/** figures on the paper: those that moved most */
const MOST_FIGURES = 100;
const MOST_CURVES = 3;
/** as on the pages of curves, px */
const PICTURE = { width: 515, height: 250 };

/** What changed since a revision was issued: verdicts with what turned bad first, inputs, curves of both, figures. */
export function changes(c: ReportContext, since: IssuedPaper | undefined): Section | null {
  if (!since) return null;
  const before = { study: since.study, scenarios: runStudy(since.study).scenarios };
  const { inputs, figures, verdicts } = compareStudies(unprinted(since.study), unprinted(c.study), {
    solved: { before: before.scenarios, after: c.scenarios },
  });
  const { letter } = since;
  const title = msg('report.changesSince', { letter });
  const scenario = (id: string | null): string => (id === null ? '' : nameIn(c, since, id));
  const names = (whereLabel: string, what: string) => [textColumn(whereLabel, 1.2), textColumn(what, 2), textColumn(msg('report.scenario'), 1.6)]; // prettier-ignore
  const sides = [msg('report.revisionLetter', { letter }), msg('report.thisRevision')] as const;
  const table = (caption: string, what: string, rows: TableRow[], isText: boolean): Block[] =>
    rows.length === 0
      ? []
      : [
          {
            kind: 'table',
            caption,
            columns: [
              ...names(msg('report.where'), what),
              ...sides.map((label) => ({ label, isText, width: 1.4 })),
              ...(isText ? [] : [textColumn(msg('report.unit'), 0.8)]),
            ],
            rows,
          },
        ];
  const none = inputs.length + figures.length + verdicts.length === 0;
  const most = mostMoved(figures);
  const blocks: Block[] = [
    { kind: 'text', text: none ? msg('report.nothingChanged', { letter }) : msg('report.changesAreOf', { letter, date: since.date, share: USUAL_TOLERANCE * 100 }) }, // prettier-ignore
    ...table(
      msg('report.changedVerdicts', { count: verdicts.length }),
      msg('report.check'),
      verdicts.map((v) => ({
        cells: [whereIn(c, v.where), judgedName(v.check), scenario(v.scenario), verdictText(v.before), verdictText(v.after)],
      })),
      true,
    ),
    ...table(
      msg('report.changedInputs', { count: inputs.length }),
      msg('report.input'),
      inputs.map((i) => ({
        cells: [whereIn(c, i.where), said(i.label), scenario(i.scenario), enteredText(i.before), enteredText(i.after)],
      })),
      true,
    ),
    ...(figures.length === 0 ? [] : curvesOf(c, before, letter)),
    ...table(
      most.length < figures.length
        ? msg('report.changedFiguresMost', { count: figures.length, most: most.length })
        : msg('report.changedFigures', { count: figures.length }),
      msg('report.result'),
      most.map((f) => {
        const [was, is] = [f.before, f.after].map((si, k) => figureCell(c, f, si, k === 1));
        const { label } = FIGURE_TABLE[f.figure];
        const unit = [was, is].find((x) => x !== null && typeof x === 'object');
        return {
          cells: [f.where, said(label), scenario(f.scenario), was!, is!, typeof unit === 'object' && unit ? unit.unit : ''],
        };
      }),
      false,
    ),
  ];
  return { part: 'changes', title, name: msg('report.changes'), blocks };
}

/** without what a report is made of: its letter changes with every revision */
function unprinted({ report: _report, ...study }: Study): Study {
  return study;
}

/** a scenario that only the older one has goes by its name there */
function nameIn(c: ReportContext, since: IssuedPaper, id: string): string {
  if (c.study.scenarios.some((s) => s.id === id)) return scenarioName(c, id);
  return since.study.scenarios.find((s) => s.id === id)?.name ?? id;
}

/** where an entry stands: a scenario by its name */
const whereIn = (c: ReportContext, where: string): string =>
  c.study.scenarios.some((s) => s.id === where) ? scenarioName(c, where) : whereText(where);

const verdictText = (t: Turned): string => (t === 'fails' || t === 'near' ? MARK[t] : turnedText(t));

/** the figures that moved most, in their order */
function mostMoved(figures: readonly ChangedFigure[]): ChangedFigure[] {
  if (figures.length <= MOST_FIGURES) return [...figures];
  const share = ({ before, after }: ChangedFigure): number =>
    before === null || after === null ? 1 : Math.abs(after - before) / Math.max(Math.abs(before), Math.abs(after));
  const kept = new Set([...figures].sort((a, b) => share(b) - share(a)).slice(0, MOST_FIGURES));
  return figures.filter((f) => kept.has(f));
}

function figureCell(c: ReportContext, f: ChangedFigure, si: number | null, isNow: boolean): Cell {
  const { shown } = FIGURE_TABLE[f.figure];
  const as: Shown = dimensionShown(shown) ?? shown;
  // what was is no figure of `solve` today
  return numberCell(si, as, c.system, isNow ? { from: `${f.where}.${f.figure}`, scenario: f.scenario } : {});
}

/** curves of both, one under the other as they were and as they are */
function curvesOf(c: ReportContext, before: Parameters<typeof changedCurves>[0], letter: string): Block[] {
  return ofKind(c, 'pump')
    .slice(0, MOST_CURVES)
    .flatMap((e): Block[] => {
      const svg = changedCurves(before, { study: c.study, scenarios: c.scenarios }, e.id, c.system, PICTURE);
      return svg ? [{ kind: 'figure', caption: msg('report.curvesOfBoth', { id: e.id, letter }), svg, ...PICTURE }] : [];
    });
}
