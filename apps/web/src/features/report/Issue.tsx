import { isSameDocument, preparedReport, type RawReport } from '@cedar-knot/core';
import { useState, type FormEvent, type ReactNode } from 'react';
import { api, paperAt, wordsOf } from '../../api/client.js';
import { useIssuedStore } from '../../state/issued.js';
import { useIssued, type Issued } from '../issued.js';
import { useWho } from '../../state/person.js';
import { useUnits } from '../../state/units.js';
import { Button, Modal } from '../../ui/controls.js';
import { useStudy } from '../context.js';
import { msg } from './words.js';

/** Revisions that were issued, their papers as they were issued, and the way to the next one. */
export function IssuedRevisions({ failing, isInk }: { failing: readonly string[]; isInk: boolean }) {
  const id = useStudy((s) => s.id);
  const issued = useIssued();
  const [isIssuing, setIssuing] = useState(false);
  const { revisions, next } = issued;
  if (revisions === null) return null;
  return (
    <>
      <h3 className="border-soft mt-1 border-t pt-2 text-[13px] font-semibold">{msg('view.report.issuedRevisions')}</h3>
      {revisions.length === 0 && <p className="text-inkq text-[12px]">{msg('view.report.noneIssuedYet')}</p>}
      <ul className="flex flex-col gap-1">
        {[...revisions].reverse().map((r) => (
          <li key={r.letter} className="flex items-baseline gap-1.5" data-issued={r.letter}>
            <b className="font-semibold">{msg('view.report.rev', { letter: r.letter })}</b>
            <span className="text-inkq min-w-0 flex-1 truncate text-[12px]" title={aboutOf(r)}>
              {r.date}
            </span>
            {(['pdf', 'xlsx'] as const).map((paper) => (
              <a
                key={paper}
                href={paperAt(id, r.letter, paper)}
                download
                title={msg('view.report.asIssued', { paper: paper.toUpperCase(), letter: r.letter })}
                className="text-cedar text-[12px] hover:underline"
              >
                {paper.toUpperCase()}
              </a>
            ))}
          </li>
        ))}
      </ul>
      <Prepare issued={issued} />
      <Button tone="main" className="justify-center" onClick={() => setIssuing(true)}>
        {msg('view.report.issueRevision', { letter: next })}
      </Button>
      {isIssuing && <IssueForm issued={issued} failing={failing} isInk={isInk} onClose={() => setIssuing(false)} />}
    </>
  );
}

const aboutOf = ({ purpose, by, sha256, core }: NonNullable<Issued['revisions']>[number]): string =>
  msg('view.report.issuedAs', {
    purpose,
    by: by ? msg('view.report.byPerson', { name: by.name }) : '',
    core,
    hash: sha256.slice(0, 12),
  });

/** a study that still has the letter of an issued revision: the next one is prepared, with its checkers open again */
function Prepare({ issued: { standing, next } }: { issued: Issued }) {
  const study = useStudy((s) => s.study);
  const change = useStudy((s) => s.change);
  if (standing?.kind !== 'changed' && standing?.kind !== 'reprint') return null;
  const prepare = (): unknown =>
    change(msg('view.report.prepareRevision', { letter: next }), [
      { op: 'set', path: ['report'], value: preparedReport(study.report, next) },
    ]);
  return (
    <>
      {standing.kind === 'changed' && (
        <p className="text-near text-[12px]" data-changed>
          {msg('view.report.changedSinceRevision', { letter: standing.letter })}
        </p>
      )}
      <Button className="justify-center" onClick={prepare}>
        {msg('view.report.prepareRevision', { letter: next })}
      </Button>
    </>
  );
}

const PURPOSES = [
  msg('view.report.forInformation'),
  msg('view.report.forComment'),
  msg('view.report.forApproval'),
  msg('view.report.forEnquiry'),
  msg('view.report.forPurchase'),
  msg('view.report.forConstruction'),
  msg('view.report.asBuilt'),
];

interface FormProps {
  issued: Issued;
  failing: readonly string[];
  isInk: boolean;
  onClose: () => void;
}

/** what stands on the paper, asked once, before it is frozen */
function IssueForm({ issued: { next, standing, revisions }, failing, isInk, onClose }: FormProps) {
  const study = useStudy((s) => s.study);
  const person = useWho((s) => s.person);
  const issue = useIssuing(isInk);
  // who checked the last revision has not checked this one
  const isPrepared = revisions?.length === 0 || study.report?.revision === next;
  const last = revisions?.at(-1);
  const own = isPrepared ? study.report : undefined;
  const submit = (event: FormEvent<HTMLFormElement>): void => {
    event.preventDefault();
    const typed = new FormData(event.currentTarget);
    const of = (name: string): string => String(typed.get(name) ?? '').trim();
    const words = { date: of('date'), purpose: of('purpose'), by: of('by') };
    void issue.run(next, words, { checkedBy: of('checkedBy'), approvedBy: of('approvedBy') }).then((done) => done && onClose());
  };
  return (
    <Modal open onClose={() => !issue.isBusy && onClose()} title={msg('view.report.issueIt', { letter: next })}>
      <form onSubmit={submit} className="flex flex-col gap-2.5 text-[13px]">
        <p className="text-inkq">
          {standing?.kind === 'reprint'
            ? msg('view.report.nothingHasChangedSince', { letter: standing.letter })
            : last
              ? msg('view.report.freezesWithChanges', { letter: next, last: last.letter })
              : msg('view.report.freezes', { letter: next })}
        </p>
        <div className="grid grid-cols-2 gap-x-3">
          <Typed
            label={msg('view.report.date')}
            name="date"
            required
            value={own?.date ?? new Date().toISOString().slice(0, 10)}
          />
          <Typed label={msg('view.report.purpose')} name="purpose" required list="issue-purposes" value="" />
        </div>
        <div className="grid grid-cols-3 gap-x-3">
          <Typed label={msg('view.report.preparedBy')} name="by" value={study.preparedBy ?? person?.name ?? ''} />
          <Typed label={msg('view.report.checkedBy')} name="checkedBy" value={own?.checkedBy ?? ''} />
          <Typed label={msg('view.report.approvedBy')} name="approvedBy" value={own?.approvedBy ?? ''} />
        </div>
        <datalist id="issue-purposes">
          {PURPOSES.map((p) => (
            <option key={p} value={p} />
          ))}
        </datalist>
        {failing.length > 0 && (
          <p className="bg-failswash rounded-[3px] p-2 text-[12px]">
            <b className="font-semibold">
              ▲{' '}
              {failing.length === 1
                ? msg('view.report.oneMarginFails')
                : msg('view.report.marginsFail', { count: failing.length })}
            </b>{' '}
            {msg('view.report.shownOnTheFirstPage')}
          </p>
        )}
        {issue.problem && (
          <p role="alert" className="text-fails text-[12px]">
            ▲ {issue.problem}
          </p>
        )}
        <span className="flex justify-end gap-2">
          <Button onClick={onClose} disabled={issue.isBusy}>
            {msg('view.report.cancel')}
          </Button>
          <Button type="submit" tone="main" disabled={issue.isBusy}>
            {issue.isBusy ? msg('view.report.issuing') : msg('view.report.issueIt', { letter: next })}
          </Button>
        </span>
      </form>
    </Modal>
  );
}

function Typed({
  label,
  name,
  value,
  ...more
}: {
  label: ReactNode;
  name: string;
  value: string;
  required?: boolean;
  list?: string;
}) {
  return (
    <label className="flex flex-col gap-0.5">
      <span className="text-inkq text-[12px]">{label}</span>
      <input
        name={name}
        defaultValue={value}
        maxLength={name === 'purpose' ? 1000 : name === 'date' ? 60 : 200}
        className="border-edge bg-panel h-[28px] min-w-0 rounded-[3px] border px-2"
        {...more}
      />
    </label>
  );
}

/** prepares the study, waits until it is stored, and has that version issued */
function useIssuing(isInk: boolean) {
  const id = useStudy((s) => s.id);
  const study = useStudy((s) => s.study);
  const change = useStudy((s) => s.change);
  const settled = useStudy((s) => s.settled);
  const adopt = useStudy((s) => s.adopt);
  const load = useIssuedStore((s) => s.load);
  const [isBusy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const run = async (
    letter: string,
    words: { date: string; purpose: string; by: string },
    people: { checkedBy: string; approvedBy: string },
  ): Promise<boolean> => {
    setBusy(true);
    setProblem(null);
    try {
      const report = withPeople(study.report, letter, people);
      if (!isSameDocument(report, study.report))
        change(msg('view.report.prepareRevision', { letter }), [{ op: 'set', path: ['report'], value: report }]);
      const version = await settled();
      const { numbers } = useUnits.getState();
      const stored = await api.issue(id, { version, letter, ...words, ink: isInk, numbers });
      adopt(msg('view.report.issueOf', { letter }), stored);
      await load(id);
      return true;
    } catch (e) {
      setProblem(wordsOf(e));
      return false;
    } finally {
      setBusy(false);
    }
  };
  return { isBusy, problem, run };
}

function withPeople(before: RawReport | undefined, letter: string, people: { checkedBy: string; approvedBy: string }): RawReport {
  const report = before?.revision === letter ? before : preparedReport(before, letter);
  const { checkedBy: _checked, approvedBy: _approved, ...rest } = report;
  return { ...rest, ...Object.fromEntries(Object.entries(people).filter(([, name]) => name !== '')) };
}
