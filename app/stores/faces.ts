import { useLocalStorage } from '@vueuse/core';
import { createFace, type Face } from '#core/type/face';
import type { Problem } from '#core/result';
import { COMMON_SENSE, setSense, senseOf } from '#core/setting/space/white/sense';
import { shippedSense } from '../../fonts/shippedSenses';
import list from '../../fonts/faces.json';
import { api } from '~/utils/api';
import { heavyWork } from '~/workers/door';

export interface FaceListing {
  readonly id: string;
  readonly name: string;
  readonly character: string;
  readonly scripts: readonly string[];
  /** What its maker says of embedding it; empty for faces that ship. */
  readonly embedding: string;
  readonly own: boolean;
}

/** The face that stands in where another is not at hand. */
const STAND_IN = 'zilla-slab-bold';
const RECENTS = 8;

/** A name from the id of a brought face that is gone: it is made of the name. */
export const nameOfId = (id: string): string =>
  id
    .replace(/^own-/, '')
    .replace(/-[0-9a-f]{8}$/, '')
    .replace(/-/g, ' ');

const shipped: readonly FaceListing[] = list.map((one) => ({ ...one, embedding: '', own: false }));

/**
 * The faces that ship and those that were brought: their list, and those that have been fetched, ready to shape with.
 */
export const useFaces = defineStore('faces', () => {
  const loaded = shallowRef<ReadonlyMap<string, Face>>(new Map());
  const problem = shallowRef<Problem | null>(null);
  const brought = shallowRef<readonly FaceListing[]>([]);
  const listing = computed((): readonly FaceListing[] => [...shipped, ...brought.value]);
  const favourites = useLocalStorage<readonly string[]>('under-arc:favourite-faces', [], { shallow: true });
  const recents = useLocalStorage<readonly string[]>('under-arc:recent-faces', [], { shallow: true });
  const underway = new Map<string, Promise<void>>();
  let listed: Promise<void> | undefined;

  const add = (id: string, face: Face): void => {
    loaded.value = new Map(loaded.value).set(id, face);
  };
  const asListing = (one: { id: string; name: string; embedding: string }): FaceListing => ({
    ...one,
    character: 'added',
    scripts: [],
    own: true,
  });

  /** The list of brought faces, fetched once. */
  const listBrought = (): Promise<void> =>
    (listed ??= api.faces().then(
      (all) => {
        brought.value = all.map(asListing);
      },
      () => {
        listed = undefined;
      },
    ));

  async function fetchFace({ id, name, own }: Pick<FaceListing, 'id' | 'name' | 'own'>): Promise<void> {
    const response = await fetch(own ? api.face(id) : `/faces/${id}.ttf`).catch(() => null);
    if (!response?.ok) {
      underway.delete(id);
      problem.value = {
        code: 'face-not-fetched',
        value: id,
        message: `The typeface ${name} could not be fetched. Check that Under Arc is running and reload.`,
      };
      return;
    }
    const bytes = await response.arrayBuffer();
    const face = createFace(id, name, new Uint8Array(bytes));
    if (!face.ok) {
      problem.value = face.problem;
      return;
    }
    // The page's own copy is for menus and fields only; the sheet is drawn from outlines.
    const shown = await new FontFace(`ua-${id}`, bytes).load().catch(() => null);
    if (shown) document.fonts.add(shown);
    const sense = own ? null : shippedSense(id);
    setSense(face.value, sense ?? COMMON_SENSE);
    add(id, face.value);
    if (!sense) void findSense(id, face.value);
  }

  /**
   * Has the measure of white fitted to a face, which takes too long for the page; what was set with it is then looked
   * at anew.
   */
  async function findSense(id: string, face: Face): Promise<void> {
    try {
      const sense = await heavyWork().senseOfFace(id);
      if (!sense) return;
      setSense(face, sense);
      add(id, { ...face });
    } catch (error) {
      // Until it is found the common one stands in.
      console.warn(`The spacing of ${face.name} could not be read: ${(error as Error).message}`);
    }
  }

  /** Another face under the id of one that is not at hand, so that the words can still be seen and worked on. */
  async function standIn(id: string): Promise<void> {
    await fetchOnce(shipped.find((one) => one.id === STAND_IN)!);
    const face = loaded.value.get(STAND_IN);
    if (!face) return;
    const stand: Face = { ...face, id, standsInFor: nameOfId(id), vary: () => stand };
    setSense(stand, senseOf(face));
    add(id, stand);
  }

  function fetchOnce(one: Pick<FaceListing, 'id' | 'name' | 'own'>): Promise<void> {
    let task = underway.get(one.id);
    if (!task) underway.set(one.id, (task = fetchFace(one)));
    return task;
  }

  /** Fetches faces that are not at hand yet; for ids that nobody has, another face stands in. */
  async function ensure(ids: Iterable<string>): Promise<void> {
    const wanted = [...new Set(ids)];
    if (wanted.some((id) => !shipped.some((one) => one.id === id))) await listBrought();
    await Promise.all(
      wanted.map((id) => {
        const known = listing.value.find((one) => one.id === id);
        return known ? fetchOnce(known) : loaded.value.has(id) ? undefined : standIn(id);
      }),
    );
  }

  /** Keeps a font file with the server. @throws RequestFailed when it is not one */
  async function bring(file: File): Promise<FaceListing> {
    await listBrought();
    const stored = asListing(await api.sendFace(file));
    brought.value = [...brought.value.filter((one) => one.id !== stored.id), stored].sort((a, b) =>
      a.name.localeCompare(b.name),
    );
    underway.delete(stored.id);
    await fetchOnce(stored);
    return stored;
  }

  function toggleFavourite(id: string): void {
    favourites.value = favourites.value.includes(id)
      ? favourites.value.filter((one) => one !== id)
      : [...favourites.value, id];
  }
  function used(id: string): void {
    recents.value = [id, ...recents.value.filter((one) => one !== id)].slice(0, RECENTS);
  }

  /** CSS family under which a fetched face can be shown in fields and menus. */
  const cssFamily = (id: string): string => `'ua-${id}', var(--ua-type)`;

  return {
    listing,
    loaded,
    problem,
    favourites,
    recents,
    ensure,
    bring,
    listBrought,
    toggleFavourite,
    used,
    cssFamily,
  };
});
