import { createFace, type Face } from '#core/type/face';
import type { Problem } from '#core/result';
import list from '../../fonts/faces.json';

export interface FaceListing {
  readonly id: string;
  readonly name: string;
  readonly character: string;
}

/** The faces that ship: their list, and those that have been fetched, ready to shape with. */
export const useFaces = defineStore('faces', () => {
  const loaded = shallowRef<ReadonlyMap<string, Face>>(new Map());
  const problem = shallowRef<Problem | null>(null);
  const listing: readonly FaceListing[] = list;
  const underway = new Map<string, Promise<void>>();

  async function fetchFace({ id, name }: FaceListing): Promise<void> {
    const response = await fetch(`/faces/${id}.ttf`).catch(() => null);
    if (!response?.ok) {
      underway.delete(id);
      problem.value = { code: 'face-not-fetched', value: id, message: `The typeface ${name} could not be fetched. Check that Under Arc is running and reload.` };
      return;
    }
    const bytes = await response.arrayBuffer();
    const face = createFace(id, name, new Uint8Array(bytes));
    if (!face.ok) { problem.value = face.problem; return; }
    // The page's own copy is for menus and fields only; the sheet is drawn from outlines.
    const shown = await new FontFace(`ua-${id}`, bytes).load().catch(() => null);
    if (shown) document.fonts.add(shown);
    loaded.value = new Map(loaded.value).set(id, face.value);
  }

  /** Fetches faces that are not at hand yet; unknown ids are left to the drawing to report. */
  function ensure(ids: Iterable<string>): Promise<unknown> {
    const wanted = [...new Set(ids)].map((id) => listing.find((one) => one.id === id)).filter((one) => one !== undefined);
    return Promise.all(wanted.map((one) => {
      let task = underway.get(one.id);
      if (!task) underway.set(one.id, (task = fetchFace(one)));
      return task;
    }));
  }

  /** CSS family under which a fetched face can be shown in fields and menus. */
  const cssFamily = (id: string): string => `'ua-${id}', var(--ua-type)`;

  return { listing, loaded, problem, ensure, cssFamily };
});
