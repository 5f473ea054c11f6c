import { STANDARD_FIT } from './make';

type Older = Record<string, unknown>;

/** Version 1 knew neither guides, nor locked and hidden curves, nor corners. */
function fromVersion1(older: Older): Older {
  const { items } = older;
  return {
    ...older,
    version: 2,
    guides: [],
    items: Array.isArray(items) ? items.map((item: Older | null) => {
      if (item?.['type'] === 'curve') return { locked: false, hidden: false, ...item };
      if (item?.['type'] === 'lettering') return { corners: { kind: 'round', radiusMm: 2 }, ...item };
      return item;
    }) : items,
  };
}

/** What a lettering of version 2 was without saying so. */
const LETTERING_3: Older = {
  letterCase: 'typed', lineDistanceMm: 8, width: 1, features: [], axes: [], stance: { kind: 'turned', strength: 1, centre: null }, adjustments: [], twin: null,
};

/** Version 2 knew one stance, one line, no pictures to trace, and seats by the capitals alone. */
function fromVersion2(older: Older): Older {
  const { items } = older;
  return {
    ...older,
    version: 3,
    items: Array.isArray(items) ? items.map((item: Older | null) => (item?.['type'] === 'lettering' ? {
      ...LETTERING_3, ...item, seat: { by: 'caps', hold: null, ...(item['seat'] as Older) }, anchor: { by: 'ink', ...(item['anchor'] as Older) },
    } : item)) : items,
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
    items: Array.isArray(items) ? items.map((item: Older | null) => (item?.['type'] === 'lettering' ? {
      fit: STANDARD_FIT, ...item, spacing: { ...SPACING_4, ...(item['spacing'] as Older) },
    } : item)) : items,
  };
}

/** From each older version to the next; the entry at n turns version n into version n + 1. */
export const MIGRATIONS: Readonly<Record<number, (older: Older) => Older>> = { 1: fromVersion1, 2: fromVersion2, 3: fromVersion3 };
