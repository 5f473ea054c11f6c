import { decodeTable, readTable, type SeriesTable } from '#core/import/table';
import { guessMapping } from '#core/output/series';
import { isPicture } from '#core/piece/types';
import { usePiece } from '~/stores/piece';
import type { SeriesColumns, SeriesSource } from '~/workers/series';

/** Files of pictures that the rows of a series name. */
function useRowPictures(changed: () => void) {
  const images = shallowRef<readonly File[]>([]);
  function fromFiles(event: Event): void {
    const input = event.target as HTMLInputElement;
    const more = [...(input.files ?? [])];
    input.value = '';
    if (more.length === 0) return;
    const names = new Set(more.map(({ name }) => name));
    images.value = [...images.value.filter(({ name }) => !names.has(name)), ...more];
    changed();
  }
  return { images, fromFiles };
}

/**
 * The table of a series, and what its columns are used for.
 *
 * @param changed called when what was found and made of the table is out of date
 */
export function useSeriesTable(changed: () => void) {
  const store = usePiece();
  const table = shallowRef<SeriesTable | null>(null);
  const notes = ref<readonly string[]>([]);
  /** The column of each lettering that has one, by its id. */
  const mapping = ref<Record<string, number>>({});
  /** Columns that are not of words: how often a row is made, and what its file is called. */
  const columns = shallowRef<SeriesColumns>({ fileColumn: null, quantityColumn: null });
  const { images, fromFiles } = useRowPictures(changed);
  /** Why the table cannot be read; empty where it can. */
  const problem = ref('');

  function take(text: string, note: string | null = null): void {
    problem.value = '';
    changed();
    const read = readTable(text);
    if (!read.ok) {
      problem.value = read.problem.message;
      table.value = null;
      return;
    }
    table.value = read.value;
    notes.value = [...(note ? [note] : []), ...read.value.notes];
    mapping.value = { ...guessMapping(store.piece!, read.value) };
    columns.value = { fileColumn: null, quantityColumn: null };
  }
  async function fromFile(event: Event): Promise<void> {
    const input = event.target as HTMLInputElement,
      file = input.files?.[0];
    input.value = '';
    if (!file) return;
    const text = decodeTable(new Uint8Array(await file.arrayBuffer()));
    if (!text.ok) {
      problem.value = text.problem.message;
      return;
    }
    take(text.value.text, text.value.note);
  }
  const isShown = (id: string): boolean => store.piece!.items.some((item) => item.id === id && isPicture(item));
  /** What says how many are made, or names pictures, is no wording, whatever was guessed of it. */
  const withoutWords = (now: Readonly<Record<string, number>>, column: number): Record<string, number> =>
    Object.fromEntries(Object.entries(now).filter(([id, at]) => at !== column || isShown(id)));
  function map(id: string, column: number | null): void {
    const next = { ...mapping.value };
    if (column === null) Reflect.deleteProperty(next, id);
    else next[id] = column;
    mapping.value = column !== null && isShown(id) ? withoutWords(next, column) : next;
    changed();
  }
  function choose(key: keyof SeriesColumns, column: number | null): void {
    columns.value = { ...columns.value, [key]: column };
    if (key === 'quantityColumn' && column !== null) mapping.value = withoutWords(mapping.value, column);
    changed();
  }

  /** All that a series is made from; null without a table. */
  const source = computed<SeriesSource | null>(
    () =>
      table.value && {
        table: table.value,
        mapping: { ...mapping.value },
        columns: columns.value,
        images: images.value,
      },
  );
  return { table, notes, mapping, columns, images, source, problem, take, fromFile, fromFiles, map, choose };
}
