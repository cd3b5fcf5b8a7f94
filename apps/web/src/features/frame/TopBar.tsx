import { Check, ChevronDown, CloudOff, LockKeyhole, LoaderCircle, Redo2, Search, TriangleAlert, Undo2 } from 'lucide-react';
import { Link } from 'react-router';
import type { Away, SaveState } from '../../state/autosave.js';
import { useIssued } from '../issued.js';
import { useStudy } from '../context.js';
import { PersonMark } from '../person/Person.js';
import { UnitsMenu } from '../person/UnitsMenu.js';
import { Versions } from './Versions.js';
import { msg } from './words.js';

function Mark() {
  return <img src="/mark.svg" width={26} height={26} alt="" />;
}

export function TopBar({ onCommands }: { onCommands: () => void }) {
  const title = useStudy((s) => s.study.title ?? msg('view.frame.untitled'));
  const tag = useStudy((s) => s.study.tag ?? '');
  const past = useStudy((s) => s.past);
  const future = useStudy((s) => s.future);
  const undo = useStudy((s) => s.undo);
  const redo = useStudy((s) => s.redo);
  const save = useStudy((s) => s.save);
  return (
    <header className="topbar border-line bg-paper flex h-[44px] flex-none items-center gap-3 border-b px-3">
      <Link to="/" className="flex items-center gap-3" title={msg('view.frame.allStudies')}>
        <span className="flex w-[46px] justify-center max-[960px]:w-auto">
          <Mark />
        </span>
        <span className="hide-narrow text-[15px] font-semibold whitespace-nowrap">{msg('view.frame.cedarKnot2')}</span>
      </Link>
      <span className="bg-line h-[18px] w-px" />
      <nav aria-label={msg('view.frame.place')} className="flex min-w-0 items-baseline gap-2">
        <Link to="/" className="text-inkq hover:text-cedar">
          {msg('view.frame.studies')}
        </Link>
        <span className="text-inkq" aria-hidden="true">
          ›
        </span>
        <span className="font-semibold whitespace-nowrap">{tag}</span>
        <h1 className="truncate text-[13px] font-normal">{title}</h1>
      </nav>
      <span className="ml-auto" />
      <button
        type="button"
        onClick={undo}
        disabled={past.length === 0}
        aria-label={msg('view.frame.undo')}
        title={past.length ? msg('view.frame.undoCtrlZ', { label: past.at(-1)!.label }) : msg('view.frame.nothingToUndo')}
        className="p-1 disabled:opacity-35"
      >
        <Undo2 size={17} aria-hidden="true" />
      </button>
      <button
        type="button"
        onClick={redo}
        disabled={future.length === 0}
        aria-label={msg('view.frame.redo')}
        title={future.length ? msg('view.frame.redoCtrlY', { label: future.at(-1)!.label }) : msg('view.frame.nothingToRedo')}
        className="p-1 disabled:opacity-35"
      >
        <Redo2 size={17} aria-hidden="true" />
      </button>
      <SaveMark save={save} />
      <RevisionMark />
      <UnitsMenu />
      <button
        type="button"
        onClick={onCommands}
        aria-label={msg('view.frame.searchOrRunACommand')}
        className="border-edge bg-panel text-inkq flex h-[28px] w-[226px] flex-none items-center max-[960px]:w-auto gap-2 rounded-[3px] border px-2.5"
      >
        <Search size={14} aria-hidden="true" />
        <span className="hide-narrow flex-1 truncate text-left">{msg('view.frame.searchOrRunACommand')}</span>
        <kbd className="hide-narrow border-line rounded-[2px] border px-1 text-[11px]">{msg('view.frame.ctrlK')}</kbd>
      </button>
      <PersonMark />
    </header>
  );
}

/** the revision that the study is, and whether it is issued; the way to its papers */
function RevisionMark() {
  const id = useStudy((s) => s.id);
  const letter = useStudy((s) => s.study.report?.revision ?? '');
  const { standing } = useIssued();
  if (letter === '' || !standing) return null;
  return (
    <Link
      to={`/studies/${id}/report`}
      data-revision={standing.kind}
      title={msg('view.frame.issuedRevisionsAndReport')}
      className="border-edge bg-panel hover:bg-wash flex h-[28px] flex-none items-center rounded-[3px] border px-2 text-[12px] whitespace-nowrap"
    >
      {MARKS[standing.kind](letter)}
    </Link>
  );
}

const MARKS = {
  draft: (letter: string) => msg('view.frame.revDraft', { letter }),
  reprint: (letter: string) => msg('view.frame.revIssued', { letter }),
  issued: (letter: string) => msg('view.frame.revIssued', { letter }),
  changed: (letter: string) => msg('view.frame.revChanged', { letter }),
} as const;

function SaveMark({ save }: { save: SaveState }) {
  const shown = describeSave(save);
  return (
    <Versions>
      <button
        type="button"
        title={msg('view.frame.clickForAllVersions', { title: shown.title })}
        className={`hover:bg-wash flex h-[28px] items-center gap-1.5 rounded-[3px] px-1.5 text-[12px] whitespace-nowrap ${shown.bad ? 'text-fails' : 'text-inkq'}`}
      >
        <span role="status" data-save={save.kind} className="flex items-center gap-1.5">
          {shown.icon}
          <span className="max-[700px]:sr-only">{shown.text}</span>
        </span>
        <ChevronDown size={12} aria-hidden="true" />
        <span className="sr-only-text">{msg('view.frame.versions')}</span>
      </button>
    </Versions>
  );
}

const NOT_STORED: Readonly<Record<Away, string>> = {
  application: msg('view.frame.notSavedRetrying'),
  database: msg('view.frame.notSavedNoDatabase'),
  disk: msg('view.frame.notSavedDiskFull'),
  other: msg('view.frame.notSavedRetrying'),
};

function describeSave(save: SaveState) {
  const time = (iso: string | null): string =>
    iso ? new Date(iso).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' }) : '';
  switch (save.kind) {
    case 'saved':
      return {
        icon: <Check size={14} className="text-holds" aria-hidden="true" />,
        text: msg('view.frame.saved', { time: time(save.at) }),
        title: msg('view.frame.allChangesAreSaved'),
        bad: false,
      };
    case 'unsaved':
    case 'saving':
      return {
        icon: <LoaderCircle size={14} aria-hidden="true" />,
        text: msg('view.frame.saving'),
        title: msg('view.frame.savingTheLastChange'),
        bad: false,
      };
    case 'offline':
      return {
        icon: <CloudOff size={14} aria-hidden="true" />,
        text: NOT_STORED[save.away],
        title: msg('view.frame.yourChangesAreKeptIn', { message: save.message }),
        bad: true,
      };
    case 'denied':
      return {
        icon: <LockKeyhole size={14} aria-hidden="true" />,
        text: msg('view.frame.notSavedNoAccess'),
        title: msg('view.frame.thisPageHasNoSession'),
        bad: true,
      };
    case 'refused':
      return {
        icon: <TriangleAlert size={14} aria-hidden="true" />,
        text: msg('view.frame.notSaved'),
        title: save.message,
        bad: true,
      };
    case 'conflict':
      return {
        icon: <TriangleAlert size={14} aria-hidden="true" />,
        text: msg('view.frame.changedElsewhere'),
        title: msg('view.frame.someoneElseSavedThisStudy'),
        bad: true,
      };
  }
}
