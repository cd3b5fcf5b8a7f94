import { isElementKind, type ElementKindName } from '@cedar-knot/core';
import type { ReactElement } from 'react';
import { controlValve } from './control-valve.js';
import { device } from './device.js';
import { handValve } from './hand-valve.js';
import { INK, type KindView } from './kind.js';
import { nonReturn } from './non-return.js';
import { orifice } from './orifice.js';
import { pipe } from './pipe.js';
import { POINT_GLYPHS } from './points.js';
import { pump } from './pump.js';

/** Every kind of element as it is shown; the compiler asks for one of each kind of the core. */
const KIND_VIEWS: Readonly<Record<ElementKindName, KindView>> = {
  pipe,
  pump,
  'control-valve': controlValve,
  device,
  orifice,
  'hand-valve': handValve,
  'non-return': nonReturn,
};

export function kindView(kind: string): KindView | undefined {
  return isElementKind(kind) ? KIND_VIEWS[kind] : undefined;
}

/** The symbol of a point, line or element around 0, 0. */
export function Glyph({ kind, r = 8 }: { kind: string; r?: number }): ReactElement {
  const draw = kindView(kind)?.glyph ?? (POINT_GLYPHS as Readonly<Record<string, (r: number) => ReactElement>>)[kind];
  return draw ? draw(r) : <circle r={r * 0.3} {...INK} />;
}

export function GlyphIcon({ kind, size = 22 }: { kind: string; size?: number }) {
  return (
    <svg width={size} height={size} viewBox="-11 -11 22 22" aria-hidden="true" className="flex-none overflow-visible">
      <Glyph kind={kind} />
    </svg>
  );
}
