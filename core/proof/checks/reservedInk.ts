import { RESERVED_INK_NAMES } from '../../editing/edits/inkEdits';
import { setStep } from '../../piece/steps';
import type { Check } from '../check';
import { inksUsed } from '../inksUsed';

/** Spot inks whose names stand for other plates: they would print on every plate, on none, or on a process plate. */
export const reservedInk: Check = (ground) =>
  inksUsed(ground).flatMap(({ ink, itemId }) => {
    if ((ink.kind !== 'spot' && ink.purpose === 'print') || !RESERVED_INK_NAMES.has(ink.name.trim().toLowerCase()))
      return [];
    const taken = new Set(ground.piece.inks.map(({ name }) => name));
    let name = `${ink.name.trim()} spot`;
    for (let n = 2; taken.has(name); n++) name = `${ink.name.trim()} spot ${n}`;
    const inks = ground.piece.inks.map((one) => (one.id === ink.id ? { ...one, name } : one));
    return [
      {
        code: 'reserved-ink',
        itemId,
        message: `The spot ink “${ink.name}” has a name that printing keeps for plates of its own: it would not come out on one plate alone.`,
        fix: { label: `Call it “${name}”`, steps: [setStep(ground.piece, null, ['inks'], inks)] },
      },
    ];
  });
