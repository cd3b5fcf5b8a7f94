import { register, text, type TextOf } from '@cedar-knot/wording/messages';
import '../../words.js';
import en from '@cedar-knot/wording/en/view-working';

register(en);

/** words of this view */
export const msg: TextOf<'view.working' | 'app'> = text;
