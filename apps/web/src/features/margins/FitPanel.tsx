import { inputAt, type Fit, type Fitted, type Study } from '@cedar-knot/core';
import { noFitText, fixed, rounded } from '@cedar-knot/wording';
import { useState } from 'react';
import { handleName } from '../../state/handles.js';
import { inputScale, takeFound } from '../../state/inputScale.js';
import { Button } from '../../ui/controls.js';
import type { ReachWork } from '../../worker/reach.js';
import { useDisplay, useStudy, type Display } from '../context.js';
import { HandlePick } from './HandlePick.js';
import { msg } from './words.js';

/** One or two inputs found from the readings by least squares, with the interval in which each lies, and taken into the study. */
export function FitPanel({ work }: { work: ReachWork }) {
  const d = useDisplay();
  const study = useStudy((s) => s.study);
  const change = useStudy((s) => s.change);
  const atmosphere = useStudy((s) => s.shown[s.active]?.outcome.medium?.atmosphere ?? 0);
  const [inputs, setInputs] = useState<readonly [string, string]>(['', '']);
  const [found, setFound] = useState<{ study: Study; fit: Fit | null; problem: string | null } | null>(null);
  const [isWorking, setWorking] = useState(false);
  const asked = inputs.filter((a) => a !== '');
  const used = (study.readings ?? []).filter((r) => r.used !== false).length;
  const fit = async (): Promise<void> => {
    setWorking(true);
    try {
      const answer = await work.fit(study, asked);
      setFound({ study, fit: answer.ok ? answer.fit : null, problem: answer.ok ? null : noFitText(answer.reason) });
    } finally {
      setWorking(false);
    }
  };
  // what was found of another study, or asked of other inputs, is not shown as if it were of this one
  const current = found?.study === study ? found : null;
  const take = (f: Fitted): void => {
    const input = inputAt(study, f.address);
    if (!input) return;
    const read = (study.readings ?? []).flatMap((r) => (r.used === false ? [] : [r.scenario]));
    change(
      msg('view.margins.fromReadings', { handleName: handleName(study, f.address) }),
      takeFound(study, input, f.value, read, d.system, atmosphere),
    );
  };
  return (
    <section
      aria-label={msg('view.margins.fitToTheReadings')}
      className="border-soft flex flex-col gap-1.5 border-t pt-2 text-[12.5px]"
    >
      <h2 className="text-[13px] font-semibold">
        {msg('view.margins.fitToTheReadings')}{' '}
        <span className="text-inkq text-[12px] font-normal">{msg('view.margins.oneOrTwoInputs')}</span>
      </h2>
      {([0, 1] as const).map((k) => (
        <HandlePick
          key={k}
          label={k === 0 ? msg('view.margins.fittedInput') : msg('view.margins.secondInput')}
          value={inputs[k]}
          {...(k === 1 ? { none: msg('view.margins.none2') } : {})}
          onPick={(address) => {
            setFound(null);
            setInputs(k === 0 ? [address, inputs[1]] : [inputs[0], address]);
          }}
        />
      ))}
      <Button
        className="!h-[24px] self-start !px-2"
        disabled={asked.length === 0 || isWorking || used === 0}
        onClick={() => void fit()}
      >
        {msg('view.margins.fitToReadings', { used })}
      </Button>
      {current?.problem && (
        <p role="alert" className="text-fails text-[12px]">
          ▲ {current.problem}
        </p>
      )}
      {current?.fit && (
        <div data-fitted={current.fit.inputs.map((f) => f.address).join(' ')}>
          {current.fit.inputs.map((f) => (
            <div key={f.address} className="py-1" data-found={f.address} data-value={f.value} data-interval={f.interval}>
              <p>
                {handleName(study, f.address)}{' '}
                <b className="font-semibold whitespace-nowrap">
                  {shownValue(d, study, f, f.value, atmosphere)} ± {shownValue(d, study, f, f.interval, 0, true)}
                </b>
              </p>
              <p className="text-inkq text-[12px]">
                {saying(f, study) ??
                  msg('view.margins.inPlaceOfWith95', { shownValue: shownValue(d, study, f, f.before, atmosphere) })}
                {f.isAtBound && msg('view.margins.itIsAtTheEnd')}
              </p>
              {!f.isFactor && (
                <Button tone="bare" className="!h-[20px] !px-0 text-[12px]" onClick={() => take(f)}>
                  {msg('view.margins.applyToTheStudy')}
                </Button>
              )}
            </div>
          ))}
          <p className="text-inkq text-[12px]">
            {msg('view.margins.deviationOfTheReadingsBefore', {
              before: fixed(current.fit.before, 1),
              after: fixed(current.fit.after, 1),
            })}
            {current.fit.correlation !== null &&
              Math.abs(current.fit.correlation) > 0.9 &&
              msg('view.margins.theTwoInputsAreStrongly')}
          </p>
        </div>
      )}
    </section>
  );
}

/** wear, and the head of a curve, in words */
function saying(f: Fitted, study: Study): string | null {
  const percent = (x: number): string => `${rounded(100 * x, 2)} %`;
  if (f.address.endsWith('.wear')) {
    const more = f.value - f.before;
    if (Math.abs(more) <= f.interval) return msg('view.margins.theseReadingsShowNoHead', { before: percent(f.before) });
    return msg('view.margins.thePumpHasLostOf', {
      value: percent(f.value),
      interval: percent(Math.max(0, f.value - f.interval)),
      interval2: percent(f.value + f.interval),
    });
  }
  if (f.address.endsWith('.curve'))
    return msg('view.margins.timesThePublishedHead', { handleName: handleName(study, f.address) });
  if (f.isFactor) return msg('view.margins.timesTheEntry95Within');
  return null;
}

/** a value of an input in the unit that is shown; a width has neither zero nor reference */
function shownValue(d: Display, study: Study, f: Fitted, si: number, atmosphere: number, isWidth = false): string {
  const scale = inputScale(f.isFactor ? undefined : inputAt(study, f.address), d.system, atmosphere);
  const [value, unit] = isWidth ? [scale.width(si), scale.widthUnit] : [scale.show(si), scale.unit];
  const width = Math.abs(scale.width(f.interval));
  // no figure behind the second of the interval says anything
  const decimals = width > 0 && Number.isFinite(width) ? Math.min(8, Math.max(0, 1 - Math.floor(Math.log10(width)))) : 4;
  return `${Number(fixed(value, decimals))}${unit === '' ? '' : ` ${unit}`}`;
}
