import { glossary, type GlossaryEntry } from '@cedar-knot/wording';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useGlossary } from '../../state/glossary.js';
import { Modal } from '../../ui/controls.js';
import { baseOf } from '../../state/units.js';
import { useDisplay } from '../context.js';
import { Examples } from './Examples.js';
import { msg } from './words.js';

/** Terms and checks with their meaning, formula, default limit and source; searched as it is typed. */
export function Glossary() {
  const { open, close } = useGlossary();
  return (
    <Modal open={open !== null} onClose={close} title={msg('view.help.glossary')} wide>
      {open !== null && <List key={open} first={open} />}
    </Modal>
  );
}

function List({ first }: { first: string }) {
  const d = useDisplay();
  const { close } = useGlossary();
  const [typed, setTyped] = useState('');
  const all = useMemo(() => glossary(d.system), [d.system]);
  const chosen = useRef<HTMLDivElement>(null);
  useEffect(() => chosen.current?.scrollIntoView({ block: 'start' }), []);
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean);
  const shown = all.filter((e) => words.every((w) => `${e.name} ${e.meaning} ${e.key}`.toLowerCase().includes(w)));
  return (
    <>
      {first === '' && <Examples units={baseOf(d.system)} onOpened={close} />}
      <input
        aria-label={msg('view.help.search')}
        placeholder={msg('view.help.search')}
        value={typed}
        onChange={(e) => setTyped(e.target.value)}
        autoFocus={first === ''}
        className="border-edge bg-panel mb-2 h-[28px] w-full rounded-[3px] border px-2"
      />
      {shown.length === 0 && <p className="text-inkq py-2">{msg('view.help.noTerm')}</p>}
      <div className="h-[46vh] overflow-y-auto" tabIndex={0} role="region" aria-label={msg('view.help.glossary')}>
        {shown.map((e) => (
          <div
            key={e.key}
            ref={e.key === first ? chosen : undefined}
            data-term={e.key}
            className={`border-soft border-b px-2 py-2 ${e.key === first ? 'bg-wash' : ''}`}
          >
            <Entry entry={e} />
          </div>
        ))}
      </div>
    </>
  );
}

function Entry({ entry }: { entry: GlossaryEntry }) {
  const rows = [
    [msg('view.help.calculated'), entry.formula],
    [msg('view.help.limit'), entry.limit],
    [msg('view.help.source'), entry.source],
  ].filter(([, value]) => value !== '');
  return (
    <>
      <h3 className="font-semibold">{entry.name}</h3>
      <p className="leading-5">{entry.meaning}</p>
      {rows.length > 0 && (
        <dl className="text-ink2 mt-0.5 grid grid-cols-[92px_1fr] gap-x-2 text-[12px]">
          {rows.map(([name, value]) => (
            <div key={name} className="contents">
              <dt className="text-inkq">{name}</dt>
              <dd>{value}</dd>
            </div>
          ))}
        </dl>
      )}
    </>
  );
}
