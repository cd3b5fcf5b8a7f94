import type { RawEntry } from '@cedar-knot/core';
import { judgeCatalogue, severityOf } from '@cedar-knot/core';
import { problemText } from '@cedar-knot/wording';
import { useMemo } from 'react';
import { readEntry } from '../../state/entry.js';
import { entryOf, type PictureState } from '../../state/picture.js';
import { Button, UndoButton } from '../../ui/controls.js';
import { TypedField } from '../../ui/TypedField.js';
import { ChecksPanel } from './ChecksPanel.js';
import { msg } from './words.js';

const SPEED = { type: 'quantity' as const, dimension: 'speed' as const, min: 1, max: 1e5, label: msg('view.picture.speed') };

interface PickedPumpProps {
  state: PictureState;
  onChange: (change: (s: PictureState) => PictureState) => void;
  isBusy: boolean;
  onUndo: (() => void) | undefined;
  onKeep: (entry: RawEntry) => void;
}

/** The pump that the picked curves make: its name, its checks as they come, and its way into the catalogue. */
export function PickedPump({ state, onChange: put, isBusy, onUndo, onKeep }: PickedPumpProps) {
  const entry = useMemo(() => entryOf(state), [state]);
  const judged = useMemo(
    () => entry && judgeCatalogue({ format: 'cedar-knot-catalogue', version: 1, pumps: { x: entry } }),
    [entry],
  );
  const wrong = judged?.problems.filter((p) => severityOf(p) === 'error') ?? [];
  return (
    <section aria-label={msg('view.picture.checks')} className="panel flex flex-none flex-col gap-1.5 px-3 py-2">
      <header className="flex items-center gap-2">
        <h2 className="text-[14px] font-semibold">{msg('view.picture.checks')}</h2>
        <span className="text-inkq text-[12px]">{msg('view.picture.updatedAtOnce')}</span>
        <span className="ml-auto" />
        <UndoButton label={msg('view.picture.undo')} disabled={!onUndo} onClick={() => onUndo?.()} />
        <Button
          tone="main"
          disabled={!entry || wrong.length > 0 || state.name.trim() === '' || isBusy}
          onClick={() => entry && onKeep(entry)}
        >
          {msg('view.picture.toTheCatalogue')}
        </Button>
      </header>
      <div className="grid grid-cols-[1.4fr_1fr_0.8fr] gap-2">
        <TypedField
          label={msg('app.name')}
          name="name"
          isText
          value={state.name}
          read={(t) => ({ ok: true, value: t })}
          onCommit={(v) => put((s) => ({ ...s, name: String(v ?? '') }))}
        />
        <TypedField
          label={msg('view.picture.maker')}
          name="maker"
          isText
          optional
          value={state.maker}
          read={(t) => ({ ok: true, value: t })}
          onCommit={(v) => put((s) => ({ ...s, maker: String(v ?? '') }))}
        />
        <TypedField
          label={msg('view.picture.speed')}
          name="speed"
          value={state.speed}
          read={(t) => readEntry(t, SPEED, '1 rpm')}
          onCommit={(v) => put((s) => ({ ...s, speed: String(v ?? '') }))}
        />
      </div>
      <ChecksPanel entry={entry} warnings={judged?.warnings ?? []} />
      {wrong.slice(0, 3).map((p) => (
        <p key={p.path} className="text-near text-[12px]">
          {msg('view.picture.stillMissing', { path: p.path.replace('pumps.x.', ''), problem: problemText(p) })}
        </p>
      ))}
    </section>
  );
}
