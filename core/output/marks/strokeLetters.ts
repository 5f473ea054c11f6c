import type { Vec } from '../../geometry/vec';

/**
 * Letters of single strokes for what is noted beside a sheet: readable, and no typeface of the piece. Each is a list of
 * strokes, each of these a run of places, two digits a place: across 0 to 4, down 0 to 6 with the baseline at 6.
 */
const STROKES: Readonly<Record<string, string>> = {
  'A': '0602204246 0444',
  'B': '0006 003041423303 3344453606',
  'C': '4130100105163645',
  'D': '0006 003041453606',
  'E': '40000646 0333',
  'F': '400006 0333',
  'G': '41301001051636454323',
  'H': '0006 4046 0343',
  'I': '2026 1030 1636',
  'J': '4045361605',
  'K': '0006 4003 0346',
  'L': '000646',
  'M': '0600234046',
  'N': '06004640',
  'O': '103041453616050110',
  'P': '0006 003041423303',
  'Q': '103041453616050110 2446',
  'R': '0006 003041423303 2346',
  'S': '413010010213334445361605',
  'T': '0040 2026',
  'U': '000516364540',
  'V': '002640',
  'W': '0016223640',
  'X': '0046 4006',
  'Y': '002340 2326',
  'Z': '00400646',
  '0': '103041453616050110',
  '1': '112026 1636',
  '2': '01103041420646',
  '3': '01103041423313 334445361605',
  '4': '36300444',
  '5': '4000023243453606',
  '6': '30100105163645443303',
  '7': '004016',
  '8': '103041423313020110 3344453616050413',
  '9': '16364541301001021343',
  '-': '1333',
  '–': '0343',
  '.': '2526',
  ',': '2517',
  ':': '2122 2526',
  '/': '4006',
  '+': '2125 0343',
  '×': '1135 3115',
  '%': '4006 0010110100 3545463635',
  '(': '30212536',
  ')': '10212516',
  '’': '2021',
  "'": '2021',
  '&': '46121120310405162644',
  '#': '1016 3036 0242 0444',
  '·': '2324',
  '?': '01103041422324 2526',
};
/** What stands for a sign that has no letter here. */
const UNKNOWN = '0040460600';
/** From one letter to the next, and the height of the capitals, in steps of the grid. */
const ADVANCE = 5.6,
  HEIGHT = 6;

const plain = (text: string): string => text.normalize('NFD').replace(/\p{M}/gu, '').toUpperCase();

/**
 * A text in letters of single strokes.
 *
 * @param at left end of its baseline, mm
 * @param capMm height of the capitals, mm
 * @returns a line of places for each stroke
 */
export function strokeText(text: string, at: Vec, capMm: number): readonly (readonly Vec[])[] {
  const k = capMm / HEIGHT;
  return Array.from(plain(text)).flatMap((sign, n) =>
    (sign.trim() === '' ? '' : (STROKES[sign] ?? UNKNOWN))
      .split(' ')
      .filter((stroke) => stroke !== '')
      .map((stroke) =>
        Array.from({ length: stroke.length / 2 }, (_, i) => ({
          x: at.x + (n * ADVANCE + Number(stroke[2 * i])) * k,
          y: at.y + (Number(stroke[2 * i + 1]) - HEIGHT) * k,
        })),
      ),
  );
}

/** How long a text of so many signs is at a height of its capitals, mm. */
export const strokeTextMm = (signs: number, capMm: number): number =>
  Math.max(signs * ADVANCE - 1.6, 0) * (capMm / HEIGHT);
