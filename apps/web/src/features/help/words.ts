import '../../words.js';
import { register, text, type TextOf } from '@cedar-knot/wording/messages';
import en from '@cedar-knot/wording/en/view-help';

register(en);

/** words of the help */
export const msg: TextOf<'view.help' | 'app'> = text;
