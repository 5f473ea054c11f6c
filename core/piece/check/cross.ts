import type { Problem } from '../../result';
import { holdersOf, parentsOf, type Item, type Lettering, type Piece } from '../types';

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
function inkProblems(piece: Piece, isLookedAt: (item: Item) => boolean): Problem[] {
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
    ...piece.items.flatMap((item, i): (readonly [string, unknown])[] => {
      if (!isLookedAt(item)) return [];
      return item.type === 'art'
        ? item.parts.map((part, k) => [`items[${i}].parts[${k}]`, part] as const)
        : [[`items[${i}]`, item]];
    }),
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

/** The curves that an item asks for, with the names of the fields that do. */
function curvesOf(item: Item): readonly (readonly [field: string, id: string])[] {
  switch (item.type) {
    case 'curve':
      return parentsOf(item.shape).map(([field, id]) => [`shape.${field}`, id]);
    case 'lettering':
      return [['curveId', item.curveId], ...holdersOf(item.seat).map((id) => ['seat.hold', id] as const)];
    case 'ornaments':
      return [['curveId', item.curveId]];
    case 'art':
    case 'picture':
      return item.within === null ? [] : [['within', item.within]];
    case 'tracing':
      return [];
  }
}

/**
 * Rules that go across items: ids are unique, and every curve and ink that is asked for is there.
 *
 * @param only the ids of the items to look at; null for all
 */
export function crossProblems(piece: Piece, only: ReadonlySet<string> | null = null): Problem[] {
  const isLookedAt = (item: Item): boolean => only === null || only.has(item.id);
  const problems: Problem[] = inkProblems(piece, isLookedAt);
  const seen = new Set<string>();
  const curves = new Set(piece.items.filter((item) => item.type === 'curve').map((item) => item.id));
  piece.items.forEach((item, index) => {
    const wrong = (code: string, name: string, value: string, message: (field: string) => string): void => {
      const field = `items[${index}].${name}`;
      problems.push({ code, field, value, message: message(field) });
    };
    if (seen.has(item.id))
      wrong(
        'same-id',
        'id',
        item.id,
        (field) => `${field} is used twice: ${item.id}. Give every item an id of its own.`,
      );
    seen.add(item.id);
    if (!isLookedAt(item)) return;
    for (const [name, id] of curvesOf(item))
      if (!curves.has(id) || id === item.id)
        wrong('unknown-curve', name, id, (field) => `${field} names a curve that is not in the piece: ${id}.`);
  });
  return problems;
}
