import type { BeginningUnits, Study } from '@cedar-knot/core';
import type { DragEvent, ReactNode } from 'react';
import { api } from '../../api/client.js';
import { Button } from '../../ui/controls.js';
import type { BegunProfile as Profile, BegunScenario } from '../../worker/begin.js';
import { BegunProfile } from './BegunProfile.js';
import { BegunScenarios, Outcome } from './BegunScenarios.js';
import { useCreate } from './useCreate.js';
import { msg } from './words.js';

/** What is shown of a study before it exists. */
export interface BegunShown {
  study: Study | null;
  scenarios: readonly BegunScenario[];
  profile: Profile | null;
}

/** The form of a way to begin: its entries, and below them the study that they make, solved, to be created. */
export function BegunForm({
  label,
  note,
  action,
  units,
  shown,
  without,
  onWithout,
  isCurrent,
  isReady,
  onDrop,
  children,
}: {
  label: string;
  note?: string;
  /** beside its name */
  action?: ReactNode;
  units: BeginningUnits;
  /** null before there is anything to show */
  shown: BegunShown | null;
  without: readonly string[];
  onWithout: (without: readonly string[]) => void;
  isCurrent: boolean;
  /** whether every entry can be taken */
  isReady: boolean;
  onDrop?: (e: DragEvent) => void;
  children: ReactNode;
}) {
  const { problem, isBusy, create } = useCreate();
  const study = isCurrent && isReady ? (shown?.study ?? null) : null;
  return (
    <form
      aria-label={label}
      className="panel flex min-w-[min(480px,100%)] flex-1 flex-col"
      data-solved={isCurrent}
      {...(onDrop ? { onDragOver: (e: DragEvent) => e.preventDefault(), onDrop } : {})}
      onSubmit={(e) => {
        e.preventDefault();
        if (study) void create(() => api.createFrom(study));
      }}
    >
      <div className="border-soft flex flex-wrap items-baseline gap-x-3 border-b px-4 py-2">
        <h2 className="text-[15px] font-semibold">{label}</h2>
        {note !== undefined && <span className="text-inkq text-[12px]">{note}</span>}
        <span className="ml-auto">{action}</span>
      </div>
      {children}
      {shown && (
        <>
          <div className="border-soft min-h-[170px] flex-1 border-t px-2 py-1">
            {shown.profile && <BegunProfile profile={shown.profile} scenarios={shown.scenarios} units={units} />}
            {!shown.study && (
              <p role="alert" className="text-fails px-3 py-6">
                ▲ {msg('view.begin.cannotBeSolved')}
              </p>
            )}
          </div>
          <BegunScenarios
            scenarios={shown.scenarios}
            without={without}
            units={units}
            onKeep={(id, isKept) => onWithout(isKept ? without.filter((x) => x !== id) : [...without, id])}
          />
          <footer className="border-line flex flex-wrap items-center gap-3 border-t px-4 py-2">
            <Outcome
              scenarios={shown.scenarios.filter((s) => !without.includes(s.id))}
              all={shown.scenarios}
              units={units}
              isCurrent={isCurrent}
            />
            {problem && (
              <p role="alert" className="text-fails text-[12px]">
                ▲ {problem}
              </p>
            )}
            <Button tone="main" type="submit" disabled={!study || isBusy}>
              {isBusy ? msg('view.begin.creating') : msg('view.begin.create')}
            </Button>
          </footer>
        </>
      )}
    </form>
  );
}

/** Something small beside the name of a form. */
export const FormAction = ({ onClick, children }: { onClick: () => void; children: ReactNode }) => (
  <button type="button" className="text-cedar text-[12px] hover:underline" onClick={onClick}>
    {children}
  </button>
);

/** Entries of a form beside each other, as many as there is room for. */
export const ENTRIES = 'grid grid-cols-[repeat(auto-fill,minmax(158px,1fr))] gap-x-3 gap-y-1.5 px-4 py-2';
