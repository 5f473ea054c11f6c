// Copies the faces that ship, whole and unsubsetted, with their licences, from the installed packages
// to fonts/files, where the server, the command line and the browser find them.
import { copyFileSync, existsSync, mkdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
const list = join(root, 'fonts/faces.json');
if (existsSync(list)) {
  const target = join(root, 'fonts/files');
  mkdirSync(target, { recursive: true });
  for (const { id, source } of JSON.parse(readFileSync(list, 'utf8'))) {
    const home = join(root, 'node_modules', source.package);
    copyFileSync(join(home, source.file), join(target, `${id}.ttf`));
    copyFileSync(join(home, 'LICENSE_FONT'), join(target, `${id}-OFL.txt`));
  }
}
