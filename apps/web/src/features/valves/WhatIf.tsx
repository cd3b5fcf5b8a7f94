import { Slider } from 'radix-ui';
import { Button } from '../../ui/controls.js';
import { Select } from '../../ui/Select.js';
import type { Supposed } from './useSupposed.js';
import { msg } from './words.js';

const LEAST_FACTOR = 0.8;
const GREATEST_FACTOR = 1.4;
const TICKS = [1.1, 1.2, 1.3] as const;

/** What every opening would be with more flow, or behind another pump: nothing of it is kept. */
export function WhatIf({
  factor,
  onFactor,
  supposed,
}: {
  factor: number;
  onFactor: (factor: number) => void;
  supposed: Supposed;
}) {
  const isPlain = factor === 1 && supposed.chosen === null;
  const change = Math.round((factor - 1) * 100);
  return (
    <div
      className={`flex items-center gap-2 rounded-[3px] px-2 text-[12px] ${isPlain ? '' : 'bg-nearwash'}`}
      role="group"
      aria-label={msg('view.valves.whatIf')}
    >
      <span className={isPlain ? 'text-inkq' : 'text-near font-semibold'}>{msg('view.valves.whatIf2')}</span>
      <span className="w-[70px] whitespace-nowrap" data-flow-factor={factor}>
        {msg('view.valves.flow', {
          value: change === 0 ? msg('view.valves.asNow') : `${change > 0 ? '+' : '−'}${Math.abs(change)} %`,
        })}
      </span>
      <div className="relative h-[26px] w-[176px]">
        <Slider.Root
          value={[factor]}
          min={LEAST_FACTOR}
          max={GREATEST_FACTOR}
          step={0.01}
          onValueChange={([v]) => onFactor(Math.round(v! * 100) / 100)}
          className="relative mx-[7px] flex h-[18px] touch-none items-center"
        >
          <Slider.Track className="relative h-px flex-1 bg-[var(--edge)]" />
          <Slider.Thumb
            aria-label={msg('view.valves.flowThroughTheValveRelative')}
            className="bg-cedar border-panel block h-[14px] w-[14px] rounded-full border-[3px] shadow-[0_0_0_1.5px_var(--cedar)]"
          />
        </Slider.Root>
        {[1, ...TICKS].map((t) => (
          <button
            key={t}
            type="button"
            aria-label={t === 1 ? msg('view.valves.presentFlow') : msg('view.valves.flow2', { t: Math.round((t - 1) * 100) })}
            onClick={() => onFactor(t)}
            className="text-inkq hover:text-cedar absolute top-[13px] -translate-x-1/2 text-[10.5px] leading-[12px]"
            style={{ left: `calc(7px + (100% - 14px) * ${(t - LEAST_FACTOR) / (GREATEST_FACTOR - LEAST_FACTOR)})` }}
          >
            {t === 1 ? msg('app.now') : `+${Math.round((t - 1) * 100)}`}
          </button>
        ))}
      </div>
      {supposed.pump !== null && (
        <>
          <Select
            label={msg('view.valves.anotherPumpAs', { pump: supposed.pump })}
            value={supposed.chosen ?? undefined}
            none={msg('view.valves.asItIs', { pump: supposed.pump })}
            options={supposed.choices.map((c) => [c.id, c.name])}
            onChange={(id) => supposed.choose(id ?? null)}
            className="max-w-[128px]"
          />
          <Button
            tone="bare"
            className="!h-[20px] !px-0 text-[12px]"
            disabled={supposed.isAsking}
            title={msg('view.valves.listsTheCataloguePumpsThat')}
            onClick={supposed.ask}
          >
            {supposed.isAsking ? msg('view.valves.ranking') : msg('view.valves.rankPumps')}
          </Button>
        </>
      )}
      {!isPlain && (
        <Button
          tone="bare"
          className="!h-[20px] !px-0 text-[12px]"
          onClick={() => {
            onFactor(1);
            supposed.choose(null);
          }}
        >
          {msg('view.valves.asItIs2')}
        </Button>
      )}
    </div>
  );
}
