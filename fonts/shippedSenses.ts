import type { Sense } from '../core/setting/space/white/sense';
import senses from './senses.json';

/** How white is read in a face that ships, as it was fitted beforehand (see `fitSense`); null for others. */
export const shippedSense = (id: string): Sense | null =>
  Object.hasOwn(senses, id) ? (senses as Readonly<Record<string, Sense>>)[id]! : null;
