import { inputAt } from '@cedar-knot/core';
import { ChartSpline } from 'lucide-react';
import { Link, useParams } from 'react-router';
import { useStudy } from '../context.js';
import { msg } from './words.js';

/** Leads from an entry to its sweep: what it does to every scenario when it moves. Nothing for what is no number. */
export function SweepThis({ address, label }: { address: string; label: string }) {
  const { id } = useParams();
  const isMovable = useStudy((s) => inputAt(s.study, address) !== undefined);
  if (!isMovable || id === undefined) return null;
  return (
    <Link
      to={`/studies/${id}/margins?sheet=sweep&input=${encodeURIComponent(address)}`}
      title={msg('view.entry.sweepEffectOfChangingIt', { label: label.toLowerCase() })}
      aria-label={msg('view.entry.sweep', { label: label.toLowerCase() })}
      className="text-inkq hover:text-cedar bg-panel relative -ml-[18px] flex h-[24px] w-[18px] flex-none items-center justify-center opacity-0 group-focus-within:opacity-100 group-hover:opacity-100 focus:opacity-100"
      data-sweep={address}
    >
      <ChartSpline size={13} aria-hidden="true" />
    </Link>
  );
}
