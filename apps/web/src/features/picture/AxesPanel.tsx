import { AXES, axesFor, type AxisState, type PictureState } from '../../state/picture.js';
import { Segmented } from '../../ui/controls.js';
import { VerdictMark } from '../../ui/marks.js';
import { Select } from '../../ui/Select.js';
import { prettyUnit, fixed } from '@cedar-knot/wording';
import type { Doing } from './doing.js';
import { msg } from './words.js';

type Change = (change: (s: PictureState) => PictureState) => void;

const SAYS: Readonly<Record<string, string>> = {
  'marks-together': msg('view.picture.bothPointsAreAtThe'),
  'log-not-positive': msg('view.picture.aLogarithmicAxisHasNo'),
  'values-equal': msg('view.picture.bothValuesAreEqual'),
  'axes-parallel': msg('view.picture.thisAxisRunsAlongThe'),
  'corners-flat': msg('view.picture.theCornersLieOnOne'),
};

interface AxesPanelProps {
  state: PictureState;
  doing: Doing;
  onDoing: (d: Doing) => void;
  onChange: Change;
}

/** Two printed values on each axis, with their unit and scale; the corners of a skewed frame. */
export function AxesPanel({ state, doing, onDoing, onChange }: AxesPanelProps) {
  const head = axesFor(state, 'head');
  const turn = typeof head === 'string' ? null : (head.turn * 180) / Math.PI;
  return (
    <section aria-label={msg('view.picture.axes')} className="panel flex-none px-3 py-2">
      <header className="flex items-center gap-2">
        <h2 className="text-[14px] font-semibold">{msg('view.picture.axes')}</h2>
        <span className="text-inkq text-[12px]">{msg('view.picture.twoPointsEachOnThe')}</span>
        {turn !== null && (
          <span className="ml-auto inline-flex items-center gap-1 text-[12px]">
            <VerdictMark kind="holds" size={9} /> {msg('view.picture.turned', { turn: fixed(turn, 1) })}
          </span>
        )}
      </header>
      <table className="mt-1 w-full text-[12px]">
        <thead>
          <tr className="text-inkq text-left">
            <th className="font-normal">{msg('view.picture.axis2')}</th>
            <th className="font-normal">{msg('view.picture.firstPoint')}</th>
            <th className="font-normal">{msg('view.picture.secondPoint')}</th>
            <th className="font-normal">{msg('view.picture.unit')}</th>
            <th className="font-normal">{msg('view.picture.scale')}</th>
          </tr>
        </thead>
        <tbody>
          {AXES.map((axis) => (
            <AxisRow key={axis.name} axis={axis} state={state} doing={doing} onDoing={onDoing} onChange={onChange} />
          ))}
        </tbody>
      </table>
      <p className="text-inkq mt-1 flex items-center gap-2 text-[12px]">
        <button
          type="button"
          aria-pressed={doing.kind === 'corner'}
          onClick={() => {
            onChange((s) => ({ ...s, corners: [] }));
            onDoing({ kind: 'corner' });
          }}
          className="text-cedar hover:underline"
        >
          {msg('view.picture.setTheFramesFourCorners')}
        </button>
        {doing.kind === 'corner'
          ? msg('view.picture.cornerOf4ClockwiseFrom', { count: state.corners.length + 1 })
          : state.corners.length === 4
            ? msg('view.picture.aSkewedScanIsStraightened')
            : msg('view.picture.whereTheScanIsSkewed')}
      </p>
    </section>
  );
}

function AxisRow({
  axis: { name, label, units },
  state,
  doing,
  onDoing,
  onChange,
}: AxesPanelProps & { axis: (typeof AXES)[number] }) {
  const set = (change: (a: AxisState) => AxisState): void =>
    onChange((s) => ({ ...s, axes: { ...s.axes, [name]: change(s.axes[name]) } }));
  const a = state.axes[name];
  const made = name === 'flow' ? null : axesFor(state, name);
  const says = typeof made === 'string' ? SAYS[made] : undefined;
  return (
    <tr className="border-soft h-[29px] border-t">
      <td className="font-semibold">
        {label}
        {says && <span className="text-fails block text-[11px] leading-3 font-normal">▲ {says}</span>}
      </td>
      {(['first', 'second'] as const).map((which) => {
        const isNow = doing.kind === 'mark' && doing.axis === name && doing.which === which;
        return (
          <td key={which} className="pr-1">
            <span className="flex items-center">
              <input
                aria-label={msg('view.picture.value', { label, which })}
                value={a[which].value}
                onChange={(e) => set((x) => ({ ...x, [which]: { ...x[which], value: e.target.value } }))}
                className="border-edge bg-panel h-[22px] w-[52px] rounded-l-[3px] border px-1 text-right"
              />
              <button
                type="button"
                aria-label={msg('view.picture.placeThePointOf', { which, label })}
                aria-pressed={isNow}
                onClick={() => onDoing({ kind: 'mark', axis: name, which })}
                className={`h-[22px] w-[22px] rounded-r-[3px] border border-l-0 ${isNow ? 'border-cedar bg-cedar text-panel' : a[which].at ? 'border-edge text-cedar' : 'border-edge text-inkq'}`}
              >
                {a[which].at ? '⊕' : '+'}
              </button>
            </span>
          </td>
        );
      })}
      <td className="pr-1">
        <Select
          label={msg('view.picture.unitOf', { label })}
          value={a.unit}
          options={units.map((u) => [u, u === '1' ? '0…1' : prettyUnit(u)])}
          onChange={(unit) => unit && set((x) => ({ ...x, unit }))}
          className="w-[66px]"
        />
      </td>
      <td>
        <Segmented
          label={msg('view.picture.scaleOf', { label })}
          value={a.isLog ? 'log' : 'linear'}
          options={[
            { value: 'linear', text: msg('view.picture.lin') },
            { value: 'log', text: msg('view.picture.log') },
          ]}
          onChange={(v) => set((x) => ({ ...x, isLog: v === 'log' }))}
        />
      </td>
    </tr>
  );
}
