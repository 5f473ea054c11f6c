/**
 * Expected failure is a value. A function that can be asked for something impossible returns a Result;
 * only a programmer's error throws (see ProgrammerError).
 */
export interface Problem {
  /** Stable, machine-readable name of what went wrong, in kebab case. */
  readonly code: string;
  /** One plain sentence that says what is wrong and what to do. */
  readonly message: string;
  /** Dotted path or name of the offending field, where there is one. */
  readonly field?: string;
  /** The offending value, where it helps. */
  readonly value?: unknown;
  /** The nearest value that would be accepted, where there is one (in the field's unit). */
  readonly limit?: number;
}

export type Result<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problem: Problem };

export const ok = <T>(value: T): Result<T> => ({ ok: true, value });
export const fail = (problem: Problem): Result<never> => ({ ok: false, problem });

/** Thrown for a call that no correct program makes, with a code and the value that gave it away. */
export class ProgrammerError extends Error {
  constructor(
    readonly code: string,
    message: string,
    readonly value?: unknown,
  ) {
    super(message);
    this.name = 'ProgrammerError';
  }
}
