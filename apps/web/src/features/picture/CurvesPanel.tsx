import { displayUnit, toUnit, type UnitSystem } from '@cedar-knot/core';
import { prettyUnit, shortNumber } from '@cedar-knot/wording';
import { Plus, X } from 'lucide-react';
import { axesFor, leftOver, type CurveKind, type CurveState, type PictureState } from '../../state/picture.js';
import { VerdictMark } from '../../ui/marks.js';
import { Select } from '../../ui/Select.js';
import { useDisplay } from '../context.js';
import type { Doing } from './doing.js';
import { msg } from './words.js';

const KINDS: readonly (readonly [CurveKind, string])[] = [
  ['head', 'head'],
  ['efficiency', 'efficiency'],
  ['contour', msg('view.picture.lineOfEqualEfficiency')],
  ['power', 'power'],
  ['npshr', 'NPSHR'],
];

export const kindName = (kind: CurveKind): string => KINDS.find(([k]) => k === kind)![1];

/** a difference of a curve's quantity, in the unit in which it is shown */
export function differenceText(kind: CurveKind, si: number, system: UnitSystem): string {
  if (kind === 'efficiency') return `${shortNumber(si * 100, 2)} %`;
  const unit = displayUnit(kind === 'power' ? 'power' : 'head', system);
  return `${shortNumber(toUnit(si, unit), 2)} ${prettyUnit(unit.symbol)}`;
}

/** The curves that are being made: what each is, of which diameter, how many points it has and what it leaves over. */
export function CurvesPanel({
  state,
  doing,
  onDoing,
  onChange,
}: {
  state: PictureState;
  doing: Doing;
  onDoing: (d: Doing) => void;
  onChange: (change: (s: PictureState) => PictureState) => void;
}) {
  const display = useDisplay();
  const set = (id: string, more: Partial<CurveState>): void =>
    onChange((s) => ({ ...s, curves: s.curves.map((c) => (c.id === id ? { ...c, ...more } : c)) }));
  const add = (): void => {
    const id = `c${Math.max(0, ...state.curves.map((c) => Number(c.id.slice(1)))) + 1}`;
    const last = state.curves.at(-1);
    onChange((s) => ({
      ...s,
      curves: [...s.curves, { id, kind: last?.kind ?? 'head', diameter: '', level: '', points: [], followed: [] }],
    }));
    onDoing({ kind: 'curve', id });
  };
  return (
    <section aria-label={msg('view.picture.curves')} className="panel flex-none px-3 py-2">
      <header className="flex items-center">
        <h2 className="text-[14px] font-semibold">{msg('view.picture.curves')}</h2>
        <button type="button" onClick={add} className="text-cedar ml-auto flex items-center gap-1 text-[12px] hover:underline">
          <Plus size={12} aria-hidden="true" /> {msg('view.picture.addACurve')}
        </button>
      </header>
      <table className="mt-1 w-full text-[12px]">
        <thead>
          <tr className="text-inkq text-left">
            <th className="font-normal">{msg('view.picture.curve')}</th>
            <th className="font-normal">{msg('view.picture.at')}</th>
            <th className="font-normal">{msg('view.picture.picked')}</th>
            <td />
            <th className="text-right font-normal">{msg('view.picture.residual2')}</th>
            <td />
          </tr>
        </thead>
        <tbody>
          {state.curves.map((c) => {
            const isNow = doing.kind === 'curve' && doing.id === c.id;
            const rest = leftOver(state, c);
            const lacksAxis = typeof axesFor(state, c.kind) === 'string';
            return (
              <tr
                key={c.id}
                className={`border-soft h-[29px] border-t ${isNow ? 'bg-wash shadow-[inset_3px_0_0_var(--cedar)]' : ''}`}
                onClick={() => onDoing({ kind: 'curve', id: c.id })}
              >
                <td className="pl-1.5">
                  <Select
                    bare
                    label={msg('view.picture.typeOfCurve')}
                    value={c.kind}
                    options={KINDS}
                    onChange={(kind) => set(c.id, { kind: kind as CurveKind })}
                    className="!justify-start font-semibold"
                  />
                </td>
                <td>
                  <input
                    aria-label={
                      c.kind === 'contour'
                        ? msg('view.picture.efficiencyOfTheLine')
                        : msg('view.picture.impellerDiameterOfTheCurve')
                    }
                    value={c.kind === 'contour' ? c.level : c.diameter}
                    placeholder={c.kind === 'contour' ? '%' : c.kind === 'head' ? '315 mm' : msg('view.picture.allDiameter')}
                    onChange={(e) => set(c.id, c.kind === 'contour' ? { level: e.target.value } : { diameter: e.target.value })}
                    className="border-edge bg-panel h-[22px] w-[66px] rounded-[3px] border px-1"
                  />
                </td>
                <td className="whitespace-nowrap">
                  {c.points.length === 0
                    ? msg('view.picture.notStarted')
                    : msg('view.picture.points', { count: c.points.length })}
                  {lacksAxis && c.points.length > 0 && <span className="text-near"> {msg('view.picture.noAxis')}</span>}
                </td>
                <td>
                  <VerdictMark
                    kind={c.points.length < 2 ? 'not-applicable' : rest && isWide(c, rest.rms, state) ? 'near' : 'holds'}
                    size={9}
                  />
                </td>
                <td className="text-right whitespace-nowrap">{rest ? differenceText(c.kind, rest.rms, display.system) : '–'}</td>
                <td className="text-right">
                  {state.curves.length > 1 && (
                    <button
                      type="button"
                      aria-label={msg('view.picture.remove', { kindName: kindName(c.kind), diameter: c.diameter })}
                      onClick={(e) => {
                        e.stopPropagation();
                        onChange((s) => ({ ...s, curves: s.curves.filter((x) => x.id !== c.id) }));
                        if (isNow) onDoing({ kind: 'curve', id: state.curves.find((x) => x.id !== c.id)!.id });
                      }}
                    >
                      <X size={12} aria-hidden="true" />
                    </button>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}

/** more left over than a pencil is wide: half a per cent of what the curve spans */
function isWide(c: CurveState, rms: number, state: PictureState): boolean {
  const axes = axesFor(state, c.kind);
  if (typeof axes === 'string') return false;
  const ys = c.points.map((p) => axes.read(p).y);
  return rms > 0.01 * Math.max(...ys.map(Math.abs));
}
