import { strFromU8 } from 'fflate';

/** Signatures and lengths of records of a ZIP (APPNOTE 6.3.10, 4.3). */
const END = 0x06054b50,
  END_BYTES = 22,
  ENTRY = 0x02014b50,
  ENTRY_BYTES = 46;

/** Where the record at the end of a ZIP begins, before a comment of any length; -1 where there is none. */
function endOf(view: DataView): number {
  for (let at = view.byteLength - END_BYTES; at >= 0; at--) if (view.getUint32(at, true) === END) return at;
  return -1;
}

/** The checksums that a ZIP states for its files, by name. Empty where its list of files cannot be read. */
export function zipSums(bytes: Uint8Array): ReadonlyMap<string, number> {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const sums = new Map<string, number>();
  const end = endOf(view);
  if (end < 0) return sums;
  const count = view.getUint16(end + 10, true);
  for (let n = 0, at = view.getUint32(end + 16, true); n < count && at + ENTRY_BYTES <= end; n++) {
    if (view.getUint32(at, true) !== ENTRY) break;
    const name = view.getUint16(at + 28, true),
      rest = view.getUint16(at + 30, true) + view.getUint16(at + 32, true);
    const from = at + ENTRY_BYTES;
    sums.set(strFromU8(bytes.subarray(from, from + name)), view.getUint32(at + 16, true));
    at = from + name + rest;
  }
  return sums;
}
