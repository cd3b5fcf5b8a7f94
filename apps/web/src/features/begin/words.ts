import { register, text, type TextOf } from '@cedar-knot/wording/messages';
import '../../words.js';
import core from '@cedar-knot/wording/en/core-beginning';
import list from '@cedar-knot/wording/en/core-line-list';
import en from '@cedar-knot/wording/en/view-begin';

register(core);
register(list);
register(en);

/** words of this view */
export const msg: TextOf<'view.begin' | 'app'> = text;
