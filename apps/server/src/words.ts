import { register, text, type TextOf } from '@cedar-knot/wording/messages';
import en from '@cedar-knot/wording/en/server';

register(en);

/** words of what the server answers */
export const msg: TextOf<'server'> = text;

export { said, worded, type Worded } from '@cedar-knot/wording/messages';
