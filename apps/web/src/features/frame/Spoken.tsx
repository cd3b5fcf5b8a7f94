import { useEffect, useRef, useState } from 'react';
import { letterOf } from '../../state/address.js';
import { useStudy } from '../context.js';
import { msg } from './words.js';

/** The first stop of the keyboard: over the bar and the views to what is worked at. */
export const SkipLink = () => (
  <a
    href="#view"
    onClick={(e) => {
      e.preventDefault();
      document.getElementById('view')?.focus();
    }}
    className="panel fixed top-1 left-1 z-50 -translate-y-[60px] px-3 py-2 focus:translate-y-0"
  >
    {msg('app.skipToTheView')}
  </a>
);

/** Says which scenarios have another verdict than before, once they rest. */
export function Turned() {
  const study = useStudy((s) => s.study);
  const outcome = useStudy((s) => s.outcome);
  const before = useRef<ReadonlyMap<string, string> | null>(null);
  const [said, setSaid] = useState('');
  useEffect(() => {
    if (!outcome) return;
    const now = new Map(outcome.scenarios.flatMap((s) => (s.result ? [[s.id, s.result.status === 'failed' ? 'fails' : s.result.verdict] as const] : []))); // prettier-ignore
    const turned = study.scenarios.flatMap((s, i) => {
      const verdict = now.get(s.id);
      if (verdict === undefined || !before.current?.has(s.id) || before.current.get(s.id) === verdict) return [];
      return [msg('app.verdictTurned', { letter: letterOf(i), name: s.name ?? s.id, verdict })];
    });
    before.current = now;
    if (turned.length > 0) setSaid(turned.join('. '));
  }, [outcome, study.scenarios]);
  return (
    <p role="status" data-turned className="sr-only-text">
      {said}
    </p>
  );
}
