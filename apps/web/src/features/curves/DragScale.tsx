import { Slider } from 'radix-ui';
import { createContext, useContext, useRef } from 'react';

/** Told whether a scale is being dragged. */
export const Held = createContext<(isHeld: boolean) => void>(() => undefined);

/** A scale whose thumb is dragged or moved with the arrows: told from the first movement to the letting go. */
export function DragScale({
  label,
  value,
  min,
  max,
  step,
  ticks,
  tickText,
  onGrab,
  onMove,
  onEnd,
}: {
  label: string;
  value: number;
  min: number;
  max: number;
  step: number;
  ticks: readonly number[];
  tickText: (v: number) => string;
  onGrab: () => void;
  onMove: (v: number) => void;
  onEnd: () => void;
}) {
  const held = useRef(false);
  const hold = useContext(Held);
  const end = (): void => {
    if (!held.current) return;
    held.current = false;
    hold(false);
    onEnd();
  };
  return (
    <div className="relative mt-1.5 h-[34px]">
      <Slider.Root
        value={[Math.min(Math.max(value, min), max)]}
        min={min}
        max={max}
        step={step}
        onValueChange={([v]) => {
          if (!held.current) onGrab();
          held.current = true;
          hold(true);
          onMove(v!);
        }}
        // not by its own word of the end: that comes before the last value of a key, and not at all where it was taken
        onPointerUp={end}
        onLostPointerCapture={end}
        onKeyUp={end}
        onBlur={end}
        className="relative mx-[7px] flex h-[18px] touch-none items-center"
      >
        <Slider.Track className="relative h-px flex-1 bg-[var(--edge)]" />
        <Slider.Thumb
          aria-label={label}
          className="bg-cedar border-panel block h-[14px] w-[14px] rounded-full border-[3px] shadow-[0_0_0_1.5px_var(--cedar)]"
        />
      </Slider.Root>
      {ticks.map((t) => (
        <span
          key={t}
          className="text-inkq pointer-events-none absolute top-[3px] flex -translate-x-1/2 flex-col items-center text-[11px] whitespace-nowrap"
          style={{ left: `calc(7px + (100% - 14px) * ${(t - min) / (max - min)})` }}
        >
          <span className="h-[12px] w-px bg-[var(--edge)]" />
          {tickText(t)}
        </span>
      ))}
    </div>
  );
}
