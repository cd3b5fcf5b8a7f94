/*
 * A backup: a gzip of lines of JSON, data and nothing else.
 *
 *   {"format":"cedar-knot-backup","version":2,"schema":["0001-studies",…],"madeAt":"…"}
 *   {"table":"studies","columns":["id","title",…]}
 *   ["…","…",3,null,{"base64":"…"}]                     a row; times as "2026-11-30 12:00:00.000" UTC
 *   {"end":"studies","rows":7,"sha256":"…"}              of the bytes of its rows, line ends too
 *   … a part a table
 *   {"end":"backup","tables":9}
 */
export const FORMAT = 'cedar-knot-backup';
export const VERSION = 2;
/** how the backups of the first form begin: a dump of statements, of which only rows are read */
export const FIRST_FORM = '-- Cedar Knot backup, version 1\n';
/** kept elsewhere, or of no use elsewhere: the schema stands in the head, sessions are of one machine */
export const NOT_KEPT = new Set(['migrations', 'sessions']);

export const toJson = (value) => (value instanceof Uint8Array ? { base64: Buffer.from(value).toString('base64') } : value);
export const fromJson = (value) => (typeof value === 'object' && value !== null ? Buffer.from(value.base64, 'base64') : value);
