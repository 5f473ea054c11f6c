import type * as yup from 'yup';
import { unionOf } from '../fields';
import { CURRENT_VERSION } from './version';
import { pieceSchema } from './schema';

type Json = Record<string, unknown>;

interface Described {
  readonly type?: string;
  readonly nullable?: boolean;
  readonly oneOf?: readonly unknown[];
  readonly tests?: readonly { name?: string; params?: Record<string, unknown> }[];
}

const param = (described: Described, test: string, name: string): unknown =>
  described.tests?.find((one) => one.name === test)?.params?.[name];

function withLimits(described: Described, json: Json): Json {
  const exactly = param(described, 'length', 'length');
  const [min, max] = [param(described, 'min', 'min') ?? exactly, param(described, 'max', 'max') ?? exactly];
  const names =
    described.type === 'number'
      ? ['minimum', 'maximum']
      : described.type === 'string'
        ? ['minLength', 'maxLength']
        : ['minItems', 'maxItems'];
  if (min !== undefined) json[names[0]!] = min;
  if (max !== undefined) json[names[1]!] = max;
  return json;
}

function plain(schema: yup.AnySchema, described: Described): Json {
  if (described.type === 'object') {
    const fields = (schema as yup.ObjectSchema<yup.AnyObject>).fields;
    return {
      type: 'object',
      properties: Object.fromEntries(
        Object.entries(fields).map(([name, field]) => [name, convert(field as yup.AnySchema)]),
      ),
      required: Object.keys(fields),
      additionalProperties: false,
    };
  }
  if (described.type === 'array') {
    const inner = (schema as unknown as { innerType?: yup.AnySchema }).innerType;
    return withLimits(described, { type: 'array', items: inner ? convert(inner) : {} });
  }
  const whole = described.tests?.some((one) => one.name === 'integer');
  const json = withLimits(described, { type: whole ? 'integer' : described.type });
  const pattern = param(described, 'matches', 'regex') as RegExp | undefined;
  if (pattern) json['pattern'] = pattern.source;
  if (described.oneOf && described.oneOf.length > 0) json['enum'] = described.oneOf.filter((one) => one !== null);
  return json;
}

function convert(schema: yup.AnySchema): Json {
  const union = unionOf(schema);
  if (union) {
    const members = Object.values(union.members).map((member) => convert(member as unknown as yup.AnySchema));
    return { oneOf: union.nullable ? [...members, { type: 'null' }] : members };
  }
  const described = schema.describe() as Described;
  const json = plain(schema, described);
  return described.nullable ? { anyOf: [json, { type: 'null' }] } : json;
}

/**
 * The piece format as a JSON Schema (draft 2020-12), made from the same rules that pieces are checked with.
 * Rules across items (unique ids, curves that exist) and the least sweep of an arc cannot be said in it.
 */
export const pieceJsonSchema = (): Json => ({
  $schema: 'https://json-schema.org/draft/2020-12/schema',
  title: `Under Arc piece, format version ${CURRENT_VERSION}`,
  ...convert(pieceSchema as unknown as yup.AnySchema),
});
