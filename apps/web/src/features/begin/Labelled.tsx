import type { ReactNode } from 'react';

/** look of an entry of a form */
export const INPUT = 'border-edge bg-panel h-[28px] w-full rounded-[3px] border px-2';

/** An entry of a form under its name, with what is wrong with it. */
export function Labelled({
  label,
  mark,
  problem,
  note,
  children,
}: {
  label: string;
  mark?: string | undefined;
  problem?: string | undefined;
  /** what its values are, under the field */
  note?: string | undefined;
  children: ReactNode;
}) {
  return (
    <label className="flex flex-col text-[12.5px]">
      <span className="flex items-baseline gap-2">
        <span className="truncate">{label}</span>
        {mark && <span className="text-inkq text-[11px]">{mark}</span>}
      </span>
      {children}
      {problem ? (
        <span className="text-fails text-[11.5px]">▲ {problem}</span>
      ) : (
        note && <span className="text-inkq text-[11px]">{note}</span>
      )}
    </label>
  );
}
