import { ok, type Result } from '../../result';
import { enteredOwn, enterOwn, type OwnProfile, type OwnStock } from '../stocks';
import { readProfile } from './readProfile';
import { tablesOf } from './tablesOf';

/**
 * Reads a profile of a printer's own, so that it can stand in for a paper.
 *
 * @param id names it by its content
 * @returns the name under which it stands in, and what is in it; or why it cannot, see `readProfile`
 */
export function takeProfile(
  id: string,
  bytes: Uint8Array,
): Result<{ readonly stock: OwnStock; readonly profile: OwnProfile }> {
  const stock = `own-${id}` as const;
  const known = enteredOwn(stock);
  if (known) return ok({ stock, profile: known });
  const read = readProfile(bytes);
  if (!read.ok) return read;
  const { mostInk, ...tables } = tablesOf(read.value);
  const profile = { name: read.value.name, version: read.value.version, bytes, tables, mostInk };
  enterOwn(stock, profile);
  return ok({ stock, profile });
}
