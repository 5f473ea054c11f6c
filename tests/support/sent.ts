import type { Change } from '#core/piece/history';
import { setStep } from '#core/piece/steps/index';
import { circle, curve, lettering, piece } from './pieces';

export const start = piece([curve(circle(30)), lettering('TIDE')]);
/** A change of the words, as a page sends it. */
export const sent = (wording: string, changeId: string) => ({
  changeId,
  change: {
    entryId: changeId,
    kind: 'do',
    label: 'Change wording',
    steps: [setStep(start, 'words', ['wording'], wording)],
    selectionBefore: [],
    selectionAfter: [],
  } as Change,
});
