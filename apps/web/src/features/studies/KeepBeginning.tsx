import { askableInputs, MOST_ASKED, usualAsks, type AskedInput, type Study, type StudyHead } from '@cedar-knot/core';
import { said } from '@cedar-knot/wording';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { api, wordsOf } from '../../api/client.js';
import { Button, Modal } from '../../ui/controls.js';
import { msg } from './words.js';

const INPUT = 'border-edge bg-panel h-[28px] w-full rounded-[3px] border px-2';

/** A study as a beginning for others: what it is called, and which of its inputs the form will ask for. */
export function KeepBeginning({ study: head, onClose }: { study: StudyHead; onClose: () => void }) {
  const [study, setStudy] = useState<Study | null>(null);
  const [asks, setAsks] = useState<readonly string[]>([]);
  const [name, setName] = useState(head.title);
  const [about, setAbout] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [isKept, setKept] = useState(false);
  useEffect(() => {
    api.get(head.id).then(
      ({ document }) => {
        setStudy(document);
        setAsks(usualAsks(document));
      },
      (e: unknown) => setProblem(wordsOf(e)),
    );
  }, [head.id]);
  const keep = (): void => {
    api.keepBeginning({ study: head.id, name: name.trim(), about: about.trim(), asks: [...asks] }).then(
      () => setKept(true),
      (e: unknown) => setProblem(wordsOf(e)),
    );
  };
  const toggle = (address: string, isAsked: boolean): void =>
    setAsks(isAsked ? [...asks, address] : asks.filter((a) => a !== address));
  const labelOf = (i: AskedInput): string => `${i.id} ${typeof i.label === 'string' ? i.label : said(i.label)}`;
  return (
    <Modal open wide onClose={onClose} title={msg('view.studies.keepAsABeginning')}>
      {isKept ? (
        <p className="flex items-center gap-3">
          <span className="flex-1">{msg('view.studies.keptAsABeginning', { name: name.trim() })}</span>
          <Link to="/new" className="text-cedar hover:underline">
            {msg('view.studies.toNewStudy')}
          </Link>
          <Button onClick={onClose}>{msg('app.close')}</Button>
        </p>
      ) : (
        <form
          onSubmit={(e) => {
            e.preventDefault();
            if (name.trim() !== '' && study) keep();
          }}
        >
          <div className="mb-3 grid grid-cols-2 gap-3 text-[12.5px]">
            <label>
              {msg('view.studies.beginningName')}
              <input autoFocus value={name} maxLength={200} onChange={(e) => setName(e.target.value)} className={INPUT} />
            </label>
            <label>
              {msg('view.studies.beginningAbout')}
              <input value={about} maxLength={200} onChange={(e) => setAbout(e.target.value)} className={INPUT} />
            </label>
          </div>
          <fieldset>
            <legend className="mb-1 text-[12.5px]">
              {msg('view.studies.inputsAskedFor', { count: asks.length, most: MOST_ASKED })}
            </legend>
            <ul className="border-soft max-h-[34vh] overflow-auto border-y py-1">
              {(study ? askableInputs(study) : []).map((i) => (
                <li key={i.address}>
                  <label className="flex min-h-[26px] items-center gap-2 text-[12.5px]">
                    <input
                      type="checkbox"
                      checked={asks.includes(i.address)}
                      disabled={!asks.includes(i.address) && asks.length >= MOST_ASKED}
                      onChange={(e) => toggle(i.address, e.target.checked)}
                    />
                    <span className="w-[260px] truncate">{labelOf(i)}</span>
                    <span className="text-inkq flex-1 truncate">{i.name}</span>
                    <span className="font-mono">{i.typed}</span>
                  </label>
                </li>
              ))}
            </ul>
          </fieldset>
          {problem && (
            <p role="alert" className="text-fails mt-2 text-[12px]">
              ▲ {problem}
            </p>
          )}
          <div className="mt-4 flex justify-end gap-2">
            <Button onClick={onClose}>{msg('view.studies.cancel')}</Button>
            <Button tone="main" type="submit" disabled={name.trim() === '' || !study}>
              {msg('view.studies.keepBeginning')}
            </Button>
          </div>
        </form>
      )}
    </Modal>
  );
}
