import { nanoid } from 'nanoid';

/** A name for a gesture, that no other has: edits under one name are one line of the undo list. */
export const newGesture = (): string => nanoid(12);
