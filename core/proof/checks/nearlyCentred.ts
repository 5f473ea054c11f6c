import { setStep } from '../../piece/steps';
import { placedByBookends } from '../../setting/space/fill';
import { setOnes, short, type Check, type Finding } from '../check';

/**
 * What is off by less than this was meant to be on it: degrees on the clock, mm along the curve, share of an open
 * curve.
 */
const NEARLY = { deg: 1.5, mm: 0.6, u: 0.01 } as const;
const STEP_DEG = 45;

/** Lettering that stands nearly, but not quite, at a clock point or in the middle. */
export const nearlyCentred: Check = (ground) =>
  setOnes(ground).flatMap(({ lettering, set }): Finding[] => {
    const { anchor } = lettering;
    if (placedByBookends(lettering, set.path.path.closed) || lettering.wording.trim() === '') return [];
    const found = (what: string, path: readonly string[], value: unknown): Finding => ({
      code: 'nearly-centred',
      itemId: lettering.id,
      message: `“${short(lettering.wording)}” ${what}.`,
      fix: { label: 'Put it there', steps: [setStep(ground.piece, lettering.id, path, value)] },
    });
    const list: Finding[] = [];
    if (anchor.at.kind === 'clock') {
      const exact = Math.round(anchor.at.deg / STEP_DEG) * STEP_DEG + 0,
        off = anchor.at.deg - exact;
      if (Math.abs(off) > 1e-6 && Math.abs(off) < NEARLY.deg)
        list.push(
          found(
            `is ${Math.abs(off).toFixed(2)}° off ${((((exact / 30) % 12) + 12) % 12 || 12).toFixed(exact % 30 ? 1 : 0)} o'clock`,
            ['anchor', 'at'],
            { kind: 'clock', deg: exact },
          ),
        );
    } else if (anchor.at.kind === 'fraction' && !set.path.path.closed) {
      const off = anchor.at.u - 0.5;
      if (Math.abs(off) > 1e-6 && Math.abs(off) < NEARLY.u)
        list.push(
          found(
            `is ${(Math.abs(off) * set.path.lengthMm).toFixed(2)} mm off the middle of its curve`,
            ['anchor', 'at'],
            { kind: 'fraction', u: 0.5 },
          ),
        );
    }
    const offset = anchor.startOffsetMm;
    if (anchor.align === 'centre' && offset !== 0 && Math.abs(offset) < NEARLY.mm)
      list.push(found(`is centred but for a start offset of ${offset.toFixed(2)} mm`, ['anchor', 'startOffsetMm'], 0));
    return list;
  });
