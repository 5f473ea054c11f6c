/** Hands a file to the person. */
export function download(bytes: Uint8Array, name: string, type: string): void {
  const url = URL.createObjectURL(new Blob([bytes as Uint8Array<ArrayBuffer>], { type }));
  const link = Object.assign(document.createElement('a'), { href: url, download: name });
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}

/** A piece's name as a file's. */
export const fileStem = (name: string): string =>
  (name.replace(/[^\p{L}\p{N} _-]+/gu, '').trim() || 'piece').replace(/ +/g, '-');

/** A size in bytes as people say it. */
export const saidSize = (bytes: number): string =>
  bytes < 1024 * 1024 ? `${(bytes / 1024).toFixed(1)} kB` : `${(bytes / 1024 / 1024).toFixed(1)} MB`;
