import * as yup from 'yup';
import { LIMITS, type LimitName } from '../limits';
import type { Point } from '../point';

/** A number that must be present, finite and within the named limits. */
export const limited = (name: LimitName): yup.NumberSchema<number> =>
  yup.number().strict().required().min(LIMITS[name].min).max(LIMITS[name].max).typeError('${path} must be a number');

export const point = (): yup.ObjectSchema<Point> =>
  yup
    .object({ x: limited('coordinateMm'), y: limited('coordinateMm') })
    .strict()
    .noUnknown()
    .required();

/** The id of another curve of the piece. */
export const curveId = (): yup.StringSchema<string> =>
  yup
    .string()
    .strict()
    .required()
    .matches(/^[A-Za-z0-9_-]{1,40}$/, '${path} must be 1 to 40 letters, digits, - or _');
