import { register, text, type TextOf } from '@cedar-knot/wording/messages';
import '../../words.js';
import core from '@cedar-knot/wording/en/core-beginning';
import en from '@cedar-knot/wording/en/view-begin';

register(core);
register(en);

/** words of this view */
export const msg: TextOf<'view.begin' | 'app'> = text;
