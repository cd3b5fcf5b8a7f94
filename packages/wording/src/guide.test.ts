import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

/* The user guide names what stands on the screen: every label in italics is one of the catalogue, alone or before what changes in it. */

const messages = readdirSync(join(__dirname, 'en')).flatMap((file) =>
  Object.values(jest.requireActual<{ default: Readonly<Record<string, string>> }>(`./en/${file}`).default),
);
const LONGER = 14;

test('every label of the user guide stands in the catalogue', () => {
  const guide = readFileSync(join(__dirname, '../../../docs/user-guide.md'), 'utf8')
    .replace(/^\* /gm, '- ')
    .replace(/\s+/g, ' ')
    .replace(/\*\*[^*]*\*\*|`[^`]*`/g, '');
  const labels = [...new Set([...guide.matchAll(/\*([^*]+)\*/g)].map((m) => m[1]!.toLowerCase()))];
  expect(labels.length).toBeGreaterThan(60);
  const isSaid = (label: string): boolean =>
    messages.some((m) => {
      const text = m.toLowerCase();
      // `From the largest required flow, {flow} {unit}`, `Loss {unit}`
      return (
        text === label ||
        (text.startsWith(label) && (text.length < label.length + LONGER || /^,? ?\{/.test(text.slice(label.length))))
      );
    });
  expect(labels.filter((label) => !isSaid(label))).toEqual([]);
});
