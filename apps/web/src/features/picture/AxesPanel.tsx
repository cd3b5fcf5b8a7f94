import { AXES, axesFor, type AxisState, type PictureState } from '../../state/picture.js';
import { Segmented } from '../../ui/controls.js';
import { VerdictMark } from '../../ui/marks.js';
import { Select } from '../../ui/Select.js';
import { prettyUnit } from '@cedar-knot/wording';
import type { Doing } from './doing.js';

type Change = (change: (s: PictureState) => PictureState) => void;

const SAYS: Readonly<Record<string, string>> = {
  'marks-together': 'both marks are in one place',
  'log-not-positive': 'a logarithmic axis has no zero',
  'values-equal': 'both values are the same',
  'axes-parallel': 'this axis runs along the flow axis',
  'corners-flat': 'the corners lie on one line',
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
    <section aria-label="Axes" className="panel flex-none px-3 py-2">
      <header className="flex items-center gap-2">
        <h2 className="text-[14px] font-semibold">Axes</h2>
        <span className="text-inkq text-[12px]">two points each, on the picture</span>
        {turn !== null && (
          <span className="ml-auto inline-flex items-center gap-1 text-[12px]">
            <VerdictMark kind="holds" size={9} /> turned {turn.toFixed(1)}°
          </span>
        )}
      </header>
      <table className="mt-1 w-full text-[12px]">
        <thead>
          <tr className="text-inkq text-left">
            <th className="font-normal">axis</th>
            <th className="font-normal">first point</th>
            <th className="font-normal">second point</th>
            <th className="font-normal">unit</th>
            <th className="font-normal">scale</th>
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
          Set the frame’s four corners
        </button>
        {doing.kind === 'corner'
          ? `corner ${state.corners.length + 1} of 4, clockwise from the upper left`
          : state.corners.length === 4
            ? 'a skewed scan is straightened by them'
            : 'where the scan is skewed'}
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
                aria-label={`${label}, ${which} value`}
                value={a[which].value}
                onChange={(e) => set((x) => ({ ...x, [which]: { ...x[which], value: e.target.value } }))}
                className="border-edge bg-panel h-[22px] w-[52px] rounded-l-[3px] border px-1 text-right"
              />
              <button
                type="button"
                aria-label={`Place the ${which} point of ${label}`}
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
          label={`Unit of ${label}`}
          value={a.unit}
          options={units.map((u) => [u, u === '1' ? '0…1' : prettyUnit(u)])}
          onChange={(unit) => unit && set((x) => ({ ...x, unit }))}
          className="w-[66px]"
        />
      </td>
      <td>
        <Segmented
          label={`Scale of ${label}`}
          value={a.isLog ? 'log' : 'linear'}
          options={[
            { value: 'linear', text: 'lin' },
            { value: 'log', text: 'log' },
          ]}
          onChange={(v) => set((x) => ({ ...x, isLog: v === 'log' }))}
        />
      </td>
    </tr>
  );
}
