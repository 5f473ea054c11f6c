import * as yup from 'yup';
import { LIMITS } from './limits';

/** Discriminated unions: one schema a member, chosen by the tag. */
export interface Union {
  readonly tag: string;
  readonly members: Readonly<Record<string, yup.ObjectSchema<yup.AnyObject>>>;
  readonly nullable: boolean;
}

const UNION = 'union';

/** A schema that picks the member named by the value's tag, and reports the tag when there is none. */
export function union<T extends object | null>(
  tag: string,
  members: Record<string, yup.ObjectSchema<any>>,
  nullable = false,
): yup.Lazy<T, yup.AnyObject, any> {
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
  const lazy = yup.lazy((value: unknown) => {
    if (nullable && value === null) return none as never;
    const given = (value as Record<string, unknown> | null | undefined)?.[tag];
    return (typeof given === 'string' && Object.hasOwn(members, given) ? members[given]! : unknown) as never;
  }) as unknown as yup.Lazy<T, yup.AnyObject, any>;
  (lazy as unknown as Record<string, unknown>)[UNION] = { tag, members, nullable } satisfies Union;
  return lazy;
}

/** The members of a union made above, for the JSON Schema; null for any other schema. */
export const unionOf = (schema: unknown): Union | null =>
  ((schema as Record<string, unknown>)[UNION] as Union | undefined) ?? null;

export const tagged = <T extends string>(...values: T[]): yup.StringSchema<T> =>
  yup.string<T>().strict().oneOf(values).required() as yup.StringSchema<T>;
/** An object of exactly the fields of T, each checked for T's own type: the compiler holds rules and types together. */
export const object = <T extends object>(shape: {
  [K in keyof T]-?: yup.ISchema<T[K], any, any, any>;
}): yup.ObjectSchema<any> =>
  yup
    .object(shape as yup.ObjectShape)
    .strict()
    .noUnknown()
    .required()
    .typeError('${path} must be an object') as yup.ObjectSchema<any>;

export const id = (): yup.StringSchema<string> =>
  yup
    .string()
    .strict()
    .required()
    .matches(/^[A-Za-z0-9_-]{1,40}$/, '${path} must be 1 to 40 letters, digits, - or _');
export const text = (name: 'wordingLength' | 'nameLength'): yup.StringSchema<string> =>
  yup.string().strict().defined().min(LIMITS[name].min).max(LIMITS[name].max);
export const flag = (): yup.BooleanSchema<boolean> => yup.boolean().strict().required();

/** A list of at least and at most so many, each by the same rule. */
export const list = <T>(
  of: unknown,
  { min, max }: { readonly min: number; readonly max: number },
): yup.ISchema<readonly T[]> =>
  yup
    .array()
    .strict()
    .of(of as never)
    .required()
    .min(min)
    .max(max) as unknown as yup.ISchema<readonly T[]>;
