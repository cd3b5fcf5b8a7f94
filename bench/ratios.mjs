// Ratios of a bench beside those that were recorded: `--record` writes them, `--compare` says what grew by more than a quarter.
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

const RECORDED = fileURLToPath(new URL('./recorded.json', import.meta.url));
/** what a busy machine does to a ratio of two figures of the same run */
const ALLOWED = 1.25;
const found = new Map();

/** a figure as a multiple of a floor that was measured in the same run */
export function ratio(name, ms, floor) {
  found.set(name, ms / floor);
}

export function finishRatios(argv = process.argv) {
  const rounded = Object.fromEntries([...found].map(([name, x]) => [name, Number(x.toPrecision(3))]));
  if (argv.includes('--record')) writeFileSync(RECORDED, `${JSON.stringify(rounded, null, 2)}\n`);
  if (!argv.includes('--compare') || !existsSync(RECORDED)) return;
  const recorded = JSON.parse(readFileSync(RECORDED, 'utf8'));
  console.log(`\n${'over its floor'.padEnd(58)} ${'recorded'.padStart(9)} ${'now'.padStart(9)}`);
  const grown = [];
  for (const [name, now] of Object.entries(rounded)) {
    const before = recorded[name];
    const isGrown = before !== undefined && now > before * ALLOWED;
    if (isGrown) grown.push(name);
    console.log(
      `${name.padEnd(58)} ${String(before ?? '–').padStart(9)} ${String(now).padStart(9)}${isGrown ? `  ${Math.round((now / before - 1) * 100)} % more` : ''}`,
    );
  }
  for (const name of Object.keys(recorded)) if (!found.has(name)) console.log(`${name.padEnd(58)} no longer measured`);
  console.log(grown.length === 0 ? '\nnothing grew by more than 25 %' : `\ngrown by more than 25 %: ${grown.join('; ')}`);
  if (grown.length > 0) process.exitCode = 1;
}
