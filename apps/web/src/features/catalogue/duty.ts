import type { PumpFilter } from '@cedar-knot/core';
import { siOf } from '../../state/quantities.js';

/** a duty as it is typed */
export interface Asked {
  flow: string;
  head: string;
  staticHead: string;
  npsha: string;
  flowTolerance: string;
  headTolerance: string;
  filter: PumpFilter;
}

export const NOTHING: Asked = {
  flow: '',
  head: '',
  staticHead: '',
  npsha: '',
  flowTolerance: '10 %',
  headTolerance: '10 %',
  filter: {},
};

/** a duty that can be sought, SI; tolerances as shares */
export interface Wanted extends PumpFilter {
  flow: number;
  head: number;
  staticHead?: number;
  npsha?: number;
  flowTolerance?: number;
  headTolerance?: number;
}

/** what is typed, once it has a flow and a head */
export function wantedOf(asked: Asked): Wanted | null {
  const flow = siOf(asked.flow, 'flow');
  const head = siOf(asked.head, 'head');
  if (!flow || !head) return null;
  const share = (t: string): number | undefined =>
    t.trim() === '' ? undefined : Number(t.replace('%', '')) / (t.includes('%') ? 100 : 1);
  const more = {
    staticHead: siOf(asked.staticHead, 'head'),
    npsha: siOf(asked.npsha, 'head'),
    flowTolerance: share(asked.flowTolerance),
    headTolerance: share(asked.headTolerance),
    ...asked.filter,
  };
  return { flow, head, ...(Object.fromEntries(Object.entries(more).filter(([, v]) => v !== undefined)) as Partial<Wanted>) };
}

/** H = Hs + (H − Hs)·(Q/Qr)² */
export function systemThrough({ flow, head, staticHead = 0 }: Wanted) {
  return Array.from({ length: 41 }, (_, i) => (1.3 * flow * i) / 40).map((q) => ({
    flow: q,
    head: staticHead + (head - staticHead) * (q / flow) ** 2,
  }));
}
