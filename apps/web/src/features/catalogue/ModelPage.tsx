import { spoken, type ModelKind, type ModelWhole } from '@cedar-knot/core';
import { MoreHorizontal, Printer, X } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useCallback, useEffect, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api, wordsOf } from '../../api/client.js';

import { useWho } from '../../state/person.js';
import { Button, ITEM, MENU } from '../../ui/controls.js';
import { GlyphIcon } from '../../kinds/index.js';
import { Attachments } from './Attachments.js';
import type { Duty } from './FlowStrip.js';
import { MotorSheet } from './MotorSheet.js';
import { PumpSheet } from './PumpSheet.js';
import { Revisions } from './Revisions.js';
import { UseInStudy } from './UseInStudy.js';
import { ValveSheet } from './ValveSheet.js';
import { msg } from './words.js';

interface ModelPageProps {
  kind: ModelKind;
  id: string;
  onClose: () => void;
  /** the list has to be read again */
  onChanged: () => void;
  /** it goes from the list, or comes back */
  duties: readonly Duty[];
}

/** A model beside the list: its curves and data, whether they agree, where they came from and where they are used. */
export function ModelPage({ kind, id, onClose, onChanged, duties }: ModelPageProps) {
  const [model, setModel] = useState<ModelWhole | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [isUsing, setUsing] = useState(false);
  const navigate = useNavigate();
  const person = useWho((s) => s.person);
  const load = useCallback(() => {
    api.model(id).then(setModel, (e: unknown) => setProblem(wordsOf(e)));
  }, [id]);
  useEffect(load, [load]);
  const check = (): void => {
    api.actOnModel(id, 'check').then(
      (m) => {
        setModel(m);
        setProblem(null);
        onChanged();
      },
      (e: unknown) => setProblem(wordsOf(e)),
    );
  };
  // shown at once, and taken back where it cannot be kept
  const retire = (isRetired: boolean): void => {
    const show = (retiredAt: string | null): void => setModel((m) => m && { ...m, retiredAt });
    const before = model?.retiredAt ?? null;
    show(isRetired ? new Date().toISOString() : null);
    setProblem(null);
    api.actOnModel(id, isRetired ? 'retire' : 'restore').then(onChanged, (e: unknown) => {
      show(before);
      setProblem(wordsOf(e));
    });
  };
  return (
    <aside
      aria-label={msg('view.catalogue.model')}
      className="panel print-open flex w-[476px] flex-none flex-col overflow-y-auto max-[1150px]:w-full"
      data-model-page={id}
    >
      <header className="border-soft flex min-h-[44px] flex-none items-center gap-2 border-b px-3">
        {kind !== 'motors' && <GlyphIcon kind={kind === 'pumps' ? 'pump' : 'control-valve'} />}
        <h2 className="truncate text-[14px] font-semibold">{model?.name ?? '…'}</h2>
        <span className="text-inkq min-w-0 truncate">{model?.type ? spoken(model.type) : ''}</span>
        {model?.isTypical && <span className="text-near text-[12px] whitespace-nowrap">{msg('app.typical')}</span>}
        {model?.retiredAt && <span className="text-near text-[12px] whitespace-nowrap">{msg('view.catalogue.retired')}</span>}
        <span className="ml-auto" />
        {kind !== 'motors' && (
          <Button tone="main" className="no-print whitespace-nowrap" disabled={!model || isUsing} onClick={() => setUsing(true)}>
            {msg('view.catalogue.useInAStudy')}
          </Button>
        )}
        <DropdownMenu.Root>
          <DropdownMenu.Trigger aria-label={msg('view.catalogue.actions')} className="no-print rounded-[3px] p-1">
            <MoreHorizontal size={17} aria-hidden="true" />
          </DropdownMenu.Trigger>
          <DropdownMenu.Portal>
            <DropdownMenu.Content align="end" className={MENU}>
              <DropdownMenu.Item className={ITEM} onSelect={() => void navigate(`/catalogues/${kind}/${id}/edit`)}>
                {msg('view.catalogue.editItsData')}
              </DropdownMenu.Item>
              {kind === 'pumps' && (
                <DropdownMenu.Item className={ITEM} onSelect={() => void navigate(`/catalogues/pumps/${id}/picture`)}>
                  {msg('view.catalogue.digitiseACurve')}
                </DropdownMenu.Item>
              )}
              <DropdownMenu.Item className={ITEM} disabled={!person} onSelect={check}>
                {person ? msg('view.catalogue.markAsChecked') : msg('view.catalogue.enterYourNameToCheck')}
              </DropdownMenu.Item>
              <DropdownMenu.Item className={ITEM} onSelect={() => window.print()}>
                <Printer size={13} className="mr-1.5" aria-hidden="true" /> {msg('view.catalogue.print')}
              </DropdownMenu.Item>
              <DropdownMenu.Item className={ITEM} onSelect={() => retire(!model?.retiredAt)}>
                {model?.retiredAt ? msg('view.catalogue.restore') : msg('view.catalogue.retire')}
              </DropdownMenu.Item>
            </DropdownMenu.Content>
          </DropdownMenu.Portal>
        </DropdownMenu.Root>
        <button type="button" aria-label={msg('app.close')} onClick={onClose} className="no-print p-1">
          <X size={16} aria-hidden="true" />
        </button>
      </header>
      {problem && <p className="text-fails px-3 py-2">▲ {problem}</p>}
      {model && isUsing && <UseInStudy model={model} onClose={() => setUsing(false)} />}
      {model && (
        <div className="flex flex-col gap-2 px-3 py-2">
          {kind === 'pumps' && <PumpSheet model={model} duties={duties} />}
          {kind === 'valves' && <ValveSheet model={model} />}
          {kind === 'motors' && <MotorSheet model={model} />}
          <Revisions model={model} />
          <Attachments model={model} onChanged={load} />
          <UsedIn model={model} />
        </div>
      )}
    </aside>
  );
}

function UsedIn({ model }: { model: ModelWhole }) {
  if (model.kind === 'motors') return null;
  return (
    <p className="border-soft border-t pt-1.5 text-[12px]">
      <b className="mr-2 font-semibold">{msg('view.catalogue.usedIn')}</b>
      {model.usedIn.length === 0 && <span className="text-inkq">{msg('view.catalogue.noStudy')}</span>}
      {model.usedIn.map((s) => (
        <span key={s.id} className="mr-3">
          <Link to={`/studies/${s.id}/system`} className="text-cedar hover:underline">
            {s.tag || s.title}
          </Link>{' '}
          <span className={s.revision !== null && s.revision < model.revision ? 'text-near' : 'text-inkq'}>
            {s.revision !== null && s.revision < model.revision
              ? msg('view.catalogue.rev', { revision: s.revision })
              : s.revision === null
                ? ''
                : msg('view.catalogue.rev2', { revision: s.revision })}
          </span>
        </span>
      ))}
    </p>
  );
}
