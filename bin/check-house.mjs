// Checks what the linter cannot: how many files a folder holds, that no line of code must be scrolled sideways, that every
// entry of a table stands in it, and what share of the code is tests. Run by `npm run lint`.
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('..', import.meta.url));
const MOST_FILES = 20;
const COLUMNS = 120;
const TESTS = { least: 0.25, most: 0.34 };

/** Tables: a folder with one file an entry, and the file that lists them. Files of the folder that are no entries are named. */
const TABLES = [
  {
    folder: 'core/shapes',
    list: 'core/shapes/index.ts',
    beside: ['common', 'kind', 'rounded', 'similarity', 'through'],
  },
  { folder: 'core/piece/steps', list: 'core/piece/steps/index.ts', beside: ['kind'] },
  { folder: 'core/stances', list: 'core/stances/index.ts', beside: ['kind'] },
  { folder: 'core/editing/rules', list: 'core/editing/rules/index.ts', beside: [] },
  { folder: 'core/drawing/items', list: 'core/drawing/items/index.ts', beside: ['kind'] },
  { folder: 'core/piece/items', list: 'core/piece/items/index.ts', beside: ['placed'] },
  { folder: 'core/proof/checks', list: 'core/proof/index.ts', beside: [] },
  { folder: 'core/output/formats', list: 'core/output/formats/index.ts', beside: ['kind'] },
];

const problems = [];
const files = execFileSync('git', ['ls-files', '-co', '--exclude-standard'], { cwd: root, encoding: 'utf8' })
  .split('\n')
  .filter((file) => /\.(ts|vue|mjs)$/.test(file));
const textOf = (file) => readFileSync(join(root, file), 'utf8');

const folders = new Map();
for (const file of files) folders.set(dirname(file), (folders.get(dirname(file)) ?? 0) + 1);
for (const [folder, count] of folders) {
  const isTable = TABLES.some((table) => table.folder === folder) || folder.startsWith('tests/');
  if (count > MOST_FILES && !isTable) problems.push(`${folder} holds ${count} files; ${MOST_FILES} are the most.`);
}

for (const { folder, list, beside } of TABLES) {
  const listed = textOf(list);
  for (const file of files.filter((one) => dirname(one) === folder)) {
    const name = basename(file, '.ts');
    if (name === 'index' || beside.includes(name)) continue;
    if (!new RegExp(`from '\\./(\\w+/)?${name}'`).test(listed)) problems.push(`${file} does not stand in ${list}.`);
  }
}

/** Lines that hold a long text, an address or a pattern cannot be broken; tables of figures are data. */
const isUnbreakable = (line) => /['"`/].{40,}['"`/]|^[^<>]*[>}][^<>]{40,}|https?:/.test(line) || !/[=(){};]/.test(line);
for (const file of files.filter((one) => !/core\/ink\/\w*[tT]able\.ts$/.test(one)))
  textOf(file)
    .split('\n')
    .forEach((line, i) => {
      if ([...line].length > COLUMNS && !isUnbreakable(line))
        problems.push(`${file}:${i + 1} is wider than ${COLUMNS} columns.`);
    });

const linesIn = (list) => list.reduce((sum, file) => sum + textOf(file).split('\n').length, 0);
const isTest = (file) => file.startsWith('tests/');
const share = linesIn(files.filter(isTest)) / linesIn(files);
if (share < TESTS.least || share > TESTS.most) problems.push(`Tests are ${(share * 100).toFixed(1)} % of the code.`);

console.log(
  `${files.length} files in ${folders.size} folders, the fullest of code ${Math.max(...[...folders].filter(([one]) => !one.startsWith('tests/') && !TABLES.some((table) => table.folder === one)).map(([, count]) => count))}; tests ${(share * 100).toFixed(1)} % of the lines`,
);
for (const problem of problems) console.error(problem);
process.exitCode = problems.length > 0 ? 1 : 0;
