import { register, text, type TextOf } from '@cedar-knot/wording/messages';
import type { Layout } from '@cedar-knot/core';
import '../../words.js';
import en from '@cedar-knot/wording/en/view-catalogue';

register(en);

/** words of this view */
export const msg: TextOf<'view.catalogue' | 'app'> = text;

/** how a table stands on its sheet */
export const LAYOUT_NAMES: Readonly<Record<Layout, string>> = {
  down: msg('view.catalogue.layout.down'),
  across: msg('view.catalogue.layout.across'),
  blocks: msg('view.catalogue.layout.blocks'),
  'side-by-side': msg('view.catalogue.layout.side-by-side'),
  'by-header': msg('view.catalogue.layout.by-header'),
  polynomial: msg('view.catalogue.layout.polynomial'),
};
