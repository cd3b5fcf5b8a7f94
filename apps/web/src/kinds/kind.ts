import type { ElementResult } from '@cedar-knot/core';
import type { ReactElement } from 'react';

/** Ink of an equipment symbol after ISO 10628-2 / ISO 14617. */
export const INK = { stroke: 'var(--ink)', strokeWidth: 1.5, fill: 'var(--panel)', strokeLinejoin: 'round' } as const;

/** How one kind of element is shown: its symbol, and what its row and the profile say of it. */
export interface KindView {
  /** drawn around 0, 0; `r` is half the size */
  glyph: (r: number) => ReactElement;
  /** half the size of its symbol on the profile, px; 0 where the line itself is drawn */
  profileSize: number;
  /** what it takes, m, or gives where `gives`; with the figure whose working opens there */
  loss: { of: (r: ElementResult) => number | null; figure: string; gives?: boolean };
  /** dimensioned on the profile: the words under the height */
  measured?: string;
}

/** head that a result takes, m */
export const headLoss = (r: ElementResult): number | null => ('headLoss' in r ? r.headLoss : null);
