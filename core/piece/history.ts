import { invertSteps, mergeSteps, type Step } from './steps';

/** What a person did, as it is stored: in the undo list, in the change log, and on the way between. */
export interface Change {
  /** The gesture this belongs to: changes of one gesture share it and undo together. */
  readonly entryId: string;
  /** `do` for an edit; `undo` and `redo` name the entry that they take back or bring back. */
  readonly kind: 'do' | 'undo' | 'redo';
  /** What a person would call it: "Shift baseline". */
  readonly label: string;
  readonly steps: readonly Step[];
  /** Ids selected before and after. */
  readonly selectionBefore: readonly string[];
  readonly selectionAfter: readonly string[];
}

/** One line of the undo list. */
export interface Entry {
  readonly entryId: string;
  readonly label: string;
  readonly steps: readonly Step[];
  readonly selectionBefore: readonly string[];
  readonly selectionAfter: readonly string[];
}

export interface History {
  readonly undo: readonly Entry[];
  readonly redo: readonly Entry[];
}

export const EMPTY_HISTORY: History = { undo: [], redo: [] };

/** How many entries can be undone. */
export const MAX_ENTRIES = 300;

/** The newest entry of a name: older changes of keys that came again under one name are entries of their own. */
const newestOf = (entries: readonly Entry[], entryId: string): Entry | undefined =>
  entries.reduceRight<Entry | undefined>(
    (found, one) => found ?? (one.entryId === entryId ? one : undefined),
    undefined,
  );

/**
 * The undo list after one more change. The list is nothing but the changes folded up, so that it can be
 * rebuilt from the change log at any time.
 */
export function recordChange(history: History, change: Change): History {
  if (change.kind === 'do') {
    const last = history.undo.at(-1);
    if (last && last.entryId === change.entryId) {
      const grown: Entry = {
        ...last,
        label: change.label,
        steps: mergeSteps(last.steps, change.steps),
        selectionAfter: change.selectionAfter,
      };
      return { undo: [...history.undo.slice(0, -1), grown], redo: [] };
    }
    const { entryId, label, steps, selectionBefore, selectionAfter } = change;
    return {
      undo: [...history.undo, { entryId, label, steps, selectionBefore, selectionAfter }].slice(-MAX_ENTRIES),
      redo: [],
    };
  }
  if (change.kind === 'undo') {
    const entry = newestOf(history.undo, change.entryId);
    if (!entry) return history;
    return { undo: history.undo.filter((one) => one !== entry), redo: [...history.redo, entry] };
  }
  const entry = newestOf(history.redo, change.entryId);
  if (!entry) return history;
  return { undo: [...history.undo, entry], redo: history.redo.filter((one) => one !== entry) };
}

/** The change that undoes the newest entry, or null when there is none. */
export function undoChange(history: History): Change | null {
  const entry = history.undo.at(-1);
  return entry
    ? {
        entryId: entry.entryId,
        kind: 'undo',
        label: entry.label,
        steps: invertSteps(entry.steps),
        selectionBefore: entry.selectionAfter,
        selectionAfter: entry.selectionBefore,
      }
    : null;
}

/** The change that brings back what was undone last, or null when there is none. */
export function redoChange(history: History): Change | null {
  const entry = history.redo.at(-1);
  return entry
    ? {
        entryId: entry.entryId,
        kind: 'redo',
        label: entry.label,
        steps: entry.steps,
        selectionBefore: entry.selectionBefore,
        selectionAfter: entry.selectionAfter,
      }
    : null;
}
