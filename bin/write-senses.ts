// Writes fonts/senses.json: how white is read in each face that ships, fitted to it, so that no program has to fit it
// anew. Run with `npm run senses` after a face is added or its package is updated.
import { writeFile } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';
import { fitSense } from '../core/setting/space/white/sense';
import { shippedFaces } from '../fonts/shippedFaces';

const home = fileURLToPath(new URL('..', import.meta.url));
const lines = [...(await shippedFaces(home))].map(
  ([id, face]) => `  ${JSON.stringify(id)}: ${JSON.stringify(fitSense(face))}`,
);
await writeFile(fileURLToPath(new URL('../fonts/senses.json', import.meta.url)), `{\n${lines.join(',\n')}\n}\n`);
