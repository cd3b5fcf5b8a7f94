import { register, text, type TextOf } from '@cedar-knot/wording/messages';
import '../../words.js';
import en from '@cedar-knot/wording/en/view-system';

register(en);

/** words of this view */
export const msg: TextOf<'view.system' | 'app'> = text;
