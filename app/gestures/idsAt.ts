/** The items of the sheet under a pointer, the topmost first. */
export function idsAt({ clientX, clientY }: Pick<MouseEvent, 'clientX' | 'clientY'>): string[] {
  const ids = document.elementsFromPoint(clientX, clientY).flatMap((element) => {
    const { lettering, curve, art, ornaments } = (element as SVGElement).dataset;
    return lettering ?? curve ?? art ?? ornaments ?? [];
  });
  return [...new Set(ids)];
}
