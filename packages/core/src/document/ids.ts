/** Ids are short words of letters, digits, _ - /, without spaces or dots, so that `id.key` addresses any input. */
export const ID_PATTERN = '^[\\p{L}\\p{N}_][\\p{L}\\p{N}_\\-/]{0,39}$';
const ID = new RegExp(ID_PATTERN, 'u');
const RESERVED: ReadonlySet<string> = new Set(['__proto__', 'constructor', 'prototype']);

export function isId(text: string): boolean {
  return ID.test(text) && !RESERVED.has(text);
}
