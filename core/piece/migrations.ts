import { fromHex, nearestCmyk } from '../ink/colour';
import { STANDARD_INKS } from './inks';
import { PROCESSES } from './process';
import { STANDARD_FIT } from './make';

type Older = Record<string, unknown>;

/** Version 1 knew neither guides, nor locked and hidden curves, nor corners. */
function fromVersion1(older: Older): Older {
  const { items } = older;
  return {
    ...older,
    version: 2,
    guides: [],
    items: Array.isArray(items)
      ? items.map((item: Older | null) => {
          if (item?.['type'] === 'curve') return { locked: false, hidden: false, ...item };
          if (item?.['type'] === 'lettering') return { corners: { kind: 'round', radiusMm: 2 }, ...item };
          return item;
        })
      : items,
  };
}

/** What a lettering of version 2 was without saying so. */
const LETTERING_3: Older = {
  letterCase: 'typed',
  lineDistanceMm: 8,
  width: 1,
  features: [],
  axes: [],
  stance: { kind: 'turned', strength: 1, centre: null },
  adjustments: [],
  twin: null,
};

/** Version 2 knew one stance, one line, no pictures to trace, and seats by the capitals alone. */
function fromVersion2(older: Older): Older {
  const { items } = older;
  return {
    ...older,
    version: 3,
    items: Array.isArray(items)
      ? items.map((item: Older | null) =>
          item?.['type'] === 'lettering'
            ? {
                ...LETTERING_3,
                ...item,
                seat: { by: 'caps', hold: null, ...(item['seat'] as Older) },
                anchor: { by: 'ink', ...(item['anchor'] as Older) },
              }
            : item,
        )
      : items,
  };
}

/** What every lettering of version 3 was without saying so: spaced by the face, and filled by nothing. */
const SPACING_4: Older = { words: 1, evenOut: 0, leastGapMm: 0.1 };

/** Version 3 knew neither word spacing, nor evening out, nor a kept fit, nor ornaments. */
function fromVersion3(older: Older): Older {
  const { items } = older;
  return {
    ...older,
    version: 4,
    items: Array.isArray(items)
      ? items.map((item: Older | null) =>
          item?.['type'] === 'lettering'
            ? { fit: STANDARD_FIT, ...item, spacing: { ...SPACING_4, ...(item['spacing'] as Older) } }
            : item,
        )
      : items,
  };
}

/** What every lettering of version 4 was without saying so. */
const LETTERING_5: Older = { hidden: false, halo: null, shade: null, underline: null, united: false };

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
        cmyk: nearestCmyk(fromHex(colour)),
        overprint: false,
      });
    return inks.get(colour)!['id'];
  };
  const strokeOf = (stroke: unknown): unknown => {
    if (typeof stroke !== 'object' || stroke === null) return stroke;
    const { colour, ...rest } = stroke as Older;
    return { ink: inkOf(colour), join: 'mitre', place: 'centre', dash: null, under: false, ...rest };
  };
  const upgraded = Array.isArray(items)
    ? items.map((item: Older | null) => {
        const type = item?.['type'];
        if (!item || type === 'tracing' || typeof type !== 'string') return item;
        const inked = {
          ...item,
          ...('fill' in item ? { fill: inkOf(item['fill']) } : {}),
          ...('stroke' in item ? { stroke: strokeOf(item['stroke']) } : {}),
        };
        if (type === 'curve') return { cuts: [], ...inked };
        return type === 'lettering'
          ? {
              ...LETTERING_5,
              ...inked,
              fit: typeof item['fit'] === 'object' ? { baseRadiusMm: null, ...(item['fit'] as Older) } : item['fit'],
            }
          : inked;
      })
    : items;
  return {
    ...older,
    version: 5,
    paper: '#ffffff',
    inks: inks.size > 0 ? [...inks.values()] : STANDARD_INKS,
    styles: [],
    process: PROCESSES.offset,
    items: upgraded,
  };
}

/** Version 5 knew no pictures that are printed, and no resolution that they need. */
function fromVersion5(older: Older): Older {
  const { process } = older;
  if (typeof process !== 'object' || process === null) return { ...older, version: 6 };
  const usual = PROCESSES[(process as Older)['kind'] as keyof typeof PROCESSES] ?? PROCESSES.offset;
  return { ...older, version: 6, process: { leastDpi: usual.leastDpi, ...process } };
}

/** Version 6 kept no rooms equal. */
function fromVersion6(older: Older): Older {
  const { items } = older;
  return {
    ...older,
    version: 7,
    items: Array.isArray(items)
      ? items.map((item: Older | null) => (item?.['type'] === 'curve' ? { equalRooms: false, ...item } : item))
      : items,
  };
}

/**
 * Version 7 evened gaps out until all were alike, and opened a line without bounds where letters touch. What was evened out
 * leans wholly to all alike, by the newer measure of white; what was not stays as it was.
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

/** From each older version to the next; the entry at n turns version n into version n + 1. */
export const MIGRATIONS: Readonly<Record<number, (older: Older) => Older>> = {
  1: fromVersion1,
  2: fromVersion2,
  3: fromVersion3,
  4: fromVersion4,
  5: fromVersion5,
  6: fromVersion6,
  7: fromVersion7,
};
