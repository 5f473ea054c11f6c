import { bestArc, bestCircle, bestEllipse, bestLine, likeliest } from '#core/curves/bestFit';
import type { Vec } from '#core/geometry/vec';
import type { CurveShape } from '#core/piece/types';
import type { DraftPorts } from './usePointTools';
import { useSnapping } from './useSnapping';

type FitKind = 'circle' | 'arc' | 'ellipse' | 'line';

/** To the thousandth of a mm: a pointer is not finer, and the fields stay readable. */
const micron = (mm: number): number => Math.round(mm * 1000) / 1000;

/** A shape with every number to the thousandth. */
function tidied<S extends CurveShape>(shape: S): S {
  const round = (value: unknown): unknown => {
    if (typeof value === 'number') return micron(value);
    if (typeof value !== 'object' || value === null) return value;
    return Object.fromEntries(Object.entries(value).map(([name, inner]) => [name, round(inner)]));
  };
  return round(shape) as S;
}

/** Clicked points, and the curve that fits them best. */
export function useThroughPoints({ at, finishWith, problem }: DraftPorts) {
  const { snap } = useSnapping();
  const points = shallowRef<readonly Vec[]>([]);
  /** The kind that is pointed at. */
  const pointedAt = ref<FitKind | null>(null);

  /** What the clicked points could be, the likeliest first. */
  const fits = computed(() => {
    const list = points.value;
    if (list.length < 2) return [];
    const circle = bestCircle(list),
      arc = list.length > 2 ? bestArc(list) : null,
      ellipse = bestEllipse(list);
    const likely = likeliest(list);
    const line = circle && list.length > 2 ? null : bestLine(list);
    return [circle, arc, ellipse, line]
      .flatMap((fit) => (fit ? [fit] : []))
      .sort((a, b) => Number(b.shape.kind === likely) - Number(a.shape.kind === likely));
  });
  const pointAt = (kind: FitKind | null): void => {
    pointedAt.value = kind;
  };
  const fit = computed(() => fits.value.find((one) => one.shape.kind === pointedAt.value) ?? fits.value[0] ?? null);

  function down(event: PointerEvent): void {
    // A rim lies where it is seen, however near a centre line.
    points.value = [...points.value, snap(at(event), event, null, false).to];
  }

  /** Ends with the curve of a kind that fits the points, or with the likeliest. */
  function finish(kind?: FitKind): void {
    const wanted = kind ? fits.value.find((one) => one.shape.kind === kind) : fits.value[0];
    if (!wanted) problem.value = 'These points are one and the same. Click another one beside it.';
    else finishWith(wanted.shape.kind === 'line' ? wanted.shape : tidied(wanted.shape));
  }

  function clear(): void {
    points.value = [];
    pointedAt.value = null;
  }

  return { points, fits, fit, pointAt, down, finish, clear };
}
