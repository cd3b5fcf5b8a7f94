import { LONGEST_QUANTITY } from '../units/quantity.js';

/* Numbers as they are typed, without a unit. */

const PLAIN = /^\d+(?:\.\d*)?$|^\.\d+$/;

export function isPlainNumber(text: string): boolean {
  return PLAIN.test(text.trim());
}

/** `"35 %"` → 0.35; undefined for anything else */
export function readPercent(text: string): number | undefined {
  const trimmed = text.trim();
  if (trimmed.length > LONGEST_QUANTITY || !trimmed.endsWith('%')) return undefined;
  const number = trimmed.slice(0, -1).trim();
  return PLAIN.test(number) ? Number(number) / 100 : undefined;
}
