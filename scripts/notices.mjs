// npm run notices: writes THIRD-PARTY-NOTICES.md from the packages that the application needs when it runs, with their licences.
import { existsSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './lib/run.mjs';

const lock = JSON.parse(readFileSync(join(ROOT, 'package-lock.json'), 'utf8'));

/** packages that are installed for running, not for building or testing */
const packages = Object.entries(lock.packages)
  .filter(([path, p]) => path.includes('node_modules/') && !p.dev && !p.link && !p.optional)
  .map(([path]) => path)
  .filter((path) => existsSync(join(ROOT, path, 'package.json')))
  .map((path) => {
    const { name, version, license, licenses } = JSON.parse(readFileSync(join(ROOT, path, 'package.json'), 'utf8'));
    const said =
      typeof license === 'string' ? license : (license?.type ?? licenses?.map((l) => l.type).join(' or ') ?? 'see its files');
    const file = readdirSync(join(ROOT, path)).find((f) => /^licen[cs]e/i.test(f));
    return { name, version, license: said, file: file ? `${path}/${file}` : '' };
  })
  .sort((a, b) => a.name.localeCompare(b.name) || a.version.localeCompare(b.version));

const rows = packages
  .filter((p, i) => i === 0 || p.name !== packages[i - 1].name || p.version !== packages[i - 1].version)
  .map((p) => `| ${p.name} | ${p.version} | ${p.license} | ${p.file ? `\`${p.file}\`` : ''} |`);

writeFileSync(
  join(ROOT, 'THIRD-PARTY-NOTICES.md'),
  `# What Cedar Knot uses of others

Written by \`npm run notices\` from the packages that the application needs when it runs.

- **Fonts**, bundled with the page: Source Sans 3 (Adobe) and IBM Plex Mono (IBM), both under the SIL Open Font License 1.1. They
  come unchanged from their packages and may not be sold by themselves.
- **MariaDB connector** (\`mariadb\`): LGPL 2.1 or later. It is used as it comes, from its own package, and can be replaced there by
  another version of it.
- **MariaDB server** is Debian's package, installed beside the application and not part of it (GPL 2).
- **ApexCharts** stays at the last version under the MIT licence.

| package | version | licence | text |
|---|---|---|---|
${rows.join('\n')}
`,
);
console.log(`${rows.length} packages`);
