const ALPHABET = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/';

/** The bytes of a table that is kept as base64 (RFC 4648). */
export function decodeTable(text: string): Uint8Array {
  const codes = new Uint8Array(128);
  for (let i = 0; i < ALPHABET.length; i++) codes[ALPHABET.charCodeAt(i)] = i;
  const bytes = new Uint8Array((text.replace(/=/g, '').length * 3) >> 2);
  for (let i = 0, at = 0; at < bytes.length; i += 4) {
    const word = (codes[text.charCodeAt(i)]! << 18) | (codes[text.charCodeAt(i + 1)]! << 12) | (codes[text.charCodeAt(i + 2)]! << 6) | codes[text.charCodeAt(i + 3)]!;
    for (let shift = 16; shift >= 0 && at < bytes.length; shift -= 8) bytes[at++] = (word >> shift) & 255;
  }
  return bytes;
}

/** Bytes as base64 (RFC 4648). */
export function encodeBase64(bytes: Uint8Array): string {
  const parts: string[] = [];
  for (let from = 0; from < bytes.length; from += 3) {
    const word = (bytes[from]! << 16) | ((bytes[from + 1] ?? 0) << 8) | (bytes[from + 2] ?? 0);
    const left = bytes.length - from;
    parts.push(ALPHABET[word >> 18]! + ALPHABET[(word >> 12) & 63]! + (left > 1 ? ALPHABET[(word >> 6) & 63]! : '=') + (left > 2 ? ALPHABET[word & 63]! : '='));
  }
  return parts.join('');
}
