import { worstLine } from '../../setting/line/set';
import { short, type Check } from '../check';

/** Lettering that runs past a bookend. */
export const overset: Check = ({ settings }) =>
  settings.flatMap(({ lettering, set }) => {
    if (!set.ok) return [];
    const { beforeMm, afterMm } = worstLine(set.value).overset;
    const mm = beforeMm + afterMm;
    if (mm === 0) return [];
    const where = beforeMm > 0 && afterMm > 0 ? 'both ends' : beforeMm > 0 ? 'the start' : 'the end';
    return [
      {
        code: 'overset',
        itemId: lettering.id,
        mm,
        message: `“${short(lettering.wording)}” runs ${mm.toFixed(2)} mm past its bookends, at ${where}. Make it smaller or tighter, or move the bookends.`,
      },
    ];
  });
