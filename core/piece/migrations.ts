import { fromHex, nearestCmyk } from '../ink/colour';
import { ink, STANDARD_INKS } from './inks';
import { isProcessKind, process, usualProcess } from './process';
import { factsOf, fieldsOf, type Field } from '../fields';
import { ITEMS } from './items';

type Older = Record<string, unknown>;

const isObject = (value: unknown): value is Older =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/**
 * An object of an older version with every field that a version brought, as it was without being said, by its
 * declaration.
 */
function withAdded(rule: Field<unknown>, older: unknown, version: number): unknown {
  const fields = fieldsOf(rule);
  if (!fields || !isObject(older)) return older;
  const added: Older = {},
    inner: Older = {};
  for (const [name, field] of Object.entries(fields)) {
    const { since, standard, before } = factsOf(field);
    if (Object.hasOwn(older, name)) inner[name] = withAdded(field, older[name], version);
    else if (since === version) added[name] = before === undefined ? standard : before;
  }
  return { ...added, ...older, ...inner };
}

const mapped = (list: unknown, by: (one: Older | null) => unknown): unknown =>
  Array.isArray(list) ? list.map(by) : list;

/** A piece brought to a version by what the fields of its items say of themselves. */
const toVersion = (older: Older, version: number): Older => ({
  ...older,
  version,
  ...(isObject(older['process']) ? { process: withAdded(process, older['process'], version) } : {}),
  ...(Array.isArray(older['inks']) ? { inks: older['inks'].map((one) => withAdded(ink, one, version)) } : {}),
  items: mapped(older['items'], (item) => {
    const type: unknown = isObject(item) ? item['type'] : null;
    return typeof type === 'string' && Object.hasOwn(ITEMS, type)
      ? withAdded(ITEMS[type as keyof typeof ITEMS], item, version)
      : item;
  }),
});

/** Version 4 had screen colours instead of inks: each becomes a process ink that looks the same. */
function fromVersion4(older: Older): Older {
  const { items } = older;
  const inks = new Map<string, Older>();
  const inkOf = (colour: unknown): unknown => {
    if (typeof colour !== 'string' || !/^#[0-9a-f]{6}$/.test(colour)) return colour;
    if (!inks.has(colour))
      inks.set(colour, {
        id: `ink${inks.size + 1}`,
        name: `Ink ${inks.size + 1}`,
        kind: 'process',
        cmyk: nearestCmyk(fromHex(colour), 'coated'),
        overprint: false,
      });
    return inks.get(colour)!['id'];
  };
  const strokeOf = (stroke: unknown): unknown => {
    if (typeof stroke !== 'object' || stroke === null) return stroke;
    const { colour, ...rest } = stroke as Older;
    return { ink: inkOf(colour), join: 'mitre', place: 'centre', dash: null, under: false, ...rest };
  };
  const upgraded = mapped(items, (item: Older | null) => {
    const type = item?.['type'];
    if (!item || type === 'tracing' || typeof type !== 'string') return item;
    return {
      ...item,
      ...('fill' in item ? { fill: inkOf(item['fill']) } : {}),
      ...('stroke' in item ? { stroke: strokeOf(item['stroke']) } : {}),
    };
  });
  return {
    ...toVersion({ ...older, items: upgraded }, 5),
    paper: '#ffffff',
    inks: inks.size > 0 ? [...inks.values()] : STANDARD_INKS,
    styles: [],
    process: usualProcess('offset'),
  };
}

/** Version 5 knew no pictures that are printed, and no resolution that they need. */
function fromVersion5(older: Older): Older {
  const { process: own } = older;
  if (!isObject(own)) return { ...older, version: 6 };
  const { kind } = own,
    usual = usualProcess(isProcessKind(kind) ? kind : 'offset');
  return { ...older, version: 6, process: { leastDpi: usual.leastDpi, ...own } };
}

/**
 * Version 7 evened gaps out until all were alike, and opened a line without bounds where letters touch. What was evened
 * out leans wholly to all alike, by the newer measure of white; what was not stays as it was.
 */
function fromVersion7(older: Older): Older {
  const { items, styles } = older;
  const spaced = (one: Older | null): Older | null => {
    const spacing = one?.['spacing'];
    return typeof spacing === 'object' && spacing !== null
      ? {
          ...one,
          spacing: { lean: Number((spacing as Older)['evenOut']) > 0 ? 1 : 0, mayGrow: true, ...(spacing as Older) },
        }
      : one;
  };
  return {
    ...older,
    version: 8,
    items: Array.isArray(items) ? items.map(spaced) : items,
    styles: Array.isArray(styles)
      ? styles.map((style: Older | null) =>
          style && typeof style['of'] === 'object' ? { ...style, of: spaced(style['of'] as Older | null) } : style,
        )
      : styles,
  };
}

/**
 * From each older version to the next; the entry at n turns version n into version n + 1. What fields say of themselves
 * (`since`) is done by `toVersion`; a version that changes what was there already has a function of its own.
 */
export const MIGRATIONS: Readonly<Record<number, (older: Older) => Older>> = {
  // Version 1 knew no guides.
  1: (older) => ({ ...toVersion(older, 2), guides: [] }),
  2: (older) => toVersion(older, 3),
  3: (older) => toVersion(older, 4),
  4: fromVersion4,
  5: fromVersion5,
  6: (older) => toVersion(older, 7),
  7: fromVersion7,
  8: (older) => toVersion(older, 9),
  9: (older) => toVersion(older, 10),
};
