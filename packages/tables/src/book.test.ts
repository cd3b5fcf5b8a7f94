import { delimiterOf } from './delimiter.js';

test.each([
  ['a;b;c\n1,5;2,5;3', ';'],
  ['a,b\n"1,5",2', ','],
  ['a\tb\n1,5\t2', '\t'],
  ['title\na;b\nc;d', ';'],
  ['', ','],
])('%j is parted by %j', (text, by) => expect(delimiterOf(text)).toBe(by));
