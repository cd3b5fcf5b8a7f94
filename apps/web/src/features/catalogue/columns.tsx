import type { ModelHead, ModelKind, PumpSummary, ValveSummary } from '@cedar-knot/core';
import type { ReactNode } from 'react';
import { spoken } from '../../state/catalogueList.js';
import { VerdictMark } from '../../ui/marks.js';
import type { Display } from '../context.js';
import { FlowStrip, type Duty } from './FlowStrip.js';

export interface Column {
  key: string;
  name: (d: Display) => string;
  title?: string;
  width: number;
  /** words stand left, figures right */
  isText?: boolean;
  /** shown from the start */
  isUsual: boolean;
  /** the list can be sorted by it */
  isSorted: boolean;
  cell: (m: ModelHead, d: Display, duties: readonly Duty[]) => ReactNode;
}

const pump = (m: ModelHead): Partial<PumpSummary> => m.summary ?? {};
const valve = (m: ModelHead): Partial<ValveSummary> => m.summary ?? {};
const plain = (x: number | null | undefined, digits = 1): string => (x === null || x === undefined ? '–' : x.toFixed(digits));

const column = (key: string, name: string | ((d: Display) => string), width: number, cell: Column['cell'], more: Partial<Column> = {}): Column => ({
  key,
  name: typeof name === 'string' ? () => name : name,
  width,
  cell,
  isUsual: true,
  isSorted: true,
  ...more,
}); // prettier-ignore

const NAME = column('name', 'make and size', 144, (m) => <b className="font-semibold">{m.name}</b>, { isText: true });
const FROM = column('from', 'from', 54, (m) => m.from ?? '–', { isText: true, isUsual: false, title: 'how the data came in' });
const REVISION = column('revision', 'rev', 34, (m) => m.revision, { isUsual: false });
const SAVED = column('saved', 'changed', 84, (m) => m.savedAt.slice(0, 10), { isUsual: false });
const DATA = column(
  'data',
  'data',
  34,
  (m) => <VerdictMark kind={m.isTypical || m.summary === null ? 'not-applicable' : m.warnings.length > 0 ? 'near' : 'holds'} />,
  { title: 'whether the data agree: ● they do, ◐ something is odd, – typical or no curve that can be drawn' },
);

function diameters(m: ModelHead, d: Display): string {
  const { minDiameter: low, maxDiameter: high } = pump(m);
  if (high === null || high === undefined) return '–';
  return low === null || low === undefined || low === high ? d.number(high, 'diameter') : `${d.number(low, 'diameter', 3)} – ${d.number(high, 'diameter', 3)}`;
} // prettier-ignore

const PUMPS: readonly Column[] = [
  NAME,
  column('strip', 'flow and duties', 110, (m, _d, duties) => <FlowStrip summary={m.summary as unknown as PumpSummary | null} duties={duties} />, { isSorted: false, isText: true, title: 'up to the end of its curve; the preferred range heavy, best efficiency as a tick' }),
  column('type', 'type', 116, (m) => (m.type ? spoken(m.type) : '–'), { isText: true, isUsual: false }),
  column('diameter', (d) => `made Ø ${d.unit('diameter')}`, 70, diameters),
  column('speed', 'rpm', 36, (m) => (pump(m).speed ? Math.round(pump(m).speed!) : '–')),
  column('flow', (d) => `BEP ${d.unit('flow')}`, 58, (m, d) => d.number(pump(m).best?.flow, 'flow')),
  column('head', (d) => `head ${d.unit('head')}`, 46, (m, d) => d.number(pump(m).best?.head, 'head')),
  column('efficiency', 'η %', 32, (m) => plain(pump(m).efficiency === null || pump(m).efficiency === undefined ? null : pump(m).efficiency! * 100)),
  column('npshr', (d) => `NPSHR ${d.unit('head')}`, 54, (m, d) => d.number(pump(m).npshr, 'head')),
  column('power', (d) => `power ${d.unit('power')}`, 66, (m, d) => d.number(pump(m).power, 'power'), { isUsual: false, title: 'at best efficiency, largest diameter, on water' }),
  column('specificSpeed', 'nq', 44, (m) => plain(pump(m).specificSpeed), { isUsual: false, title: 'specific speed: rpm, m³/s, m' }),
  column('suctionSpecificSpeed', 'nss', 44, (m) => plain(pump(m).suctionSpecificSpeed, 0), { isUsual: false, title: 'suction specific speed: rpm, m³/s, m' }),
  column('stages', 'stages', 56, (m) => (pump(m).stages === pump(m).mostStages ? (pump(m).stages ?? '–') : `${pump(m).stages}–${pump(m).mostStages}`), { isUsual: false }),
  DATA,
  FROM,
  REVISION,
  SAVED,
]; // prettier-ignore

const VALVES: readonly Column[] = [
  NAME,
  column('type', 'type', 116, (m) => (m.type ? spoken(m.type) : '–'), { isText: true }),
  column('size', 'size', 60, (m) => m.size ?? '–', { isText: true }),
  column('kv', 'rated Kv', 66, (m, d) => (d.system === 'us' ? plain((valve(m).ratedKv ?? NaN) / 0.865, 1) : (valve(m).ratedKv ?? '–')), { title: 'rated coefficient: Kv, or Cv in US units' }),
  column('characteristic', 'characteristic', 116, (m) => (valve(m).characteristic ? spoken(valve(m).characteristic!) : '–'), { isText: true }),
  column('rangeability', 'range', 50, (m) => valve(m).rangeability ?? '–', { title: 'inherent rangeability' }),
  column('fl', 'FL', 44, (m) => plain(valve(m).fl, 2)),
  column('xfz', 'xFz', 44, (m) => plain(valve(m).xfz, 2)),
  FROM,
  REVISION,
  SAVED,
]; // prettier-ignore

const MOTORS: readonly Column[] = [
  NAME,
  column('rated', (d) => `rated ${d.unit('power')}`, 74, (m, d) => d.number(m.words.ratedPower, 'power', 4)),
  column('poles', 'poles', 46, (m) => m.words.poles ?? '–'),
  column('frequency', 'Hz', 40, (m) => m.words.frequency ?? '–'),
  column('full', 'η %', 50, (m) => fullLoad(m.summary?.efficiency), { isSorted: false, title: 'at full load' }),
  column('frame', 'frame', 60, (m) => String(m.summary?.frame ?? '–'), { isText: true, isSorted: false }),
  FROM,
  REVISION,
  SAVED,
]; // prettier-ignore

function fullLoad(x: unknown): string {
  const full: unknown = Array.isArray(x) ? x[x.length - 1] : x;
  return typeof full === 'number' ? (full * 100).toFixed(1) : '–';
}

export const COLUMNS_OF: Readonly<Record<ModelKind, readonly Column[]>> = { pumps: PUMPS, valves: VALVES, motors: MOTORS };
