import { register, text, type TextOf } from '@cedar-knot/wording/messages';
import en from '@cedar-knot/wording/en/app';

register(en);

/** words of what all views share */
export const msg: TextOf<'app'> = text;
