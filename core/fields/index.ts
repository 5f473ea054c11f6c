import * as yup from 'yup';
import { LIMITS, type LimitName } from './limits';
import { isWellFormed } from './wellFormed';

// What was sent is not told back: it may be of any length.
yup.setLocale({
  mixed: { notType: ({ path, type }) => `${path} must be ${/^[aeiou]/.test(type) ? 'an' : 'a'} ${type}` },
});

/**
 * How a field of a piece is declared: once, by what it must be. Its type, the check of pieces that are read, and the
 * JSON Schema follow from that; what else is known of it, its standard above all, is said beside it, see `FieldFacts`.
 */
export interface Field<T> {
  readonly [OF]: T;
  readonly validateSync: (value: unknown, options: object) => unknown;
}
declare const OF: unique symbol;

/** The type of what a field holds. */
export type TypeOf<F> = F extends Field<infer T> ? T : never;

type Fields = Readonly<Record<string, Field<unknown>>>;
/** The type of an object with these fields. */
export type ObjectOf<S extends Fields> = { readonly [K in keyof S]: TypeOf<S[K]> };

/** What two letterings that are twins can have in common. */
export const TWIN_SHARES = ['face', 'size', 'space', 'stance', 'ink', 'band'] as const;
export type TwinShare = (typeof TWIN_SHARES)[number];

/** What is known of a field beside what it must be. */
export interface FieldFacts<T> {
  /** What it is at first, in new items. */
  readonly standard?: T;
  /** The version of the format that brought it. Pieces of older versions get `before`, or else `standard`. */
  readonly since?: number;
  /** What older pieces were without saying so, where that differs from `standard`. */
  readonly before?: T;
  /** The share of twins to which it belongs; none where each has its own. */
  readonly share?: TwinShare;
  /** What it becomes where letters are scaled by a factor. */
  readonly scaled?: (value: T, k: number) => T;
}

const asYup = (field: Field<unknown>): yup.AnySchema => field as unknown as yup.AnySchema;
type Accepts = (value: unknown) => boolean;
const acceptors = new WeakMap<object, Accepts>();

/** A field, with the same rule as a plain function: that says yes or no at once, Yup says what is wrong. */
function asField<T>(schema: unknown, accepts: Accepts): Field<T> {
  acceptors.set(schema as object, accepts);
  return schema as Field<T>;
}

/** The rule of a field that was declared here as a plain function; null for other schemas. */
export const acceptorOf = (rule: object): Accepts | null => acceptors.get(rule) ?? null;

const accepts = (rule: object, value: unknown): boolean => acceptors.get(rule)!(value);

/** Whether each entry of a list is by a rule, one that is not there too. */
function eachIs(list: readonly unknown[], rule: object): boolean {
  const is = acceptors.get(rule)!;
  for (let i = 0; i < list.length; i++) if (!is(list[i])) return false;
  return true;
}

/** A field with what is known of it. */
export const field = <T>(rule: Field<T>, facts: FieldFacts<NoInfer<T>>): Field<T> =>
  asField(asYup(rule).meta(facts as never), acceptors.get(rule)!);

/** What is known of a field. */
export const factsOf = (rule: Field<unknown>): FieldFacts<unknown> =>
  (asYup(rule).meta() as unknown as FieldFacts<unknown> | undefined) ?? {};

/** What is picked and moved together has the same name of a group; null for what is in none. */
export const group = (): Field<string | null> => field(orNull(id()), { standard: null, since: 9 });

/** An object of exactly these fields. */
export function object<S extends Fields>(fields: S): Field<ObjectOf<S>> {
  const schema = yup
    .object(fields as unknown as yup.ObjectShape)
    .strict()
    .noUnknown()
    .required()
    .typeError('${path} must be an object');
  const rules = Object.entries(fields);
  return asField(schema, (value) => {
    if (Object.prototype.toString.call(value) !== '[object Object]') return false;
    const given = value as Record<string, unknown>;
    for (const [name, rule] of rules) if (!Object.hasOwn(given, name) || !accepts(rule, given[name])) return false;
    return Object.keys(given).length === rules.length;
  });
}

/** The fields of an object that was declared above; null for any other field. */
export function fieldsOf(rule: Field<unknown>): Fields | null {
  const { fields } = rule as unknown as { readonly fields?: Fields };
  return fields ?? null;
}

/** Members of a union, told apart by the value of one field. */
export interface Union {
  readonly tag: string;
  readonly members: Fields;
  readonly nullable: boolean;
}
const unions = new WeakMap<object, Union>();

function lazyUnion(union: Union): unknown {
  const { tag, members, nullable } = union;
  const known = Object.keys(members);
  const unknown = yup.mixed().test('known-tag', (value, context) => {
    const given = (value as Record<string, unknown> | null | undefined)?.[tag];
    return context.createError({
      message:
        given === undefined
          ? `${context.path} must be an object with "${tag}": one of ${known.join(', ')}`
          : `${context.path}.${tag} must be one of ${known.join(', ')}`,
    });
  });
  const none = yup.mixed().nullable();
  return yup.lazy((value: unknown) => {
    if (nullable && value === null) return none as never;
    const given = (value as Record<string, unknown> | null | undefined)?.[tag];
    return (typeof given === 'string' && Object.hasOwn(members, given) ? members[given]! : unknown) as never;
  });
}

/** One of several objects, told apart by the value of `tag`, and reports that value where it is not known. */
export function union<M extends Fields>(tag: string, members: M): Field<TypeOf<M[keyof M]>> {
  const made = { tag, members, nullable: false };
  return registered(lazyUnion(made), made);
}

/** The same, or null. */
export function unionOrNull<M extends Fields>(tag: string, members: M): Field<TypeOf<M[keyof M]> | null> {
  const made = { tag, members, nullable: true };
  return registered(lazyUnion(made), made);
}

function registered<T>(schema: unknown, made: Union): Field<T> {
  unions.set((schema as { builder: object }).builder, made);
  const { tag, members, nullable } = made;
  return asField(schema, (value) => {
    if (value === null) return nullable;
    const given = (value as Record<string, unknown> | undefined)?.[tag];
    return typeof given === 'string' && Object.hasOwn(members, given) && accepts(members[given]!, value);
  });
}

/** The members of a union that was declared above; null for any other field. */
export const unionOf = (rule: unknown): Union | null => {
  const { builder } = rule as { readonly builder?: object };
  return (builder && unions.get(builder)) ?? null;
};

/** One of a few words. */
export const tagged = <T extends string>(...values: readonly T[]): Field<T> =>
  asField(yup.string<T>().strict().oneOf(values).required(), (value) => values.includes(value as T));

export const id = (): Field<string> => matching(/^[A-Za-z0-9_-]{1,40}$/, 'must be 1 to 40 letters, digits, - or _');

/** A text that fits a pattern; `otherwise` says what it must be. */
export const matching = (pattern: RegExp, otherwise: string): Field<string> =>
  asField(
    yup.string().strict().required().matches(pattern, `\${path} ${otherwise}`),
    (value) => typeof value === 'string' && value !== '' && pattern.test(value),
  );

/** A text of a length within the named limits. */
export const text = (name: LimitName): Field<string> =>
  asField(
    yup.string().strict().defined().min(LIMITS[name].min).max(LIMITS[name].max),
    (value) => typeof value === 'string' && within(value.length, name) && isWellFormed(value),
  );

const within = (value: number, name: LimitName): boolean => value >= LIMITS[name].min && value <= LIMITS[name].max;

/** The same, without spaces at its ends. */
export const trimmedText = (name: LimitName): Field<string> => {
  const plain = text(name);
  return asField(
    (asYup(plain) as yup.StringSchema).trim('${path} must not begin or end with a space'),
    (value) => accepts(plain, value) && (value as string).trim() === value,
  );
};

export const flag = (): Field<boolean> =>
  asField(yup.boolean().strict().required(), (value) => typeof value === 'boolean');

/** A number that must be present, finite and within the named limits. */
export const limited = (name: LimitName): Field<number> =>
  asField(
    yup.number().strict().required().min(LIMITS[name].min).max(LIMITS[name].max).typeError('${path} must be a number'),
    (value) => typeof value === 'number' && within(value, name),
  );

/** A whole number within the named limits. */
export const wholeNumber = (name: LimitName): Field<number> =>
  asField(
    (asYup(limited(name)) as yup.NumberSchema).integer('${path} must be a whole number'),
    (value) => Number.isInteger(value) && within(value as number, name),
  );

/** A number between −max and max that is at least `min` away from 0. */
export const eitherWay = (name: LimitName, otherwise: string): Field<number> => {
  const { min, max } = LIMITS[name];
  return asField(
    yup
      .number()
      .strict()
      .required()
      .min(-max)
      .max(max)
      .test('far-from-zero', `\${path} ${otherwise}`, (value) => value === undefined || Math.abs(value) >= min),
    (value) => typeof value === 'number' && Math.abs(value) >= min && Math.abs(value) <= max,
  );
};

/** Whatever a function takes for right; `otherwise` says what it must be. */
export const checked = <T>(is: (value: unknown) => value is T, otherwise: string): Field<T> =>
  asField(
    yup
      .mixed()
      .required()
      .test('checked', `\${path} ${otherwise}`, (value) => is(value)),
    is,
  );

/** One certain value. */
export const exactly = <T extends number>(value: T): Field<T> =>
  asField(yup.number<T>().strict().oneOf([value]).required(), (given) => given === value);

/** What a field holds, or null. */
export const orNull = <T>(rule: Field<T>): Field<T | null> =>
  asField(asYup(rule).nullable().defined(), (value) => value === null || accepts(rule, value));

/** A list of at least and at most so many, each by the same rule. */
export const list = <T>(
  of: Field<T>,
  { min, max }: { readonly min: number; readonly max: number },
): Field<readonly T[]> =>
  asField(
    yup
      .array()
      .strict()
      .of(of as never)
      .required()
      .min(min)
      .max(max),
    (value) => Array.isArray(value) && value.length >= min && value.length <= max && eachIs(value, of),
  );

/** A list of exactly four. */
export const four = <T>(of: Field<T>, otherwise: string): Field<readonly [T, T, T, T]> =>
  asField(
    yup
      .array()
      .strict()
      .of(of as never)
      .required()
      .length(4, `\${path} ${otherwise}`),
    (value) => Array.isArray(value) && value.length === 4 && eachIs(value, of),
  );

/** A place on the sheet in mm from its top left corner, x to the right, y down. */
export const point = () => object({ x: limited('coordinateMm'), y: limited('coordinateMm') });
export type Point = TypeOf<ReturnType<typeof point>>;
