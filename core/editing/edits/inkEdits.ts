import { setStep, type Step } from '../../piece/steps';
import type { Ink, InkId, Lettering, Piece } from '../../piece/types';
import type { Problem } from '../../result';

const PAINTS = ['stroke', 'halo', 'shade', 'underline'] as const;
type Inked = Partial<Pick<Lettering, 'fill' | (typeof PAINTS)[number]>>;

/** In how many places of a piece an ink is asked for, styles included. */
export const askedFor = (piece: Piece, id: InkId): number =>
  [
    ...piece.items.flatMap((item): readonly unknown[] => (item.type === 'art' ? item.parts : [item])),
    ...piece.styles.map(({ of }) => of),
  ].reduce<number>(
    (sum, one) =>
      sum + ((one as Inked).fill === id ? 1 : 0) + PAINTS.filter((name) => (one as Inked)[name]?.ink === id).length,
    0,
  );

/** Steps that put another ink, or none, wherever one is asked for. */
export function replaceInk(piece: Piece, id: InkId, by: InkId | null): Step[] {
  const paint = (value: Inked[(typeof PAINTS)[number]]): unknown => (by === null ? null : { ...value!, ink: by });
  const steps = piece.items.flatMap((item) => {
    if (item.type === 'art') {
      const parts = item.parts.map((part) => ({
        ...part,
        fill: part.fill === id ? by : part.fill,
        stroke: part.stroke?.ink === id ? (paint(part.stroke) as typeof part.stroke) : part.stroke,
      }));
      return item.parts.some((part) => part.fill === id || part.stroke?.ink === id)
        ? [setStep(piece, item.id, ['parts'], parts)]
        : [];
    }
    const inked = item as Inked;
    return [
      ...(inked.fill === id ? [setStep(piece, item.id, ['fill'], by)] : []),
      ...PAINTS.flatMap((name) =>
        inked[name]?.ink === id ? [setStep(piece, item.id, [name], paint(inked[name]))] : [],
      ),
    ];
  });
  const styles = piece.styles.map((style) => {
    const changed = Object.fromEntries([
      ...(style.of.fill === id ? [['fill', by]] : []),
      ...PAINTS.flatMap((name) => (style.of[name]?.ink === id ? [[name, paint(style.of[name])]] : [])),
    ]) as Partial<typeof style.of>;
    return Object.keys(changed).length > 0 ? { ...style, of: { ...style.of, ...changed } } : style;
  });
  return styles.every((style, i) => style === piece.styles[i])
    ? steps
    : [...steps, setStep(piece, null, ['styles'], styles)];
}

/** Names that printing keeps for itself (ISO 32000-1, 8.6.6.4), in lower case. */
export const RESERVED_INK_NAMES: ReadonlySet<string> = new Set(['all', 'none', 'cyan', 'magenta', 'yellow', 'black']);

/**
 * Why an ink cannot have a name: it is empty or has another ink's, or as a spot ink's it is reserved for the process
 * plates. Any script, brackets and quotes are welcome.
 */
export function spotNameProblem(piece: Piece, ink: Ink, name: string): Problem | null {
  const problem = (code: string, message: string): Problem => ({ code, field: 'name', value: name, message });
  if (name === '') return problem('no-name', 'An ink needs a name, so that the printer can tell which it is.');
  if (piece.inks.some((one) => one.id !== ink.id && one.name === name))
    return problem('same-name', `Another ink is called “${name}” already. Choose a name of its own.`);
  if ((ink.kind === 'spot' || ink.purpose !== 'print') && RESERVED_INK_NAMES.has(name.toLowerCase()))
    return problem(
      'reserved-name',
      `A spot ink cannot be called “${name}”: printing keeps that name for a plate of its own. Call it “${name} spot”, say.`,
    );
  if ([...name].some((sign) => sign.charCodeAt(0) < 32))
    return problem('control-character', 'The name holds a character that cannot be shown. Type it anew.');
  return null;
}
