import type { Problem } from '../../result';
import { fieldsOf } from '../../fields';
import { crossProblems } from './cross';
import { item as itemSchema } from '../items';
import { LIMITS } from '../../fields/limits';
import { problemsOf } from './problems';
import { pieceSchema } from '../schema';
import type { Step } from '../steps';
import type { Item, Piece } from '../types';

/** Every problem of something that claims to be a piece of the current version; none when it is one. */
export function pieceProblems(value: unknown): Problem[] {
  const problems = problemsOf(pieceSchema, value);
  return problems.length > 0 ? problems : crossProblems(value as Piece);
}

/** What steps touch of a piece: items by their ids, and fields of its own. */
export interface Touched {
  readonly items: ReadonlySet<string>;
  readonly fields: ReadonlySet<string>;
  /** Whether items go, so that others may miss them. */
  readonly removes: boolean;
  /** Whether items come, go or change their places in the painting order. */
  readonly reorders: boolean;
}

export function touchedBy(steps: readonly Step[]): Touched {
  const items = new Set<string>(),
    fields = new Set<string>();
  let removes = false,
    reorders = false;
  for (const step of steps) {
    if (step.kind === 'set') {
      if (step.id === null) fields.add(step.path[0]!);
      else items.add(step.id);
      continue;
    }
    reorders = true;
    if (step.kind === 'reorder') continue;
    items.add(step.item.id);
    removes ||= step.kind === 'remove';
  }
  return { items, fields, removes, reorders };
}

/** Fields of a piece that its items ask for. */
const ASKED_FOR = ['inks', 'styles'];

/**
 * The problems that steps have brought into a piece that had none before. Only what they touch is looked at, and what
 * could miss what they took away.
 *
 * @param piece the piece after the steps
 */
export function problemsAfter(piece: Piece, steps: readonly Step[]): Problem[] {
  const { items, fields, removes } = touchedBy(steps);
  const rules = fieldsOf(pieceSchema)!;
  const problems = [...fields].flatMap((name) =>
    Object.hasOwn(rules, name) ? problemsOf(rules[name]!, (piece as Record<string, unknown>)[name], name) : [],
  );
  if (piece.items.length > LIMITS.items.max)
    problems.push({
      code: 'wrong-field',
      field: 'items',
      limit: LIMITS.items.max,
      message: `A piece has at most ${LIMITS.items.max} items. Delete some first.`,
    });
  piece.items.forEach((one: Item, i) => {
    if (items.has(one.id)) problems.push(...problemsOf(itemSchema, one, `items[${i}]`));
  });
  if (problems.length > 0) return problems;
  const all = removes || ASKED_FOR.some((name) => fields.has(name));
  return crossProblems(piece, all ? null : items);
}
