const ALPHABET = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/';

/** The bytes of a table that is stored as base64 (RFC 4648). */
export function decodeTable(text: string): Uint8Array {
  const codes = new Uint8Array(128);
  for (let i = 0; i < ALPHABET.length; i++) codes[ALPHABET.charCodeAt(i)] = i;
  const bytes = new Uint8Array((text.replace(/=/g, '').length * 3) >> 2);
  for (let i = 0, at = 0; at < bytes.length; i += 4) {
    const word =
      (codes[text.charCodeAt(i)]! << 18) |
      (codes[text.charCodeAt(i + 1)]! << 12) |
      (codes[text.charCodeAt(i + 2)]! << 6) |
      codes[text.charCodeAt(i + 3)]!;
    for (let shift = 16; shift >= 0 && at < bytes.length; shift -= 8) bytes[at++] = (word >> shift) & 255;
  }
  return bytes;
}
