const WAYS: Readonly<Record<string, readonly [x: number, y: number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};
/** How far an arrow key moves something, mm: alone, and with Shift. */
const NUDGE_MM = { fine: 0.1, coarse: 1 } as const;

/** Where an arrow key moves something on the sheet, mm; null for any other key. */
export function arrowWay({ key, shiftKey }: KeyboardEvent): { readonly x: number; readonly y: number } | null {
  const way = WAYS[key];
  const by = shiftKey ? NUDGE_MM.coarse : NUDGE_MM.fine;
  return way ? { x: way[0] * by, y: way[1] * by } : null;
}
