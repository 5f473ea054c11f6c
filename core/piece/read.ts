import { ValidationError } from 'yup';
import { fail, ok, type Problem, type Result } from '../result';
import { MIGRATIONS } from './migrations';
import { pieceSchema } from './schema';
import { CURRENT_VERSION } from './version';
import { holdersOf, parentsOf, type Lettering, type Piece } from './types';

/** All problems that a schema finds, each with the path of its field (`items[2].shape.radiusMm`). */
export function problemsOf(
  schema: { validateSync: (value: unknown, options: object) => unknown },
  value: unknown,
): Problem[] {
  try {
    schema.validateSync(value, { strict: true, abortEarly: false });
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

const unknownNames = (error: ValidationError): string => String(error.params?.['unknown'] ?? '');

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

/** Every ink that an item or a style asks for, with the name of the field that does. */
function inksOf(
  item: Partial<Pick<Lettering, 'fill' | 'stroke' | 'halo' | 'shade' | 'underline'>>,
): [field: string, ink: string][] {
  const { fill, stroke, halo, shade, underline } = item;
  return [
    ...(fill ? [['fill', fill] as [string, string]] : []),
    ...Object.entries({ stroke, halo, shade, underline }).flatMap(([field, paint]): [string, string][] =>
      paint ? [[`${field}.ink`, paint.ink]] : [],
    ),
  ];
}

/** Inks have ids and names of their own, and every ink that is asked for is there. */
function inkProblems(piece: Piece): Problem[] {
  const ids = new Set<string>(),
    names = new Set<string>();
  const problems = piece.inks.flatMap(({ id, name }, index): Problem[] => {
    const [twiceId, twiceName] = [ids.has(id), names.has(name)];
    ids.add(id);
    names.add(name);
    return [
      ...(twiceId
        ? [
            {
              code: 'same-id',
              field: `inks[${index}].id`,
              value: id,
              message: `inks[${index}].id is used twice: ${id}. Give every ink an id of its own.`,
            },
          ]
        : []),
      ...(twiceName
        ? [
            {
              code: 'same-name',
              field: `inks[${index}].name`,
              value: name,
              message: `Two inks are called “${name}”. Give every ink a name of its own, or the printer cannot tell them apart.`,
            },
          ]
        : []),
    ];
  });
  const asked = [
    ...piece.items.flatMap((item, i): (readonly [string, unknown])[] =>
      item.type === 'art'
        ? item.parts.map((part, k) => [`items[${i}].parts[${k}]`, part] as const)
        : [[`items[${i}]`, item]],
    ),
    ...piece.styles.map(({ of }, i) => [`styles[${i}].of`, of] as const),
  ];
  return [
    ...problems,
    ...asked.flatMap(([path, one]) =>
      inksOf(one as Partial<Lettering>).flatMap(([field, ink]): Problem[] =>
        ids.has(ink)
          ? []
          : [
              {
                code: 'unknown-ink',
                field: `${path}.${field}`,
                value: ink,
                message: `${path}.${field} names an ink that is not in the piece: ${ink}.`,
              },
            ],
      ),
    ),
  ];
}

/** Rules that go across items: ids are unique, and every lettering's curve is there. */
function crossProblems(piece: Piece): Problem[] {
  const problems: Problem[] = inkProblems(piece);
  const seen = new Set<string>();
  const curves = new Set(piece.items.filter((item) => item.type === 'curve').map((item) => item.id));
  piece.items.forEach((item, index) => {
    if (seen.has(item.id)) {
      problems.push({
        code: 'same-id',
        field: `items[${index}].id`,
        value: item.id,
        message: `items[${index}].id is used twice: ${item.id}. Give every item an id of its own.`,
      });
    }
    seen.add(item.id);
    if (item.type === 'curve') {
      for (const [field, id] of parentsOf(item.shape)) {
        if (!curves.has(id) || id === item.id) {
          problems.push({
            code: 'unknown-curve',
            field: `items[${index}].shape.${field}`,
            value: id,
            message: `items[${index}].shape.${field} must name another curve of the piece: ${id} is not one.`,
          });
        }
      }
    }
    if ((item.type === 'lettering' || item.type === 'ornaments') && !curves.has(item.curveId)) {
      problems.push({
        code: 'unknown-curve',
        field: `items[${index}].curveId`,
        value: item.curveId,
        message: `items[${index}].curveId names a curve that is not in the piece: ${item.curveId}.`,
      });
    }
    if ((item.type === 'art' || item.type === 'picture') && item.within !== null && !curves.has(item.within)) {
      problems.push({
        code: 'unknown-curve',
        field: `items[${index}].within`,
        value: item.within,
        message: `items[${index}].within names a curve that is not in the piece: ${item.within}.`,
      });
    }
    for (const id of item.type === 'lettering' ? holdersOf(item.seat) : []) {
      if (!curves.has(id))
        problems.push({
          code: 'unknown-curve',
          field: `items[${index}].seat.hold`,
          value: id,
          message: `items[${index}].seat.hold names a curve that is not in the piece: ${id}.`,
        });
    }
  });
  return problems;
}

/** Every problem of something that claims to be a piece of the current version; none when it is one. */
export function pieceProblems(value: unknown): Problem[] {
  const problems = problemsOf(pieceSchema, value);
  return problems.length > 0 ? problems : crossProblems(value as Piece);
}

/**
 * Reads a piece from parsed JSON of any version of the format.
 *
 * @returns the piece, deeply frozen, or a problem with the code `not-a-piece`, `newer-version` or
 *   `wrong-piece`; the last lists every wrong or unknown field with its path in `value`
 */
export function readPiece(json: unknown): Result<Piece> {
  if (typeof json !== 'object' || json === null || (json as Record<string, unknown>)['format'] !== 'under-arc-piece') {
    return fail({
      code: 'not-a-piece',
      field: 'format',
      message: 'This is not an Under Arc piece: it should be JSON with "format": "under-arc-piece".',
    });
  }
  let current = json as Record<string, unknown>;
  const version = current['version'];
  if (typeof version === 'number' && version > CURRENT_VERSION) {
    return fail({
      code: 'newer-version',
      field: 'version',
      value: version,
      message: `This piece was made by a newer Under Arc (format ${version}; this one reads up to ${CURRENT_VERSION}). Open it there, or update.`,
    });
  }
  for (let v = version; typeof v === 'number' && v < CURRENT_VERSION && MIGRATIONS[v]; v++)
    current = MIGRATIONS[v]!(current);
  const problems = pieceProblems(current);
  if (problems.length > 0) {
    const lines = problems.slice(0, 10).map((p) => p.message);
    if (problems.length > 10) lines.push(`and ${problems.length - 10} more`);
    return fail({ code: 'wrong-piece', field: problems[0]!.field, message: lines.join('\n'), value: problems });
  }
  return ok(freeze(current) as unknown as Piece);
}

/** Reads a piece from the text of a file; a text that is not JSON is `not-a-piece`. */
export function parsePiece(text: string): Result<Piece> {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch (error) {
    return fail({
      code: 'not-a-piece',
      message: `This file is not JSON (${(error as Error).message}), so it is not an Under Arc piece.`,
    });
  }
  return readPiece(json);
}

/** Freezes plain data all the way down and gives it back. */
export function freeze<T>(value: T): T {
  if (typeof value === 'object' && value !== null && !Object.isFrozen(value)) {
    Object.freeze(value);
    for (const part of Object.values(value)) freeze(part);
  }
  return value;
}
