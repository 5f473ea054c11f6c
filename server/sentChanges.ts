import * as yup from 'yup';
import type { Change } from '#core/piece/history';
import { isStep } from '#core/piece/steps/index';
import { isWellFormed } from '#core/piece/check/wellFormed';
import type { SentChange } from './data/desk';

/** What a page sends: changes, made on a revision. */
export interface SentChanges {
  readonly clientId: string;
  readonly baseRevision: number;
  readonly changes: readonly SentChange[];
}

const MOST = { name: 80, ids: 2000, steps: 5000, changes: 500 } as const;
const KINDS = ['do', 'undo', 'redo'] as const satisfies readonly Change['kind'][];

const name = () => yup.string().strict().required().max(MOST.name);
const ids = () => yup.array().strict().of(name()).required().max(MOST.ids);

const changeSchema = yup
  .object({
    entryId: name(),
    kind: yup.string<Change['kind']>().oneOf(KINDS).required(),
    label: name(),
    steps: yup
      .array()
      .strict()
      .required()
      .max(MOST.steps)
      .of(yup.mixed().test('step', '${path} is no step that is known, or not a whole one', isStep)),
    selectionBefore: ids(),
    selectionAfter: ids(),
  })
  .strict()
  .noUnknown()
  .required();

export const sentChangesSchema = yup
  .object({
    clientId: name(),
    baseRevision: yup.number().strict().integer().min(0).required(),
    changes: yup
      .array()
      .strict()
      .required()
      .min(1)
      .max(MOST.changes)
      .of(yup.object({ changeId: name(), change: changeSchema }).strict().noUnknown().required()),
  })
  .strict()
  .noUnknown()
  .required();

const isName = (value: unknown): boolean =>
  typeof value === 'string' && value !== '' && value.length <= MOST.name && isWellFormed(value);
const isListOf = (value: unknown, most: number, is: (one: unknown) => boolean): boolean =>
  Array.isArray(value) && value.length <= most && value.every((one) => is(one));
const isObjectOf = (value: unknown, fields: Readonly<Record<string, (one: unknown) => boolean>>): boolean => {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return false;
  const names = Object.keys(fields);
  return (
    Object.keys(value).length === names.length &&
    names.every((one) => fields[one]!((value as Record<string, unknown>)[one]))
  );
};
const CHANGE = {
  entryId: isName,
  kind: (value: unknown) => KINDS.includes(value as Change['kind']),
  label: isName,
  steps: (value: unknown) => isListOf(value, MOST.steps, isStep),
  selectionBefore: (value: unknown) => isListOf(value, MOST.ids, isName),
  selectionAfter: (value: unknown) => isListOf(value, MOST.ids, isName),
};
const SENT = {
  clientId: isName,
  baseRevision: (value: unknown) => Number.isInteger(value) && (value as number) >= 0,
  changes: (value: unknown) =>
    isListOf(value, MOST.changes, (one) =>
      isObjectOf(one, { changeId: isName, change: (change) => isObjectOf(change, CHANGE) }),
    ) && (value as unknown[]).length > 0,
};

/**
 * The same as the schema says, at once, and no more: what is set by steps is looked at with the piece. Most of what a
 * server hears is right.
 */
export const isSentChanges = (value: unknown): boolean => isObjectOf(value, SENT);
