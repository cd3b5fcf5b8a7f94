import type { Doubt } from '@cedar-knot/core';
import { useState } from 'react';
import { useStudy, useStudyStore } from '../context.js';
import { msg } from './words.js';

/** A doubt by what it is about and what stands there: another number in the same place is another doubt. */
export const keyOf = (d: Doubt): string => [d.code, d.id, d.key, String(d.values.typed ?? '')].join(' ');

const NONE: readonly Doubt[] = [];

/** What is likely a slip in the study, without what was said to be intended; that is kept in this browser. */
export function useDoubts(): { list: readonly Doubt[]; dismiss: (d: Doubt) => void } {
  const { id } = useStudyStore().getState();
  const doubts = useStudy((s) => s.outcome?.doubts) ?? NONE;
  const at = msg('view.frame.confirmedAsIntended', { id });
  const [intended, setIntended] = useState<readonly string[]>(() => read(at));
  const dismiss = (d: Doubt): void => {
    const next = [...intended, keyOf(d)];
    setIntended(next);
    localStorage.setItem(at, JSON.stringify(next));
  };
  return { list: doubts.filter((d) => !intended.includes(keyOf(d))), dismiss };
}

function read(at: string): string[] {
  try {
    return JSON.parse(localStorage.getItem(at) ?? '[]') as string[];
  } catch {
    return [];
  }
}
