import { rename, rm, writeFile } from 'node:fs/promises';
import { complain } from './report';

/** Writes beside the target first, so that a failure leaves no half file. */
async function writeWhole(file: string, content: string | Uint8Array): Promise<void> {
  const draft = `${file}.${process.pid}.part`;
  try {
    await writeFile(draft, content);
    await rename(draft, file);
  } catch (error) {
    await rm(draft, { force: true });
    throw error;
  }
}

/** Writes a file, or says why it could not be. */
export async function written(to: string, content: string | Uint8Array): Promise<boolean> {
  try {
    await writeWhole(to, content);
    return true;
  } catch (error) {
    complain([
      {
        code: 'not-written',
        message: `${to} could not be written (${(error as NodeJS.ErrnoException).code ?? String(error)}).`,
      },
    ]);
    return false;
  }
}
