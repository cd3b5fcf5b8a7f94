/* Odd ways to write an address of the API, for tests: as nobody none of them may be answered with anything. */

type Spelling = readonly [name: string, of: (path: string) => string];

const replaced =
  (by: string) =>
  (path: string): string =>
    path.replace('/api', by);

/** @param path an address that begins with `/api` */
export const SPELLINGS: readonly Spelling[] = [
  ['as it is', (p) => p],
  ['capitals', replaced('/API')],
  ['a capital', replaced('/Api')],
  ['capitals throughout', (p) => p.toUpperCase()],
  ['two slashes', replaced('//api')],
  ['two slashes behind', replaced('/api/')],
  ['a slash at the end', (p) => `${p}/`],
  ['a dot', replaced('/./api')],
  ['two dots', replaced('/x/../api')],
  ['two dots within', replaced('/api/../api')],
  ['an encoded letter', replaced('/%61pi')],
  ['an encoded capital', replaced('/%41PI')],
  ['an encoded letter twice', replaced('/%2561pi')],
  ['an encoded slash before', replaced('/%2fapi')],
  ['an encoded slash behind', (p) => p.replace('/api/', '/api%2f')],
  ['an encoded dot', replaced('/%2e/api')],
  ['an encoded null', (p) => `${p}%00`],
  ['an encoded space', (p) => `${p}%20`],
  ['half an encoding', (p) => `${p}%`],
  ['a semicolon', replaced('/api;x=1')],
  ['a semicolon at the end', (p) => `${p};x`],
  ['a semicolon before', replaced('/;/api')],
  ['dots and a semicolon', replaced('/x/..;/api')],
  ['a backslash', replaced('/\\api')],
  ['a backslash behind', (p) => p.replace('/api/', '/api\\')],
  ['the whole address', replaced('http://127.0.0.1/api')],
  ['no slash', replaced('api')],
  ['a page before', replaced('/studies/../api')],
];
