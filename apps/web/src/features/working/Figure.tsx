import type { ReactNode } from 'react';
import { useStudy } from '../context.js';
import { msg } from './words.js';

/** A number that can be asked for its working: pressing it opens the steps behind it. */
export function Figure({
  id,
  figure,
  scenario,
  children,
}: {
  id: string;
  figure: string;
  scenario?: string;
  children: ReactNode;
}) {
  const openWorking = useStudy((s) => s.openWorking);
  // the same is reached by keys in the panel's list of workings; as buttons these would crowd every row
  return (
    <span
      title={msg('view.working.clickToShowTheCalculation')}
      onClick={(e) => {
        e.stopPropagation();
        openWorking(id, figure, scenario);
      }}
      className="cursor-pointer decoration-dotted underline-offset-2 hover:underline"
    >
      {children}
    </span>
  );
}
