/** first bytes of the pictures that are printed, as base64 has them */
const PICTURES = [/^data:image\/png;base64,iVBORw0KGgo[A-Za-z0-9+/=]+$/, /^data:image\/jpeg;base64,\/9j\/[A-Za-z0-9+/=]+$/];

/** A picture for the head of a report; null where it is none that can be printed. */
export function pictureIn(logo: unknown): string | null {
  return typeof logo === 'string' && PICTURES.some((p) => p.test(logo)) ? logo : null;
}
