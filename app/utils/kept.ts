const key = (name: string): string => `under-arc:${name}`;

/** A list of short words that this browser keeps; empty when there is none, or none can be kept. */
export function readKept(name: string): readonly string[] {
  try {
    const list: unknown = JSON.parse(localStorage.getItem(key(name)) ?? '[]');
    return Array.isArray(list) ? list.filter((one): one is string => typeof one === 'string') : [];
  } catch {
    return [];
  }
}

export function writeKept(name: string, list: readonly string[]): void {
  try {
    localStorage.setItem(key(name), JSON.stringify(list));
  } catch {
    /* a full or forbidden store costs only the list */
  }
}
