// Writes docs/third-party.md: every package that the application is made of, with its version and licence, and the faces that
// ship. Run with `npm run notices` after packages change.
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('..', import.meta.url));
const read = (path) => JSON.parse(readFileSync(join(root, path), 'utf8'));
const { packages } = read('package-lock.json');

const rows = Object.entries(packages)
  .filter(([path, one]) => path.startsWith('node_modules/') && !one.dev && existsSync(join(root, path, 'package.json')))
  .map(([path, { version }]) => {
    const { license, licenses } = read(`${path}/package.json`);
    const named = license ?? licenses?.map((one) => one.type ?? one).join(' or ') ?? 'not stated';
    return { name: path.slice(path.lastIndexOf('node_modules/') + 13), version, licence: named.type ?? named };
  })
  .sort((a, b) => (a.name < b.name ? -1 : a.name > b.name ? 1 : 0));
const unique = rows.filter((row, i) => row.name !== rows[i - 1]?.name || row.version !== rows[i - 1]?.version);

const faces = read('fonts/faces.json').map(
  ({ name, licence, source }) => `| ${name} | ${licence} | ${source.package} |`,
);
writeFileSync(
  join(root, 'docs/third-party.md'),
  `# What Under Arc is made of

Written by \`npm run notices\`. The texts of the licences lie in each package; those of the faces lie beside them in fonts/files
(\`ID-OFL.txt\`). The CMYK profile is made from characterisation data under the zlib licence.

## Typefaces

| face | licence | package |
| --- | --- | --- |
${faces.join('\n')}

## Packages

| package | version | licence |
| --- | --- | --- |
${unique.map(({ name, version, licence }) => `| ${name} | ${version} | ${licence} |`).join('\n')}
`,
);
