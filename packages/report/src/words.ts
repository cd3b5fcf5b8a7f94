import { register, text, type TextOf } from '@cedar-knot/wording/messages';
import en from '@cedar-knot/wording/en/report';

register(en);

/** words of the report */
export const msg: TextOf<'report'> = text;
