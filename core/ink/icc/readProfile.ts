import { fail, ok, type Result } from '../../result';
import { readLut, type Lut } from './lut';

/** CIE L*a*b* in the profile connection space (D50). */
export type PcsLab = readonly [l: number, a: number, b: number];

/** A CMYK profile of a printing condition. */
export interface CmykProfile {
  /** As it calls itself. */
  readonly name: string;
  /** The version of the specification that it keeps to, such as 2.4. */
  readonly version: string;
  /** The colour of a mix, shares 0 to 1, relative to the paper. */
  readonly toLab: (cmyk: readonly number[]) => PcsLab;
  /** The mix for a colour, relative to the paper; shares 0 to 1. */
  readonly fromLab: (lab: PcsLab) => readonly number[];
  /** The same by the perceptual intent, by which the deepest black is found. */
  readonly perceptual: (lab: PcsLab) => readonly number[];
}

/** No profile of a press is larger, bytes. */
export const PROFILE_BYTES = 6 * 1024 * 1024;

const HEADER = 128;
const text = (bytes: Uint8Array, at: number, length: number): string =>
  String.fromCharCode(...bytes.subarray(at, at + length));

/** The name in a `desc` or `mluc` tag; '' where it cannot be read. */
function nameIn(tag: Uint8Array | undefined): string {
  if (!tag || tag.length < 16) return '';
  const view = new DataView(tag.buffer, tag.byteOffset, tag.byteLength);
  const kind = text(tag, 0, 4);
  if (kind === 'desc') {
    const length = view.getUint32(8);
    return text(tag, 12, Math.min(length, tag.length - 12, 200)).replace(/\0.*$/s, '');
  }
  if (kind !== 'mluc' || tag.length < 28) return '';
  const [length, from] = [view.getUint32(20), view.getUint32(24)];
  let said = '';
  for (let at = from; at + 1 < Math.min(from + length, tag.length) && said.length < 200; at += 2)
    said += String.fromCharCode(view.getUint16(at));
  return said;
}

const plain = (name: string): string => [...name.replace(/[\p{Cc}\p{Cs}]/gu, ' ').trim()].slice(0, 120).join('');

const fromPcs = (lut: Lut, [l, a, b]: readonly number[]): PcsLab => {
  const k = lut.lab === 'of16Bits' ? 65535 / 65280 : 1;
  return [l! * 100 * k, a! * 255 * k - 128, b! * 255 * k - 128];
};
const toPcs = (lut: Lut, [l, a, b]: PcsLab): readonly number[] => {
  const k = lut.lab === 'of16Bits' ? 65280 / 65535 : 1;
  return [(l / 100) * k, ((a + 128) / 255) * k, ((b + 128) / 255) * k];
};

/** What a file is instead of a profile of a press, or null. */
function unfit(bytes: Uint8Array): string | null {
  if (bytes.length < HEADER + 4 || text(bytes, 36, 4) !== 'acsp') return 'it is no ICC profile';
  const [kind, space, pcs] = [12, 16, 20].map((at) => text(bytes, at, 4));
  if (space !== 'CMYK') return `it is for ${space!.trim()}, not for CMYK`;
  if (kind !== 'prtr') return 'it does not describe a press or a printer';
  if (pcs !== 'Lab ') return `it connects by ${pcs!.trim()}, not by L*a*b*`;
  return null;
}

/**
 * Reads a CMYK profile of a printing condition (ICC.1, versions 2 and 4).
 *
 * @returns `wrong-profile` for a file that is none, or is one for something else, `damaged-profile` where a part of it
 *   is missing
 */
export function readProfile(bytes: Uint8Array): Result<CmykProfile> {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const wrong = unfit(bytes);
  if (wrong)
    return fail({
      code: 'wrong-profile',
      message: `This file cannot be used as a profile for print: ${wrong}. Ask your printer for their CMYK profile (.icc).`,
    });
  const lacks = (what: string): Result<never> =>
    fail({ code: 'damaged-profile', message: `This profile is damaged: ${what}. Ask for it anew.` });
  if (view.getUint32(0) > bytes.length) return lacks('its end is missing');
  const count = view.getUint32(HEADER);
  if (count > 200 || HEADER + 4 + 12 * count > bytes.length) return lacks('its list of tables cannot be read');
  const tags = new Map<string, Uint8Array>();
  for (let i = 0; i < count; i++) {
    const at = HEADER + 4 + 12 * i,
      [from, size] = [view.getUint32(at + 4), view.getUint32(at + 8)];
    if (from + size <= bytes.length) tags.set(text(bytes, at, 4), bytes.subarray(from, from + size));
  }
  /** A table of an intent, else that of the perceptual one, which stands for all where it is alone. */
  const lut = (way: 'A2B' | 'B2A', intent: 0 | 1): Result<Lut> => {
    const tag = tags.get(`${way}${intent}`) ?? tags.get(`${way}0`);
    if (!tag) return lacks(`the table ${way}0 is missing`);
    const read = readLut(tag);
    const [inputs, outputs] = way === 'A2B' ? [4, 3] : [3, 4];
    return read.ok && (read.value.inputs !== inputs || read.value.outputs !== outputs)
      ? lacks(`the table ${way} is not one of CMYK`)
      : read;
  };
  const [there, back, perceptual] = [lut('A2B', 1), lut('B2A', 1), lut('B2A', 0)];
  if (!there.ok) return there;
  if (!back.ok) return back;
  if (!perceptual.ok) return perceptual;
  return ok({
    name: plain(nameIn(tags.get('desc'))) || 'Unnamed profile',
    version: `${bytes[8]}.${bytes[9]! >> 4}`,
    toLab: (cmyk) => fromPcs(there.value, there.value.apply(cmyk)),
    fromLab: (lab) => back.value.apply(toPcs(back.value, lab)),
    perceptual: (lab) => perceptual.value.apply(toPcs(perceptual.value, lab)),
  });
}
