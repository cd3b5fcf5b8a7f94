import { BEGINNINGS, type BeginningName, type BeginningUnits } from '@cedar-knot/core';
import core from '@cedar-knot/wording/en/core-beginning';
import { register, said } from '@cedar-knot/wording/messages';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, wordsOf } from '../../api/client.js';
import { begunOf } from '../../worker/preview.js';
import { msg } from './words.js';

register(core);

/** A whole study of each service, to look around in: it opens as a study of one's own. */
export function Examples({ units, onOpened }: { units: BeginningUnits; onOpened: () => void }) {
  const navigate = useNavigate();
  const [busy, setBusy] = useState<BeginningName | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const open = async (name: BeginningName): Promise<void> => {
    setBusy(name);
    setProblem(null);
    try {
      const title = msg('view.help.exampleTitle', { service: said(BEGINNINGS[name].label) });
      const { study } = await begunOf({ name, entries: {}, size: '', title, tag: 'P-1', units, without: [] });
      const { id } = await api.createFrom(study!);
      onOpened();
      await navigate(`/studies/${id}/system`);
    } catch (e) {
      setProblem(wordsOf(e));
      setBusy(null);
    }
  };
  return (
    <section aria-label={msg('view.help.examples')} className="mb-3">
      <h3 className="text-[13px] font-semibold">{msg('view.help.examples')}</h3>
      <p className="text-inkq mb-1 text-[12px]">{msg('view.help.examplesText')}</p>
      <ul className="flex flex-wrap gap-1.5">
        {(Object.keys(BEGINNINGS) as BeginningName[]).map((name) => (
          <li key={name}>
            <button
              type="button"
              data-example={name}
              disabled={busy !== null}
              title={said(BEGINNINGS[name].about)}
              onClick={() => void open(name)}
              className="border-edge hover:bg-wash rounded-[3px] border px-2 text-[12.5px] disabled:opacity-50"
            >
              {said(BEGINNINGS[name].label)}
            </button>
          </li>
        ))}
      </ul>
      {problem && (
        <p role="alert" className="text-fails text-[12px]">
          ▲ {problem}
        </p>
      )}
    </section>
  );
}
