import { setStep } from '../../piece/steps';
import { scaledSize } from '../../piece/items/lettering';
import { bandMiddle } from '../../setting/space/rooms';
import { needsSettling } from '../../setting/space/settle';
import { setOnes, short, type Check, type Finding } from '../check';

/**
 * Differences from the first to the second value are taken for slips: a share of the size, mm of the band, thousandths
 * of an em of tracking.
 */
const SLIP = { size: [0.0005, 0.06], band: [0.004, 0.6], tracking: [0.05, 12] } as const;
const slips = (value: number, [from, to]: readonly [number, number]): boolean =>
  Math.abs(value) > from && Math.abs(value) < to;

/**
 * Lettering at the top and at the bottom of one curve that differs a little in size, band or density where it was meant
 * to be alike.
 */
export const nearlyAlike: Check = (ground) => {
  const ones = setOnes(ground).filter(({ lettering }) => lettering.wording.trim() !== '');
  return ones.flatMap((a, i) =>
    ones.slice(i + 1).flatMap((b): Finding[] => {
      if (
        a.curve !== b.curve ||
        a.lettering.faceId !== b.lettering.faceId ||
        a.lettering.seat.tops === b.lettering.seat.tops
      )
        return [];
      const [first, second] = [short(a.lettering.wording), short(b.lettering.wording)];
      const found = (
        code: string,
        message: string,
        mm: number | undefined,
        path: readonly string[],
        value: unknown,
      ): Finding => ({
        code,
        itemId: b.lettering.id,
        message,
        ...(mm === undefined ? {} : { mm }),
        fix: { label: 'Make them alike', steps: [setStep(ground.piece, b.lettering.id, path, value)] },
      });
      const size = b.set.capMm / a.set.capMm - 1;
      if (slips(size, SLIP.size)) {
        return [
          found(
            'size-nearly-alike',
            `“${second}” has capitals of ${b.set.capMm.toFixed(2)} mm, “${first}” of ${a.set.capMm.toFixed(2)} mm: nearly, but not quite, the same.`,
            Math.abs(b.set.capMm - a.set.capMm),
            ['size'],
            scaledSize(b.lettering.size, a.set.capMm / b.set.capMm),
          ),
        ];
      }
      const apart = bandMiddle(a.set) - bandMiddle(b.set);
      const list: Finding[] = [];
      if (
        Math.abs(size) <= SLIP.size[0] &&
        slips(apart, SLIP.band) &&
        a.set.path === b.set.path &&
        !b.lettering.seat.hold
      ) {
        list.push(
          found(
            'band-nearly-alike',
            `“${second}” stands ${Math.abs(apart).toFixed(2)} mm beside the band of “${first}”.`,
            Math.abs(apart),
            ['seat', 'baselineShiftMm'],
            b.lettering.seat.baselineShiftMm + apart * b.set.direction,
          ),
        );
      }
      // What is evened out or kept filled has a density of its own.
      const [p, q] = [a.lettering.spacing, b.lettering.spacing];
      if (
        Math.abs(size) <= SLIP.size[0] &&
        !needsSettling(a.lettering) &&
        !needsSettling(b.lettering) &&
        slips(q.tracking - p.tracking, SLIP.tracking)
      ) {
        list.push(
          found(
            'density-nearly-alike',
            `“${second}” is tracked by ${q.tracking.toFixed(1)}, “${first}” by ${p.tracking.toFixed(1)}: nearly, but not quite, the same density.`,
            undefined,
            ['spacing', 'tracking'],
            p.tracking,
          ),
        );
      }
      return list;
    }),
  );
};
