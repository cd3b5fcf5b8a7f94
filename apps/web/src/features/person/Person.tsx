import { Popover } from 'radix-ui';
import { useEffect, useState, type FormEvent } from 'react';
import { initialsOf, useWho } from '../../state/person.js';
import { Button } from '../../ui/controls.js';
import { msg } from './words.js';

const ASKED_KEY = 'cedar-knot-name-asked';

/** Name and initials, kept for every version that is saved from now on. */
function PersonForm({ onDone, onLater }: { onDone: () => void; onLater?: () => void }) {
  const person = useWho((s) => s.person);
  const say = useWho((s) => s.say);
  const [name, setName] = useState(person?.name ?? '');
  const [initials, setInitials] = useState(person?.initials ?? '');
  const [problem, setProblem] = useState<string | null>(null);
  const keep = (event: FormEvent): void => {
    event.preventDefault();
    say({ name: name.trim(), initials: (initials || initialsOf(name)).trim() }).then(onDone, (e: unknown) =>
      setProblem(e instanceof Error ? e.message : String(e)),
    );
  };
  const field = 'border-edge bg-panel h-[26px] rounded-[3px] border px-2';
  return (
    <form onSubmit={keep} className={onLater ? 'flex flex-wrap items-end gap-3' : 'flex flex-col gap-2'}>
      <div className="flex min-w-0 flex-1 gap-2">
        <label className="text-inkq flex min-w-0 flex-1 flex-col text-[11.5px]">
          {msg('app.name')}
          <input
            value={name}
            maxLength={200}
            autoComplete="name"
            onChange={(e) => setName(e.target.value)}
            className={`${field} text-ink text-[13px]`}
          />
        </label>
        <label className="text-inkq flex w-[84px] flex-col text-[11.5px]">
          {msg('view.person.initials')}
          <input
            value={initials}
            maxLength={10}
            placeholder={initialsOf(name)}
            onChange={(e) => setInitials(e.target.value)}
            className={`${field} text-ink text-[13px]`}
          />
        </label>
      </div>
      {problem && <p className="text-fails text-[12px]">▲ {problem}</p>}
      <div className="flex items-center justify-end gap-2">
        {onLater && (
          <Button tone="bare" onClick={onLater}>
            {msg('view.person.notNow')}
          </Button>
        )}
        <Button type="submit" tone="main" disabled={name.trim() === ''}>
          {msg('view.person.keep')}
        </Button>
      </div>
    </form>
  );
}

/** The mark of the person in the bar; pressed, it takes another name. */
export function PersonMark() {
  const person = useWho((s) => s.person);
  const read = useWho((s) => s.read);
  const [open, setOpen] = useState(false);
  useEffect(() => void read().catch(() => undefined), [read]);
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger
        title={person ? msg('view.person.shownOnTheVersionsYou', { person: person.name }) : msg('view.person.noNameEnteredYet')}
        aria-label={person ? msg('view.person.yourName', { person: person.name }) : msg('view.person.yourName2')}
        className="bg-ink text-panel flex h-[26px] min-w-[26px] flex-none items-center justify-center rounded-full pointer-coarse:min-w-[44px] px-1 text-[11px] font-semibold"
      >
        {person?.initials ?? '–'}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={6}
          aria-label={msg('view.person.yourName2')}
          className="panel z-40 w-[300px] p-3 shadow-[var(--shadow-lift)]"
        >
          <p className="text-inkq mb-2 text-[12px]">{msg('view.person.shownOnEveryVersionYou')}</p>
          <PersonForm onDone={() => setOpen(false)} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

/** Asked once, beside the list of studies; it stands in nobody's way. */
export function AskPerson() {
  const person = useWho((s) => s.person);
  const read = useWho((s) => s.read);
  const [isAsked, setAsked] = useState(() => localStorage.getItem(ASKED_KEY) === '1');
  useEffect(() => void read().catch(() => undefined), [read]);
  if (person !== null || isAsked) return null;
  const done = (): void => {
    localStorage.setItem(ASKED_KEY, '1');
    setAsked(true);
  };
  return (
    <section aria-label={msg('view.person.yourName2')} className="panel mb-4 flex flex-wrap items-center gap-x-6 gap-y-2 p-3">
      <div className="flex-1">
        <h2 className="text-[13px] font-semibold">{msg('view.person.whatIsYourName')}</h2>
        <p className="text-inkq text-[12px]">{msg('view.person.nameAndInitialsAreShown')}</p>
      </div>
      <div className="w-[520px] max-w-full">
        <PersonForm onDone={done} onLater={done} />
      </div>
    </section>
  );
}
