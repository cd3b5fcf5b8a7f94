/** types that may be attached, by how their files begin: what a name or a header says is not believed */
const SIGNS: readonly (readonly [type: string, sign: readonly number[]])[] = [
  ['application/pdf', [0x25, 0x50, 0x44, 0x46, 0x2d]],
  ['image/png', [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]],
  ['image/jpeg', [0xff, 0xd8, 0xff]],
];

/** bytes of an attachment; and how many a model has, at most */
export const LARGEST_ATTACHMENT = 20 * 1024 * 1024;
export const MOST_ATTACHMENTS = 20;

/** Media type of a file by its first bytes; undefined for what is not taken. */
export function mediaTypeOf(data: Uint8Array): string | undefined {
  return SIGNS.find(([, sign]) => sign.every((byte, i) => data[i] === byte))?.[0];
}
