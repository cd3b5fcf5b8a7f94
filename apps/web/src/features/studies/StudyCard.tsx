import { DropdownMenu } from 'radix-ui';
import { checkName, checkShort, missingText, notJudgedText } from '@cedar-knot/wording';
import { worstOverall, type Margin, type Overall, type Study, type StudyHead } from '@cedar-knot/core';
import { MoreHorizontal } from 'lucide-react';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { api } from '../../api/client.js';
import { letterOf } from '../../state/address.js';
import { withoutPump } from '../../state/withoutPump.js';
import { ScenarioLetter, VerdictMark, verdictColor } from '../../ui/marks.js';
import type { Outcome } from '../../worker/outcome.js';
import { previewOf } from '../../worker/preview.js';
import { Thumbnail } from './Thumbnail.js';
import { msg } from './words.js';

interface Preview {
  study: Study;
  outcome: Outcome;
}

export function StudyCard({
  head,
  base,
  onCopy,
  onRename,
  onKeep,
  onDelete,
}: {
  head: StudyHead;
  /** title of the study that it is an alternative of */
  base: string | undefined;
  onCopy: () => void;
  onRename: () => void;
  /** as a beginning for others */
  onKeep: () => void;
  onDelete: () => void;
}) {
  const [preview, setPreview] = useState<Preview | null>(null);
  useEffect(() => {
    let gone = false;
    void api
      .get(head.id)
      .then(async (whole) => ({ study: whole.document, outcome: await previewOf(whole.document) }))
      .then(
        (p) => !gone && setPreview(p),
        () => undefined,
      );
    return () => {
      gone = true;
    };
  }, [head.id, head.version]);
  const item = 'data-[highlighted]:bg-wash flex h-[28px] cursor-pointer items-center rounded-[3px] px-3 outline-none';
  return (
    <li className="panel relative flex items-center gap-5 max-[960px]:flex-wrap max-[960px]:gap-x-4 max-[960px]:gap-y-2 px-4 py-2.5 hover:border-[var(--line-strong)]">
      <div className="h-[68px] w-[150px] flex-none">
        {preview && <Thumbnail outcome={preview.outcome} study={preview.study} />}
      </div>
      <div className="min-w-[min(220px,100%)] flex-1">
        <Link to={`/studies/${head.id}/system`} className="after:absolute after:inset-0">
          <span className="text-inkq mr-2 font-semibold">{head.tag}</span>
          <span className="text-[15px] font-semibold">{head.title}</span>
        </Link>
        {base !== undefined && <span className="text-inkq ml-2 text-[12px]">{msg('view.studies.alternativeOf', { base })}</span>}
        <p className="text-inkq mt-0.5 truncate" title={preview?.study.notes ?? ''}>
          {preview?.study.notes ?? ''}
        </p>
        <p className="mt-1.5 flex gap-1">
          {preview?.study.scenarios.slice(0, 12).map((s, i) => (
            <span key={s.id} title={s.name ?? s.id}>
              <ScenarioLetter index={i} letter={letterOf(i)} small />
            </span>
          ))}
          {base !== undefined && (
            <Link
              to={`/studies/${head.id}/compare?from=s:${head.alternativeOf}`}
              className="text-cedar relative z-10 ml-2 text-[12px] hover:underline"
            >
              {msg('view.studies.compareWithIt', { base })}
            </Link>
          )}
        </p>
      </div>
      <div className="w-[210px] flex-none max-[640px]:w-full">{preview && <Worst preview={preview} />}</div>
      <div className="text-inkq w-[150px] flex-none text-[12px]">
        <p>{preview?.study.preparedBy ?? ''}</p>
        <p>{new Date(head.savedAt).toLocaleString([], { dateStyle: 'medium', timeStyle: 'short' })}</p>
        <p>{msg('view.studies.version', { version: head.version })}</p>
      </div>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger
          aria-label={msg('view.studies.actionsFor', { title: head.title })}
          className="relative z-10 rounded-[3px] p-1"
        >
          <MoreHorizontal size={18} aria-hidden="true" />
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content align="end" className="panel z-50 min-w-[170px] p-1 shadow-[var(--shadow-lift)]">
            <DropdownMenu.Item className={item} onSelect={onRename}>
              {msg('view.studies.rename')}
            </DropdownMenu.Item>
            <DropdownMenu.Item className={item} onSelect={onCopy}>
              {msg('app.copy')}
            </DropdownMenu.Item>
            <DropdownMenu.Item className={item} onSelect={onKeep}>
              {msg('view.studies.keepAsABeginning')}
            </DropdownMenu.Item>
            <DropdownMenu.Item className={item} onSelect={() => window.location.assign(`/api/studies/${head.id}/file`)}>
              {msg('view.studies.exportTheFile')}
            </DropdownMenu.Item>
            <DropdownMenu.Item
              className={item}
              title={msg('view.studies.withModelsAndPapers')}
              onSelect={() => window.location.assign(`/api/studies/${head.id}/package`)}
            >
              {msg('view.studies.takeAlong')}
            </DropdownMenu.Item>
            <DropdownMenu.Item className={`${item} text-fails`} onSelect={onDelete}>
              {msg('app.delete')}
            </DropdownMenu.Item>
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
    </li>
  );
}

/** what a study comes to where no margin is named for it */
const WHOLE: Readonly<Record<Overall, string>> = {
  holds: msg('view.studies.allMarginsHold'),
  near: msg('view.studies.nearALimit'),
  fails: msg('view.studies.notSolved'),
  incomplete: msg('app.incomplete'),
  'not-applicable': msg('view.studies.nothingToJudge'),
};

/** the worst check over all judged scenarios, with the scenario it falls in */
function Worst({ preview }: { preview: Preview }) {
  const { study, outcome } = preview;
  if (study.lines.length === 0)
    return (
      <span className="text-inkq flex items-center gap-1.5 text-[13px]" data-study-verdict="incomplete">
        <VerdictMark kind="incomplete" /> {msg('view.studies.incompleteNoLineYet')}
      </span>
    );
  if (outcome.problems.length > 0)
    return (
      <span className="text-fails text-[12px]">
        ▲{' '}
        {outcome.problems.length === 1
          ? msg('view.studies.oneEntryIsMissingOr')
          : msg('view.studies.entriesAreMissingOrInvalid', { count: outcome.problems.length })}
      </span>
    );
  let found: { margin: Margin; index: number } | undefined;
  let count = 0;
  study.scenarios.forEach((s, index) => {
    if (s.judged === false) return;
    for (const margin of outcome.scenarios[index]?.result?.margins ?? []) {
      if (margin.verdict !== 'fails' && margin.verdict !== 'near') continue;
      count++;
      if (!found || (margin.verdict === 'fails' && found.margin.verdict !== 'fails')) found = { margin, index };
    }
  });
  const judged = outcome.scenarios.filter((_, i) => study.scenarios[i]?.judged !== false);
  const verdict = worstOverall(judged.map((s) => s.result?.verdict ?? 'fails'));
  const incomplete = judged.flatMap((s) => s.result?.incomplete ?? []);
  const isOpen = judged.some((s) => s.result && withoutPump(study.lines, s.result).length > 0);
  return (
    <span className="flex flex-col gap-0.5 text-[13px]" data-study-verdict={verdict}>
      <span className="flex items-center gap-1.5" style={{ color: verdictColor(verdict) }}>
        <VerdictMark kind={verdict} />
        {found && verdict !== 'incomplete' ? (
          <>
            <span title={checkName(found.margin.check)}>{checkShort(found.margin.check)}</span>{' '}
            <ScenarioLetter index={found.index} letter={letterOf(found.index)} small /> {count > 1 && `+${count - 1}`}
          </>
        ) : (
          WHOLE[verdict]
        )}
      </span>
      {incomplete.length > 0 && (
        <span className="text-inkq text-[12px] leading-[14px]" title={incomplete.map(missingText).join('; ')}>
          {notJudgedText(incomplete)}
        </span>
      )}
      {isOpen && <span className="text-inkq text-[12px] leading-[14px]">{msg('view.studies.noPumpSelectedYet')}</span>}
    </span>
  );
}
