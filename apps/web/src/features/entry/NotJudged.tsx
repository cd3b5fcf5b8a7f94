import type { Incomplete } from '@cedar-knot/core';
import { missingText } from '@cedar-knot/wording';
import { Link } from 'react-router';
import { VerdictMark } from '../../ui/marks.js';
import { useStudyStore } from '../context.js';

/** Checks that could not be judged, each with the entry that is missing for it; a press leads there. */
export function NotJudged({ incomplete, letters }: { incomplete: readonly Incomplete[]; letters?: string }) {
  const { id } = useStudyStore().getState();
  return incomplete.map((x) => (
    <Link
      key={x.check + x.where}
      to={`/studies/${id}/system?entry=${encodeURIComponent(x.missing[0] ?? '')}`}
      className="flex items-center gap-1.5 text-left hover:underline"
      data-incomplete={`${x.check}:${x.where}`}
    >
      <VerdictMark kind="incomplete" />
      <span className="flex-1">
        {missingText(x)}
        {letters === undefined ? '' : ` (${letters})`}
      </span>
    </Link>
  ));
}
