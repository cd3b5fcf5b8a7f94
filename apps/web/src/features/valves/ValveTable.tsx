import { entryLabel, spoken, KV_PER_CV, type ModelEntry, type ValveRow } from '@cedar-knot/core';
import { checkName, checkValue, notJudgedText, rounded, fixed, said } from '@cedar-knot/wording';
import { letterOf } from '../../state/address.js';

import { Button } from '../../ui/controls.js';
import { LetterTag, MarkShape, ScenarioLetter, VerdictMark } from '../../ui/marks.js';
import { lineStyle } from '../../ui/scenarioStyle.js';
import { spread } from '../../ui/ticks.js';
import { useDisplay, useStudy } from '../context.js';
import type { OpeningBand } from '../../state/openingBand.js';
import { msg } from './words.js';

const STRIP = 270;
const MARGIN = 8;
const x = (travel: number): number => MARGIN + travel * (STRIP - 2 * MARGIN);

export interface ShownValve {
  /** model of the catalogue; empty for the study's own valve */
  id: string;
  row: ValveRow;
  name: string;
  /** body, size and price */
  sort: string;
  inherent: string;
  range: string;
  fl: number;
  isTypical: boolean;
}

/** Valves with the travel that each would have in every scenario; a row that is pressed is drawn above. */
export function ValveTable({
  valves,
  own,
  looked,
  preferred,
  band,
  onLook,
  onTake,
  ticked,
  onTick,
}: {
  valves: readonly ShownValve[];
  own: ShownValve | null;
  looked: string | null;
  preferred: string | null;
  band: OpeningBand;
  onLook: (id: string | null) => void;
  onTake: (id: string) => void;
  ticked: readonly string[];
  onTick: (id: string) => void;
}) {
  const { system } = useDisplay();
  return (
    <table className="w-full text-[12.5px]">
      <thead>
        <tr className="bg-panel border-soft text-inkq sticky top-0 z-10 h-[26px] border-b text-right text-[12px]">
          <td className="w-[26px]" />
          <td className="w-[18px]" />
          <th className="text-left font-normal">{msg('view.valves.makeAndBody')}</th>
          <th className="font-normal">{system === 'us' ? 'Cv' : 'Kvs'}</th>
          <th className="font-normal max-[1180px]:hidden">{msg('view.valves.inherent')}</th>
          <th className="font-normal">
            <Scale band={band} />
          </th>
          <th className="font-normal">{msg('view.valves.mostOpen')}</th>
          <th className="pl-2 font-normal">{msg('view.valves.least')}</th>
          <th className="pl-2 font-normal">{msg('view.valves.xfXfz')}</th>
          <th className="pl-2 font-normal">{msg('view.valves.gain')}</th>
          <th className="font-normal max-[1180px]:hidden">{msg('app.fl')}</th>
          <th className="pl-3 text-left font-normal">{msg('view.valves.worstCheckOrReason')}</th>
          <td className="w-[76px]" />
        </tr>
      </thead>
      <tbody>
        {own && <Row v={own} isLooked={looked === null} band={band} isOwn onLook={() => onLook(null)} />}
        {valves.map((v) => (
          <Row
            key={v.id}
            v={v}
            isLooked={looked === v.id}
            isPreferred={preferred === v.id}
            band={band}
            onLook={() => onLook(v.id)}
            onTake={() => onTake(v.id)}
            isTicked={ticked.includes(v.id)}
            onTick={() => onTick(v.id)}
          />
        ))}
      </tbody>
    </table>
  );
}

function Row({
  v,
  isLooked,
  isPreferred = false,
  isOwn = false,
  band,
  onLook,
  onTake,
  isTicked = false,
  onTick,
}: {
  v: ShownValve;
  isLooked: boolean;
  isPreferred?: boolean;
  isOwn?: boolean;
  band: OpeningBand;
  onLook: () => void;
  onTake?: () => void;
  isTicked?: boolean;
  onTick?: () => void;
}) {
  const d = useDisplay();
  const scenarios = useStudy((s) => s.study.scenarios);
  const index = (id: string): number => scenarios.findIndex((s) => s.id === id);
  const { row } = v;
  const stands = Object.entries(row.scenarios).flatMap(([id, s]) => (s.opening === null ? [] : [{ id, index: index(id), ...s, opening: s.opening }])); // prettier-ignore
  const byOpening = [...stands].sort((a, b) => a.opening - b.opening);
  const [least, most] = [byOpening[0], byOpening.at(-1)];
  const worstXf = stands.filter((s) => s.xfRatio !== null).sort((a, b) => b.xfRatio! - a.xfRatio!)[0];
  const gains = stands.flatMap((s) => s.gain ?? []);
  const kv = d.system === 'us' ? row.ratedKv / KV_PER_CV : row.ratedKv;
  const at = (s: { opening: number; index: number } | undefined) =>
    s === undefined ? '–' : (
      <>
        {Math.round(s.opening * 100)} <ScenarioLetter index={s.index} letter={letterOf(s.index)} small />
      </>
    ); // prettier-ignore
  return (
    <tr
      className={`border-soft h-[40px] cursor-pointer border-b text-right ${isLooked ? 'bg-wash' : 'hover:bg-quiet'}`}
      data-valve={isOwn ? 'own' : v.name}
      data-verdict={row.verdict}
      aria-selected={isLooked}
      onClick={onLook}
    >
      <td className={`text-center ${isLooked ? 'shadow-[inset_3px_0_0_var(--cedar)]' : ''}`}>
        {onTick && (
          <input
            type="checkbox"
            aria-label={msg('view.valves.select', { v: v.name })}
            checked={isTicked}
            onClick={(e) => e.stopPropagation()}
            onChange={onTick}
          />
        )}
      </td>
      <td>
        <VerdictMark kind={row.verdict} size={10} />
      </td>
      <td className="pl-1 text-left">
        <button type="button" onClick={onLook} className="block text-left leading-[16px] font-semibold">
          {v.name}
          {isPreferred && <span className="text-cedardeep ml-1.5 text-[11.5px]">{msg('view.valves.preferred')}</span>}
        </button>
        <span className="text-inkq block text-[12px] leading-[14px]">
          {v.sort}
          {v.isTypical && <span className="text-near"> {msg('view.valves.typicalFlOrFd')}</span>}
        </span>
      </td>
      <td>{rounded(kv, 3)}</td>
      <td className="max-[1180px]:hidden">
        {v.inherent}
        <span className="text-inkq block text-[12px] leading-[14px]">{v.range}</span>
      </td>
      <td>
        <Strip stands={stands} band={band} />
      </td>
      <td className="whitespace-nowrap">{at(most)}</td>
      <td className="whitespace-nowrap">{at(least)}</td>
      <td className={`whitespace-nowrap ${worstXf && worstXf.xfRatio! > 1 ? 'text-near' : ''}`}>
        {worstXf ? fixed(worstXf.xfRatio!, 2) : '–'}
      </td>
      <td className="whitespace-nowrap" title={msg('view.valves.ofTheInstalledCharacteristicFlow')}>
        {gains.length > 0 ? `${fixed(Math.min(...gains), 1)}–${fixed(Math.max(...gains), 1)}` : '–'}
      </td>
      <td className="max-[1180px]:hidden">{fixed(v.fl, 2)}</td>
      <td className="pl-3 text-left whitespace-nowrap">
        <Why row={row} indexOf={index} />
      </td>
      <td className="pr-2">
        {isOwn ? (
          <span className="text-inkq text-[12px]">{msg('view.valves.inTheStudy')}</span>
        ) : (
          <Button
            tone="bare"
            className="!h-[18px] !px-1 text-[12px]"
            onClick={(e) => {
              e.stopPropagation();
              onTake?.();
            }}
          >
            {msg('view.valves.useThisValve')}
          </Button>
        )}
      </td>
    </tr>
  );
}

const WORDS: Readonly<Record<string, string>> = {
  'too-small': msg('view.valves.tooSmall'),
  'below-range': msg('view.valves.belowItsRange'),
};

function Why({ row, indexOf }: { row: ValveRow; indexOf: (id: string) => number }) {
  const { system } = useDisplay();
  if (row.verdict === 'incomplete')
    return (
      <span
        className="inline-flex items-center gap-1"
        title={msg('view.valves.missingInTheCatalogue', {
          incomplete: row.incomplete.flatMap((x) => x.missing.map((a) => said(entryLabel(a)))).join(', '),
        })}
      >
        <VerdictMark kind="incomplete" size={9} /> {notJudgedText(row.incomplete)}
      </span>
    );
  const found = row.fallen
    ? { name: WORDS[row.fallen.reason] ?? checkName(row.fallen.reason), check: row.fallen.reason, ...row.fallen }
    : row.worst && { name: checkName(row.worst.check), ...row.worst };
  if (!found) return null;
  const verdict = row.fallen ? 'fails' : row.worst!.verdict;
  const isSaid = !(found.check in WORDS);
  return (
    <span className="inline-flex items-center gap-1">
      <VerdictMark kind={verdict} size={9} />
      {found.name}
      {isSaid && ` ${checkValue(found.check, found.value, system)}`}
      <ScenarioLetter index={indexOf(found.scenario)} letter={letterOf(indexOf(found.scenario))} small />
    </span>
  );
}

function Scale({ band }: { band: OpeningBand }) {
  const ticks = [0, band.low, 0.5, band.high, 1];
  return (
    <svg width={STRIP} height={14} role="img" aria-label={msg('view.valves.travel2')} className="inline-block">
      {ticks.map((t) => (
        <text key={t} x={x(t)} y={11} fontSize={11} fill="var(--ink-quiet)" textAnchor="middle">
          {Math.round(t * 100)}
          {t === 0.5 ? msg('view.valves.travel3') : ''}
        </text>
      ))}
    </svg>
  );
}

/** where every scenario stands between shut and open, by its letter; a mark under what is near or outside */
function Strip({
  stands,
  band,
}: {
  stands: readonly { index: number; opening: number; verdict: ValveRow['scenarios'][string]['verdict'] }[];
  band: OpeningBand;
}) {
  const letters = spread(stands.map((s) => x(s.opening)), 14.5, MARGIN, STRIP - MARGIN); // prettier-ignore
  const y = 24;
  return (
    <svg
      width={STRIP}
      height={38}
      className="inline-block"
      role="img"
      aria-label={stands
        .map((s) =>
          msg('view.valves.at', { letter: letterOf(s.index), opening: Math.round(s.opening * 100), verdict: s.verdict }),
        )
        .join('; ')}
    >
      <line x1={x(0)} x2={x(1)} y1={y} y2={y} stroke="var(--gauge-out)" />
      <line x1={x(band.low)} x2={x(band.high)} y1={y} y2={y} stroke="var(--gauge-allow)" strokeWidth={4} />
      <line x1={x(band.preferLow)} x2={x(band.preferHigh)} y1={y} y2={y} stroke="var(--gauge-pref)" strokeWidth={7} />
      {[band.low, band.high].map((t) => (
        <line key={t} x1={x(t)} x2={x(t)} y1={y - 6} y2={y + 6} stroke="var(--gauge-tick)" strokeWidth={1.2} />
      ))}
      {stands.map((s, i) => {
        const { color } = lineStyle(s.index);
        return (
          <g key={s.index}>
            <line x1={letters[i]} y1={14} x2={x(s.opening)} y2={y + 4} stroke={color} strokeWidth={1.6} />
            <LetterTag x={letters[i]!} y={7.5} index={s.index} letter={letterOf(s.index)} size={13} />
            {(s.verdict === 'near' || s.verdict === 'fails') && (
              <g transform={`translate(${x(s.opening)} ${y + 10})`}>
                <MarkShape kind={s.verdict} r={3.6} />
              </g>
            )}
          </g>
        );
      })}
    </svg>
  );
}

/** A model of the catalogue as a row. */
export function shownValve(
  row: ValveRow,
  model: Pick<ModelEntry, 'id' | 'name' | 'maker' | 'type' | 'size'>,
  input: { characteristic: string; rangeability: number; fl: number; isTypical?: boolean; body?: string; price?: string },
): ShownValve {
  const { characteristic, rangeability } = input;
  return {
    id: model.id,
    row,
    name: valveName(model),
    sort: [model.type ?? input.body, model.size, input.price].filter((t): t is string => Boolean(t)).map((t) => (t.startsWith('DN') || t === input.price ? t : spoken(t))).join(', '), // prettier-ignore
    inherent: characteristic === 'table' ? msg('view.valves.ownCurve') : spoken(characteristic),
    range: characteristic === 'table' ? '' : `${rangeability}:1`,
    fl: input.fl,
    isTypical: input.isTypical === true,
  };
}

/** maker and model; a model's name may begin with that of its maker */
export function valveName({ maker, name }: { maker: string | null; name: string }): string {
  const [first] = (maker ?? '').split(' ');
  return !maker || (first && name.startsWith(`${first} `)) ? name : `${maker} ${name}`;
}
