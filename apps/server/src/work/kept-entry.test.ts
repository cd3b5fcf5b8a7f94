import { judgeCatalogue, usable } from '@cedar-knot/core';
import { generatePumps } from '../seed/makers/pumps.js';
import { entryOfText, entryOfWritten, KEPT_BY_THIS, textOfRead } from './kept-entry.js';

test('an entry in SI comes back as it was kept, to the last digit; one with flows by mass is known as such', () => {
  for (const [key, entry] of Object.entries(generatePumps(8))) {
    const read = entryOfWritten(key, JSON.stringify(entry));
    const text = textOfRead(read);
    expect(text.startsWith(KEPT_BY_THIS.slice(0, -1))).toBe(true);
    const { pumps } = judgeCatalogue({ format: 'cedar-knot-catalogue', version: 1, pumps: { [key]: entry } });
    expect(JSON.parse(JSON.stringify(entryOfText(text)))).toEqual({ byMass: false, read: pumps.get(key) });
    expect(usable(entryOfText(text).read)!.curves.map((c) => c.rows)).toEqual(usable(pumps.get(key)!)!.curves.map((c) => c.rows));
  }
  const curve = [{ flow: '0 t/h', head: '40 m' }, { flow: '30 t/h', head: '30 m' }]; // prettier-ignore
  expect(entryOfWritten('m', JSON.stringify({ speed: '2900 rpm', curve })).byMass).toBe(true);
});
