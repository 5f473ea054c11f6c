import type { Problem } from '#core/result';

/** Says what was done. */
export const say = (text: string): void => {
  process.stdout.write(`${text}\n`);
};
/** Says what is wrong, a line each. */
export const complain = (problems: readonly Problem[]): void => {
  for (const { message, field } of problems)
    process.stderr.write(`under-arc: ${field && !message.includes(field) ? `${field}: ` : ''}${message}\n`);
};
