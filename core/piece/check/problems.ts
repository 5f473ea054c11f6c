import { ValidationError } from 'yup';
import type { Problem } from '../../result';
import { boundsProblem } from './bounds';
import { acceptorOf } from '../../fields';

interface Schema {
  readonly validateSync: (value: unknown, options: object) => unknown;
}

/** Values with more parts than this are told their first problem only: naming each costs time. */
const TOLD_WHOLE = 5000;

/**
 * All problems that a schema finds, each with the path of its field (`items[2].shape.radiusMm`); of a value with very
 * many parts the first. What is beyond all bounds is found before the schema is asked.
 *
 * @param path where the value stands, for the messages; '' for a whole
 */
export function problemsOf(schema: Schema, value: unknown, path = ''): Problem[] {
  // What is right is seen to be at once.
  if (acceptorOf(schema)?.(value)) return [];
  const bounds = boundsProblem(value, schema, path);
  if (bounds.problem) return [bounds.problem];
  try {
    schema.validateSync(value, { strict: true, abortEarly: bounds.parts > TOLD_WHOLE, ...(path && { path }) });
    return [];
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    const all = error.inner.length > 0 ? error.inner : [error];
    return all.map((one) => ({
      code: one.type === 'noUnknown' ? 'unknown-field' : 'wrong-field',
      message: describe(one),
      field: fieldOf(one),
      value: one.params?.['originalValue'] ?? one.value,
    }));
  }
}

/** How much of what was sent is told back in a message. */
const TOLD = 120;

const unknownNames = (error: ValidationError): string => String(error.params?.['unknown'] ?? '').slice(0, TOLD);

const fieldOf = (error: ValidationError): string => {
  const path = error.path ?? '';
  if (error.type !== 'noUnknown') return path;
  const name = unknownNames(error).split(',')[0]!.trim();
  return path ? `${path}.${name}` : name;
};

const describe = (error: ValidationError): string => {
  if (error.type !== 'noUnknown') return error.message.replace(/^this\b/, 'The piece');
  return `${error.path || 'The piece'} has a field that is not known: ${unknownNames(error)}. Remove it, or check its spelling.`;
};
