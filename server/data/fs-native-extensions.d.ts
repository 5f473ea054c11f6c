/** What is used of the package, which brings no types of its own. */
declare module 'fs-native-extensions' {
  /** Locks an open file for its handle alone; false where another one holds it. */
  export function tryLock(handle: number): boolean;
  export function unlock(handle: number): void;
}
