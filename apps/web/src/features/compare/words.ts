import { register, text, type TextOf } from '@cedar-knot/wording/messages';
import '../../words.js';
import en from '@cedar-knot/wording/en/view-compare';

register(en);

/** words of this view */
export const msg: TextOf<'view.compare' | 'app'> = text;
