import { changedInputs, type Operation, type Study, type VersionHead, type VersionPage } from '@cedar-knot/core';
import { changedInputText } from '@cedar-knot/wording';
import { Popover } from 'radix-ui';
import { useCallback, useEffect, useMemo, useState, type ReactNode } from 'react';
import { useNavigate } from 'react-router';
import { api } from '../../api/client.js';
import { Button } from '../../ui/controls.js';
import { useStudy } from '../context.js';
import { msg } from './words.js';

/** Every saved version of the study: the newest first, named revisions marked, each to be looked at, named or had back. */
export function Versions({ children }: { children: ReactNode }) {
  const [open, setOpen] = useState(false);
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger asChild>{children}</Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={6}
          aria-label={msg('view.frame.versionsOfThisStudy')}
          className="panel z-40 flex max-h-[70vh] w-[430px] flex-col shadow-[var(--shadow-lift)]"
        >
          <List onDone={() => setOpen(false)} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

function List({ onDone }: { onDone: () => void }) {
  const id = useStudy((s) => s.id);
  const flush = useStudy((s) => s.flush);
  const save = useStudy((s) => s.save);
  const [page, setPage] = useState<VersionPage | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [onlyNamed, setOnlyNamed] = useState(false);
  const [looked, setLooked] = useState<number | null>(null);
  const load = useCallback(() => {
    flush()
      .then(() => api.versions(id, null, onlyNamed))
      .then(setPage, (e: unknown) => setProblem(e instanceof Error ? e.message : String(e)));
  }, [id, flush, onlyNamed]);
  useEffect(load, [load, save.kind]);
  const more = (before: number): void => {
    api.versions(id, before, onlyNamed).then(
      (next) => setPage((p) => ({ ...next, versions: [...(p?.versions ?? []), ...next.versions] })),
      (e: unknown) => setProblem(e instanceof Error ? e.message : String(e)),
    );
  };
  const shown = page?.versions ?? [];
  const newest = onlyNamed ? undefined : shown[0];
  return (
    <>
      <header className="border-soft flex flex-none items-center gap-3 border-b px-3 py-2">
        <h2 className="text-[14px] font-semibold">{msg('view.frame.versions2')}</h2>
        <span className="text-inkq text-[12px]">
          {page ? msg('view.frame.kept', { kept: page.kept }) : msg('view.frame.reading')}
        </span>
        <label className="text-inkq ml-auto flex items-center gap-1.5 text-[12px]">
          <input type="checkbox" checked={onlyNamed} onChange={(e) => setOnlyNamed(e.target.checked)} />
          {msg('view.frame.namedRevisionsOnly')}
        </label>
      </header>
      {problem && <p className="text-fails px-3 py-2">▲ {problem}</p>}
      <ol className="min-h-0 flex-1 overflow-auto py-1">
        {shown.map((v, i) => (
          <Row
            key={v.version}
            version={v}
            isNow={v === newest}
            day={i === 0 || dayOf(shown[i - 1]!.savedAt) !== dayOf(v.savedAt) ? dayOf(v.savedAt) : null}
            isLooked={looked === v.version}
            onLook={() => setLooked(looked === v.version ? null : v.version)}
            onNamed={(named) => setPage((p) => p && { ...p, versions: p.versions.map((x) => (x.version === v.version ? { ...x, name: named } : x)) })} // prettier-ignore
            onDone={onDone}
          />
        ))}
        {page && page.next !== null && (
          <li className="px-3 py-1">
            <Button tone="bare" onClick={() => more(page.next!)}>
              {msg('view.frame.olderVersions', { kept: page.kept - shown.length })}
            </Button>
          </li>
        )}
        {page && shown.length === 0 && <li className="text-inkq px-3 py-2">{msg('view.frame.noVersionHasBeenNamed')}</li>}
      </ol>
    </>
  );
}

const dayOf = (iso: string): string =>
  new Date(iso).toLocaleDateString([], { weekday: 'short', day: 'numeric', month: 'short', year: 'numeric' });

interface RowProps {
  version: VersionHead;
  isNow: boolean;
  day: string | null;
  isLooked: boolean;
  onLook: () => void;
  onNamed: (name: string | null) => void;
  onDone: () => void;
}

function Row({ version, isNow, day, isLooked, onLook, onNamed, onDone }: RowProps) {
  const id = useStudy((s) => s.id);
  const time = new Date(version.savedAt).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit', second: '2-digit' });
  return (
    <>
      {day && <li className="text-inkq px-3 pt-2 pb-0.5 text-[11.5px]">{day}</li>}
      <li className={isLooked ? 'bg-paper' : ''}>
        <button
          type="button"
          aria-expanded={isLooked}
          onClick={onLook}
          className="flex h-[26px] w-full items-center gap-2 px-3 text-left"
        >
          <span className="text-inkq w-[34px] text-right text-[12px]">{version.version}</span>
          <span className="w-[64px] text-[12px]">{time}</span>
          <span className={`min-w-0 flex-1 truncate ${version.name ? 'font-semibold' : 'text-inkq'}`}>{version.name ?? ''}</span>
          {version.by && (
            <span className="text-inkq text-[11.5px]" title={version.by.name}>
              {version.by.initials}
            </span>
          )}
          {isNow && <span className="text-cedardeep text-[11.5px]">{msg('app.now')}</span>}
        </button>
        {isLooked && (
          <div className="flex flex-col gap-2 px-3 pb-2.5">
            <form
              className="flex gap-2"
              onSubmit={(e) => {
                e.preventDefault();
                const name = String(new FormData(e.currentTarget).get('name') ?? '').trim();
                void api.nameVersion(id, version.version, name).then(() => onNamed(name === '' ? null : name));
              }}
            >
              <input
                name="name"
                aria-label={msg('view.frame.nameOfVersion', { version: version.version })}
                defaultValue={version.name ?? ''}
                placeholder={msg('view.frame.nameItForExampleRev')}
                className="border-edge bg-panel h-[28px] min-w-0 flex-1 rounded-[3px] border px-2"
              />
              <Button type="submit">{msg('app.name')}</Button>
            </form>
            {!isNow && <Older version={version} onDone={onDone} />}
          </div>
        )}
      </li>
    </>
  );
}

/** what lies between an older version and now, and the ways to have it back */
function Older({ version, onDone }: { version: VersionHead; onDone: () => void }) {
  const id = useStudy((s) => s.id);
  const change = useStudy((s) => s.change);
  const say = useStudy((s) => s.say);
  const navigate = useNavigate();
  const [then, setThen] = useState<Study | null>(null);
  useEffect(() => {
    let gone = false;
    api.version(id, version.version).then(
      ({ document }) => !gone && setThen(document),
      () => undefined,
    );
    return () => {
      gone = true;
    };
  }, [id, version.version]);
  const study = useStudy((s) => s.study);
  const changes = useMemo(() => then && changedInputs(then, study), [then, study]);
  const nameOf = (scenario: string): string =>
    [...study.scenarios, ...(then?.scenarios ?? [])].find((s) => s.id === scenario)?.name ?? scenario;
  const failed = (e: unknown): void => say(e instanceof Error ? e.message : String(e));
  const restore = (): void => {
    api.version(id, version.version).then(({ document }) => {
      change(msg('view.frame.restoreVersion', { version: version.version }), replacement(study, document));
      onDone();
    }, failed);
  };
  const open = (): void => {
    api
      .version(id, version.version)
      .then(({ document }) =>
        api.createFrom({
          ...document,
          title: `${document.title ?? msg('view.frame.untitled')} (${version.name ?? msg('view.frame.version', { version: version.version })})`,
        }),
      )
      .then((copy) => navigate(`/studies/${copy.id}/system`), failed);
  };
  return (
    <>
      <ul className="border-soft max-h-[132px] overflow-auto border-y py-1 text-[12px] leading-[17px]">
        {changes === null && <li className="text-inkq">{msg('view.frame.comparing')}</li>}
        {changes?.length === 0 && <li className="text-inkq">{msg('view.frame.sameAsThePresentVersion')}</li>}
        {changes?.map((c, i) => {
          const words = changedInputText(c, nameOf);
          return (
            <li key={i} className="truncate" title={words}>
              {words}
            </li>
          );
        })}
      </ul>
      <div className="flex justify-end gap-2">
        <Button
          onClick={() => {
            void navigate(`/studies/${id}/compare?from=v${version.version}`);
            onDone();
          }}
        >
          {msg('view.frame.compareWithNow')}
        </Button>
        <Button onClick={open}>{msg('view.frame.openAsACopy')}</Button>
        <Button tone="main" onClick={restore}>
          {msg('view.frame.restoreThisVersion')}
        </Button>
      </div>
    </>
  );
}

/** Operations that make one document of another, top entry by top entry: a step that can be undone like any other. */
function replacement(from: Study, to: Study): Operation[] {
  const keys = [...new Set([...Object.keys(from), ...Object.keys(to)])];
  return keys.flatMap((key): Operation[] => {
    if (JSON.stringify(from[key]) === JSON.stringify(to[key])) return [];
    return [{ op: 'set', path: [key], ...(to[key] === undefined ? {} : { value: to[key] }) }];
  });
}
