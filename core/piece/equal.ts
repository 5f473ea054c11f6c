/** Whether two plain values say the same, whatever the order of their fields. */
export function sameValue(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (
    typeof a !== 'object' ||
    typeof b !== 'object' ||
    a === null ||
    b === null ||
    Array.isArray(a) !== Array.isArray(b)
  )
    return false;
  const [own, other] = [Object.entries(a), b as Record<string, unknown>];
  return (
    own.length === Object.keys(b).length &&
    own.every(([name, value]) => Object.hasOwn(other, name) && sameValue(value, other[name]))
  );
}
