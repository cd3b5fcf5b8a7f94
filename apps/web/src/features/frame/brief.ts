/** A value of a document in few letters. */
export function brief(value: unknown): string {
  if (value === undefined) return 'nothing';
  const text = JSON.stringify(value);
  return text.length > 50 ? `${text.slice(0, 50)}…` : text;
}
