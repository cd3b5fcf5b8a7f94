import type { RawEntry } from '@cedar-knot/core';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { api, wordsOf } from '../../api/client.js';
import type { EquipmentList } from '../../state/equipment.js';
import { Button } from '../../ui/controls.js';
import { useStudy } from '../context.js';
import { msg } from './words.js';

interface From {
  model?: string;
  revision?: number;
}

/** The model of the catalogue from which an entry was taken, and whether that has a newer revision by now. */
export function TakenFrom({ list, id, entry }: { list: EquipmentList; id: string; entry: RawEntry }) {
  const change = useStudy((s) => s.change);
  const say = useStudy((s) => s.say);
  const { model, revision } = (entry.from ?? {}) as From;
  const [newest, setNewest] = useState<{ revision: number; retiredAt: string | null } | null>(null);
  useEffect(() => {
    let gone = false;
    setNewest(null);
    if (model) void api.newestRevisions([model]).then(([found]) => !gone && setNewest(found ?? null), () => undefined); // prettier-ignore
    return () => {
      gone = true;
    };
  }, [model]);
  const isTypical = entry.typical === true;
  if (!model) return isTypical ? <p className="text-near mb-1 text-[12px]">{msg('view.system.typicalCurveNotAMakers')}</p> : null;
  const take = async (): Promise<void> => {
    try {
      const whole = await api.model(model);
      const value = { ...whole.entry, from: { model, revision: whole.revision } };
      change(msg('view.system.revisionOfTheCatalogue', { id, revision: whole.revision }), [
        { op: 'set', path: [list, id], value },
      ]);
    } catch (error) {
      say(wordsOf(error));
    }
  };
  return (
    <p className="text-inkq mb-1 flex items-center gap-2 text-[12px]">
      <Link to={`/catalogues/${list}/${model}`} className="text-cedar hover:underline">
        {msg('view.system.fromTheCatalogue')}
      </Link>
      <span>
        {msg('view.system.revision')} {revision}
      </span>
      {isTypical && <span className="text-near">{msg('app.typical')}</span>}
      {newest?.retiredAt && <span className="text-near">{msg('view.system.retiredThere')}</span>}
      {newest && newest.revision > (revision ?? 0) && (
        <>
          <span className="text-near">{msg('view.system.newer', { revision: newest.revision })}</span>
          <Button tone="bare" className="!h-auto !px-0 text-[12px]" onClick={() => void take()}>
            {msg('view.system.updateToIt')}
          </Button>
        </>
      )}
    </p>
  );
}
