import { register, text, type TextOf } from '@cedar-knot/wording/messages';
import en from '@cedar-knot/wording/en/cli';

register(en);

/** words of the command line */
export const msg: TextOf<'cli'> = text;
