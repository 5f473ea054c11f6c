import { ok } from '../../result';
import { LIMITS } from '../../fields/limits';
import type { Piece } from '../types';
import { doesNotFit, type StepKind } from './kind';

/**
 * Sets one property of an item, or of the piece itself where `id` is null. The path leads to the property
 * through the item's fields (`['seat', 'baselineShiftMm']`). `was` is the value it replaces.
 */
export interface SetStep {
  readonly kind: 'set';
  readonly id: string | null;
  readonly path: readonly string[];
  readonly value: unknown;
  readonly was: unknown;
}

const read = (from: unknown, path: readonly string[]): { found: boolean; value: unknown } => {
  let current = from;
  for (const name of path) {
    if (typeof current !== 'object' || current === null || !Object.hasOwn(current, name))
      return { found: false, value: undefined };
    current = (current as Record<string, unknown>)[name];
  }
  return { found: true, value: current };
};

/** Copies along the path only: every sibling stays the same object. */
const write = (into: unknown, path: readonly string[], value: unknown): unknown => {
  const [name, ...rest] = path;
  if (name === undefined) return value;
  const old = (into as Record<string, unknown>)[name];
  const next = write(old, rest, value);
  return next === old ? into : { ...(into as object), [name]: next };
};

const target = (piece: Piece, id: string | null): unknown =>
  id === null ? piece : piece.items.find((item) => item.id === id);

/** Fields that no step may set: they are identity, not content. */
const FIXED = new Set(['id', 'type', 'format', 'version', 'items']);

export const setKind: StepKind<SetStep> = {
  isWhole: ({ id, path, value }) =>
    (id === null || typeof id === 'string') &&
    Array.isArray(path) &&
    path.length >= LIMITS.stepPath.min &&
    path.length <= LIMITS.stepPath.max &&
    path.every((name) => typeof name === 'string') &&
    value !== undefined,
  apply(piece, { id, path, value }) {
    const subject = target(piece, id);
    if (subject === undefined) return doesNotFit('what it changes was deleted');
    if (path.length === 0 || FIXED.has(path[0]!) || !read(subject, path).found) {
      return doesNotFit(`there is no property ${path.join('.')} to set`);
    }
    const next = write(subject, path, value);
    if (next === subject) return ok(piece);
    if (id === null) return ok(next as Piece);
    return ok({ ...piece, items: piece.items.map((item) => (item.id === id ? (next as typeof item) : item)) });
  },
  invert: (step) => ({ ...step, value: step.was, was: step.value }),
  merge: (first, second) =>
    first.id === second.id && first.path.join('\n') === second.path.join('\n') ? { ...second, was: first.was } : null,
  rebase(piece, step) {
    const { found, value } = read(target(piece, step.id), step.path);
    return found ? { ...step, was: value } : step;
  },
};

/** A set step that reads the value it replaces from the piece. */
export const setStep = (piece: Piece, id: string | null, path: readonly string[], value: unknown): SetStep => ({
  kind: 'set',
  id,
  path,
  value,
  was: read(target(piece, id), path).value,
});
