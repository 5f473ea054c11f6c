import { unionOf } from '../../fields';
import { isWellFormed } from '../../fields/wellFormed';
import type { Problem } from '../../result';

/** What any JSON that comes in may be at most. A piece at its limits is within. */
export const JSON_BOUNDS = { depth: 40, parts: 3_000_000, names: 1000 } as const;

interface Place {
  readonly value: unknown;
  readonly depth: number;
  readonly name: string | number;
  readonly within: Place | null;
}

/** How much of a field's path is told. */
const TOLD = 200;

function pathOf(place: Place | null, start: string): string {
  const names: (string | number)[] = [];
  for (let one = place; one?.within; one = one.within) names.unshift(one.name);
  const path = names.reduce<string>(
    (path, name) => (typeof name === 'number' ? `${path}[${name}]` : path ? `${path}.${name}` : name),
    start,
  );
  return path.slice(0, TOLD);
}

const BROKEN = 'The text has a broken character (half of one, or a NUL). Type or paste it again without it.';

/** Numbers and the like have nothing that could be wrong: of a list of millions of them none is looked at further. */
const canBeWrong = (part: unknown): boolean => typeof part === 'string' || (typeof part === 'object' && part !== null);

/** Looks at every part of plain data without calling itself, however deep it is. */
function plainProblem(root: unknown, path: string): { readonly problem: Problem | null; readonly parts: number } {
  const stack: Place[] = [{ value: root, depth: 0, name: '', within: null }];
  let parts = 0;
  const wrong = (place: Place, code: string, message: (field: string) => string) => {
    const field = pathOf(place, path);
    return { problem: { code, field, message: message(field || 'This') }, parts };
  };
  for (let place = stack.pop(); place; place = stack.pop()) {
    const { value, depth } = place;
    if (typeof value === 'string' && !isWellFormed(value)) return wrong(place, 'broken-text', () => BROKEN);
    if (typeof value !== 'object' || !value) continue;
    if (depth >= JSON_BOUNDS.depth)
      return wrong(
        { ...place, within: null },
        'too-deep',
        () => `This is nested more than ${JSON_BOUNDS.depth} deep, and cannot be a piece or a part of one.`,
      );
    const isList = Array.isArray(value),
      names = isList ? [] : Object.keys(value);
    const count = isList ? value.length : names.length;
    parts += count;
    if (parts > JSON_BOUNDS.parts || names.length > JSON_BOUNDS.names)
      return wrong(place, 'too-many', (field) => `${field} has too many parts. Leave some out.`);
    if (names.some((name) => !isWellFormed(name)))
      return wrong(place, 'broken-text', (field) => `${field} has a field with a broken name.`);
    for (let i = count - 1; i >= 0; i--) {
      const name = isList ? i : names[i]!;
      const part = (value as Record<string | number, unknown>)[name];
      if (canBeWrong(part)) stack.push({ value: part, depth: depth + 1, name, within: place });
    }
  }
  return { problem: null, parts };
}

interface Declared {
  readonly fields?: Readonly<Record<string, unknown>>;
  readonly innerType?: unknown;
  readonly describe?: () => {
    readonly tests?: readonly { readonly name?: string; readonly params?: { max?: number } }[];
  };
}
const longest = new WeakMap<object, number>();

function mostOf(list: Declared): number {
  const known = longest.get(list);
  if (known !== undefined) return known;
  const most = list.describe?.().tests?.find(({ name }) => name === 'max')?.params?.max ?? Infinity;
  longest.set(list, most);
  return most;
}

/** The rules of the member of a union that a value is; as they are for anything else. */
function ownRules(value: object, schema: object): Declared | null {
  const union = unionOf(schema);
  if (!union) return schema as Declared;
  const tag = (value as Record<string, unknown>)[union.tag];
  return typeof tag === 'string' && Object.hasOwn(union.members, tag)
    ? (union.members[tag] as unknown as Declared)
    : null;
}

/** The first list in a value that is longer than its declaration allows. */
function tooLong(value: unknown, schema: unknown, path: string): Problem | null {
  if (typeof value !== 'object' || value === null || typeof schema !== 'object' || schema === null) return null;
  const rules = ownRules(value, schema);
  if (!rules) return null;
  if (Array.isArray(value)) return tooLongList(value, rules, path);
  for (const [name, of] of Object.entries(rules.fields ?? {})) {
    if (!Object.hasOwn(value, name)) continue;
    const problem = tooLong((value as Record<string, unknown>)[name], of, path ? `${path}.${name}` : name);
    if (problem) return problem;
  }
  return null;
}

function tooLongList(list: readonly unknown[], rules: Declared, path: string): Problem | null {
  if (!rules.innerType) return null;
  const limit = mostOf(rules);
  if (list.length > limit)
    return {
      code: 'wrong-field',
      field: path,
      limit,
      message: `${path || 'The list'} has ${list.length} entries; at most ${limit} are allowed. Leave some out.`,
    };
  for (let i = 0; i < list.length; i++) {
    const problem = tooLong(list[i], rules.innerType, `${path}[${i}]`);
    if (problem) return problem;
  }
  return null;
}

/**
 * What of plain data is beyond all bounds: nested too deep, too many parts, broken text, or a list that is longer than
 * a schema allows. Takes time in proportion to the data, whatever it holds, and comes before any check that does not.
 *
 * @param schema the rules that the value is going to be checked by; null for none
 * @param path where the value stands, for the messages
 * @returns the first problem (`too-deep`, `too-many`, `broken-text`, `wrong-field`), and how many parts were seen
 */
export function boundsProblem(
  value: unknown,
  schema: unknown = null,
  path = '',
): { readonly problem: Problem | null; readonly parts: number } {
  const plain = plainProblem(value, path);
  return plain.problem ? plain : { problem: tooLong(value, schema, path), parts: plain.parts };
}
