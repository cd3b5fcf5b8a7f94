/** The letter of the scenario at a place in the list: A, B … Z, A2, B2 … */
export function letterOf(index: number): string {
  const letter = String.fromCharCode(65 + (index % 26));
  return index < 26 ? letter : `${letter}${Math.floor(index / 26) + 1}`;
}

/** A thing by its id, with its name behind it where it has one: `P-410 Booster`. */
export const named = (id: string, name: unknown): string => (typeof name === 'string' && name !== '' ? `${id} ${name}` : id);
