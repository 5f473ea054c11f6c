import { decodeAscii } from './textBuffer';

const SIGNS = Uint8Array.from('ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/', (sign) =>
  sign.charCodeAt(0),
);
const FILL = 61;

/** Bytes as base64 (RFC 4648). */
export function encodeBase64(bytes: Uint8Array): string {
  const out = new Uint8Array(Math.ceil(bytes.length / 3) * 4);
  for (let from = 0, at = 0; from < bytes.length; from += 3, at += 4) {
    const left = bytes.length - from,
      word = (bytes[from]! << 16) | ((bytes[from + 1] ?? 0) << 8) | (bytes[from + 2] ?? 0);
    out[at] = SIGNS[word >> 18]!;
    out[at + 1] = SIGNS[(word >> 12) & 63]!;
    out[at + 2] = left > 1 ? SIGNS[(word >> 6) & 63]! : FILL;
    out[at + 3] = left > 2 ? SIGNS[word & 63]! : FILL;
  }
  return decodeAscii(out);
}

/** Bytes as a data URI (RFC 2397). */
export const dataUri = (mediaType: string, bytes: Uint8Array): string =>
  `data:${mediaType};base64,${encodeBase64(bytes)}`;
