import * as yup from 'yup';
import type { Cmyk } from '../ink/colour';
import type { Cut, Halo, Ink, Join, Shade, Stroke, StrokePlace, Underline } from './inks';
import { flag, id, object, tagged, text } from './rules';
import { limited } from './shapes/fields';

/** The id of an ink of the piece. */
export const inkId = id;

export const inkSchema: yup.ObjectSchema<any> = object<Ink>({
  id: id(),
  name: text('nameLength').trim('${path} must not begin or end with a space') as yup.StringSchema<string>,
  kind: tagged<Ink['kind']>('process', 'spot'),
  cmyk: yup
    .array()
    .strict()
    .of(limited('inkShare'))
    .required()
    .length(4, '${path} must be four shares: cyan, magenta, yellow, black') as unknown as yup.ISchema<Cmyk>,
  overprint: flag(),
});

const dash = object<NonNullable<Stroke['dash']>>({ onMm: limited('dashMm'), offMm: limited('dashMm') })
  .nullable()
  .defined();

export const strokeSchema = object<Stroke>({
  ink: inkId(),
  widthMm: limited('strokeMm'),
  join: tagged<Join>('mitre', 'round', 'bevel'),
  place: tagged<StrokePlace>('centre', 'inside', 'outside'),
  dash,
  under: flag(),
})
  .nullable()
  .defined();

export const haloSchema = object<Halo>({ ink: inkId(), marginMm: limited('marginMm') })
  .nullable()
  .defined();
export const shadeSchema = object<Shade>({ ink: inkId(), deg: limited('clockDeg'), depthMm: limited('marginMm') })
  .nullable()
  .defined();
export const underlineSchema = object<Underline>({
  ink: inkId(),
  widthMm: limited('strokeMm'),
  offMm: limited('nudgeMm'),
})
  .nullable()
  .defined();

export const cutSchema = object<Cut>({ itemId: id(), marginMm: limited('cutMm') });
