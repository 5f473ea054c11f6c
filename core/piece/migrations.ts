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

/** Version 2 knew no pictures to trace. */
const fromVersion2 = (older: Older): Older => ({ ...older, version: 3 });

/** From each older version to the next; the entry at n turns version n into version n + 1. */
export const MIGRATIONS: Readonly<Record<number, (older: Older) => Older>> = { 1: fromVersion1, 2: fromVersion2 };
