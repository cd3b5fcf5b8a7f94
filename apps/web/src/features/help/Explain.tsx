import { glossaryEntry, termOfEntry } from '@cedar-knot/wording';
import { CircleQuestionMark } from 'lucide-react';
import { useGlossary } from '../../state/glossary.js';
import { msg } from './words.js';

/** Behind a label: opens what the glossary says of it. F1 does the same while the focus is in its row. */
export function Explain({ term, className = 'inline-flex' }: { term: string; className?: string }) {
  const show = useGlossary((s) => s.show);
  const name = glossaryEntry(term)?.name;
  if (name === undefined) return null;
  return (
    <button
      type="button"
      data-explains={term}
      aria-label={msg('view.help.explain', { name })}
      title={msg('view.help.explain', { name })}
      onClick={() => show(term)}
      className={`text-inkq hover:text-cedar align-[-2px] ${className}`}
    >
      <CircleQuestionMark size={13} aria-hidden="true" />
    </button>
  );
}

/** Behind the label of an entry, seen while the pointer or the focus is there; nothing for an entry that is no term. */
export function ExplainEntry({ name }: { name: string }) {
  const term = termOfEntry(name);
  return term === undefined ? null : (
    <Explain term={term} className="hidden group-focus-within:inline-flex group-hover:inline-flex" />
  );
}
