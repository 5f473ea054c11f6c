import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { setSense } from '../core/setting/space/white/sense';
import { createFace, type Face } from '../core/type/face';
import { shippedSense } from './shippedSenses';

/**
 * All faces that ship, for programs that run in Node.
 *
 * @param home the project's folder; faces are listed in its fonts/faces.json and lie in fonts/files
 * @param only ids of the faces wanted; all when left out
 * @throws Error when a file is missing or damaged: the installation is broken then, run `npm install`
 */
export async function shippedFaces(home: string, only?: ReadonlySet<string>): Promise<ReadonlyMap<string, Face>> {
  const fonts = join(home, 'fonts');
  const list = JSON.parse(await readFile(join(fonts, 'faces.json'), 'utf8')) as { id: string; name: string }[];
  const faces = new Map<string, Face>();
  for (const { id, name } of list) {
    if (only && !only.has(id)) continue;
    const face = createFace(id, name, await readFile(join(fonts, 'files', `${id}.ttf`)));
    if (!face.ok) throw new Error(face.problem.message);
    const sense = shippedSense(id);
    if (sense) setSense(face.value, sense);
    faces.set(id, face.value);
  }
  return faces;
}
