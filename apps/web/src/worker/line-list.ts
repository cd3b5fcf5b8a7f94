import begin from '@cedar-knot/wording/en/core-beginning';
import en from '@cedar-knot/wording/en/core-line-list';
import view from '@cedar-knot/wording/en/view-begin';
import { register, said, text } from '@cedar-knot/wording/messages';
import {
  placeOfRow,
  placesOfList,
  readLineList,
  studyOfList,
  systemsOf,
  type BeginningUnits,
  type LineColumn,
  type ListColumn,
  type ListedPipe,
  type ListOptions,
  type PlaceRole,
  type Sheet,
  type Study,
} from '@cedar-knot/core';
import { figuresOf, profileOf, type BegunProfile, type BegunScenario } from './begin.js';

register(begin);
register(en);
register(view);

/* A line list as its form shows it: what was read, what is to be corrected, and the study that it makes. */

/** What a person says of a list, and of the study that it is to be. */
export interface ListEntries extends Omit<ListOptions, 'units'> {
  title: string;
  tag: string;
  units: BeginningUnits;
  /** by tag */
  roles: Readonly<Record<string, PlaceRole>>;
  /** of those that do not hang together, from 0 */
  system: number;
  without: readonly string[];
}

export interface ListRemark {
  /** line of the file; null: of the whole */
  line: number | null;
  row: number | null;
  column: LineColumn | null;
  severity: 'error' | 'warning';
  text: string;
  found: string | null;
}

export interface ListPreview {
  columns: ListColumn[];
  rows: string[][];
  sheets: string[];
  decimal: '.' | ',';
  sizes: 'DN' | 'NPS' | null;
  /** rows that were read as pipes */
  pipes: number;
  /** what the study is called where nothing is typed: its first pump, and from where to where it goes */
  usual: { tag: string; title: string };
  remarks: ListRemark[];
  errors: number;
  /** first tag to last, and how many pipes */
  systems: { from: string; to: string; pipes: number }[];
  /** what stands between and at the ends of the pipes; inner ends of lines are left out */
  places: { tag: string; role: PlaceRole; isThrough: boolean }[];
  study: Study | null;
  scenarios: BegunScenario[];
  profile: BegunProfile | null;
}

/** rows shown to tell columns by */
const SAMPLE = 6;

/** The study of a list with all that its form shows. */
export function listed(sheets: readonly Sheet[], entries: ListEntries): ListPreview {
  const { title, tag, units, roles, system, without, ...options } = entries;
  const read = readLineList(sheets, { ...options, units });
  const remarks: ListRemark[] = read.problems.map((p) => ({
    line: placeOfRow(p.row).line,
    row: p.row,
    column: p.column ?? null,
    severity: p.severity,
    text: said(p.text),
    found: p.found ?? null,
  }));
  const systems = systemsOf(read.pipes);
  const own = systems[Math.min(system, systems.length - 1)];
  const usual = {
    tag: own ? tagOf(own) : '',
    title: own ? text('view.begin.listTitle', { from: own[0]!.from, to: own.at(-1)!.to }) : '',
  };
  const named = { tag: tag || usual.tag, title: title || usual.title };
  const made =
    own && studyOfList(own, { title: named.title, units, say: said, ...(named.tag === '' ? {} : { tag: named.tag }) }, roles);
  for (const r of made?.remarks ?? [])
    remarks.push({ line: r.row === undefined ? null : placeOfRow(r.row).line, row: r.row ?? null, column: null, severity: 'warning', text: said(r.text), found: null }); // prettier-ignore
  const pump = made?.study.lines.flatMap((l) => l.elements).find((e) => e.kind === 'pump' && e.mode !== 'off')?.id;
  const solved = made?.scenarios.filter((s) => s.result && s.result.status !== 'failed') ?? [];
  return {
    usual,
    columns: read.columns,
    rows: read.rows.slice(0, SAMPLE).map((r) => r.cells),
    sheets: read.sheets,
    decimal: read.decimal,
    sizes: read.sizes,
    pipes: read.pipes.length,
    remarks: remarks.sort((a, b) => Number(a.severity === 'warning') - Number(b.severity === 'warning')),
    errors: remarks.filter((r) => r.severity === 'error').length,
    systems: systems.map((s) => ({ from: s[0]!.from, to: s.at(-1)!.to, pipes: s.length })),
    places: (made?.places ?? []).filter((p) => !p.isInner).map((p) => ({ tag: p.tag, role: p.role, isThrough: p.ins.length > 0 && p.outs.length > 0 })), // prettier-ignore
    study: made ? { ...made.study, scenarios: made.study.scenarios.filter((s) => !without.includes(s.id)) } : null,
    scenarios: solved.map((s) => figuresOf(s, made!.study.scenarios.find((x) => x.id === s.id)?.name ?? s.id, pump)),
    profile: pump !== undefined && solved.length > 0 ? profileOf(solved, pump) : null,
  };
}

/** tag of the first pump among the ends */
const tagOf = (pipes: readonly ListedPipe[]): string => placesOfList(pipes).find((p) => p.role === 'pump')?.tag ?? '';

/** A list to try it with: made up. */
export const EXAMPLE_LIST = `Line;From;To;DN;Schedule;Length [m];Rise [m];Fittings;Liquid;Flow [m3/h];Temperature [°C]
L-101;T-101;P-101;200;40;12;-1;2 elbow 90 long, 1 gate;water;180;25
L-102;P-101;FV-101;150;40;40;3;4 elbow 90 long, 1 swing check;water;180;25
L-103;FV-101;E-101;150;40;30;4;2 elbow 90 long;water;180;25
L-104;E-101;T-102;150;40;160;16;6 elbow 90 long, 1 gate, 1 exit;water;180;25
`;
