import * as yup from 'yup';
import { LIMITS } from './limits';
import { arcSchema } from './shapes/arc';
import { circleSchema } from './shapes/circle';
import { drawnSchema } from './shapes/drawn';
import { ellipseSchema } from './shapes/ellipse';
import { lineSchema } from './shapes/line';
import { midwaySchema } from './shapes/midway';
import { parallelSchema } from './shapes/parallel';
import { polygonSchema } from './shapes/polygon';
import { rectangleSchema } from './shapes/rectangle';
import { spiralSchema } from './shapes/spiral';
import { starSchema } from './shapes/star';
import { waveSchema } from './shapes/wave';
import { limited, point } from './shapes/fields';
import type {
  Adjustment, Alignment, Anchor, AxisSetting, Bookends, Corners, Curve, CurveKindName, CurvePlace, CurveShape, FeatureSwitch, Fit, FitRule, Guide, Item, LetterCase, Lettering, LetterSize, Ornaments, OrnamentSign, Piece, Seat,
  SeatedBy, SeatHold, Sheet, Side, Spacing, Stance, StanceKind, Stroke, Tops, Tracing, Twin, TwinShare,
} from './types';

/** Discriminated unions: one schema a member, chosen by the tag. */
export interface Union {
  readonly tag: string;
  readonly members: Readonly<Record<string, yup.ObjectSchema<yup.AnyObject>>>;
  readonly nullable: boolean;
}

const UNION = 'union';

/** A schema that picks the member named by the value's tag, and reports the tag when there is none. */
function union<T extends object | null>(tag: string, members: Record<string, yup.ObjectSchema<any>>, nullable = false): yup.Lazy<T, yup.AnyObject, any> {
  const known = Object.keys(members);
  const unknown = yup.mixed().test('known-tag', (value, context) => {
    const given = (value as Record<string, unknown> | null | undefined)?.[tag];
    return context.createError({
      message: given === undefined
        ? `${context.path} must be an object with "${tag}": one of ${known.join(', ')}`
        : `${context.path}.${tag} must be one of ${known.join(', ')}`,
    });
  });
  const none = yup.mixed().nullable();
  const lazy = yup.lazy((value: unknown) => {
    if (nullable && value === null) return none as never;
    const given = (value as Record<string, unknown> | null | undefined)?.[tag];
    return (typeof given === 'string' && Object.hasOwn(members, given) ? members[given]! : unknown) as never;
  }) as unknown as yup.Lazy<T, yup.AnyObject, any>;
  (lazy as unknown as Record<string, unknown>)[UNION] = { tag, members, nullable } satisfies Union;
  return lazy;
}

/** The members of a union made above, for the JSON Schema; null for any other schema. */
export const unionOf = (schema: unknown): Union | null =>
  ((schema as Record<string, unknown>)[UNION] as Union | undefined) ?? null;

const tagged = <T extends string>(...values: T[]): yup.StringSchema<T> =>
  yup.string<T>().strict().oneOf(values).required() as yup.StringSchema<T>;
/** An object of exactly the fields of T, each checked for T's own type: the compiler holds rules and types together. */
const object = <T extends object>(shape: { [K in keyof T]-?: yup.ISchema<T[K], any, any, any> }): yup.ObjectSchema<any> =>
  yup.object(shape as yup.ObjectShape).strict().noUnknown().required().typeError('${path} must be an object') as yup.ObjectSchema<any>;

const id = (): yup.StringSchema<string> =>
  yup.string().strict().required().matches(/^[A-Za-z0-9_-]{1,40}$/, '${path} must be 1 to 40 letters, digits, - or _');
const colour = (): yup.StringSchema<string | null> =>
  yup.string().strict().nullable().defined().matches(/^#[0-9a-f]{6}$/, { message: '${path} must be a colour as #rrggbb, or null', excludeEmptyString: false }) as yup.StringSchema<string | null>;
const text = (name: 'wordingLength' | 'nameLength'): yup.StringSchema<string> =>
  yup.string().strict().defined().min(LIMITS[name].min).max(LIMITS[name].max);
const flag = (): yup.BooleanSchema<boolean> => yup.boolean().strict().required();

const stroke = object<Stroke>({
  colour: yup.string().strict().required().matches(/^#[0-9a-f]{6}$/, '${path} must be a colour as #rrggbb'),
  widthMm: limited('strokeMm'),
}).nullable().defined();

/** One line a curve kind. */
const shapes: Record<CurveKindName, yup.ObjectSchema<any>> = {
  circle: circleSchema, arc: arcSchema, ellipse: ellipseSchema, spiral: spiralSchema, wave: waveSchema, line: lineSchema,
  rectangle: rectangleSchema, polygon: polygonSchema, star: starSchema, drawn: drawnSchema, parallel: parallelSchema,
  midway: midwaySchema,
};
export const shapeSchema = union<CurveShape>('kind', shapes);

const curveSchema: yup.ObjectSchema<any> = object<Curve>({
  type: tagged('curve'),
  id: id(),
  name: text('nameLength'),
  shape: shapeSchema,
  locked: flag(),
  hidden: flag(),
  fill: colour(),
  stroke,
});

const sizeSchema = union<LetterSize>('by', {
  cap: object<Extract<LetterSize, { by: 'cap' }>>({ by: tagged('cap'), mm: limited('capMm') }),
  x: object<Extract<LetterSize, { by: 'x' }>>({ by: tagged('x'), mm: limited('capMm') }),
  ink: object<Extract<LetterSize, { by: 'ink' }>>({ by: tagged('ink'), mm: limited('capMm') }),
  em: object<Extract<LetterSize, { by: 'em' }>>({ by: tagged('em'), pt: limited('emPt') }),
});

const placeSchema = union<CurvePlace>('kind', {
  clock: object<Extract<CurvePlace, { kind: 'clock' }>>({ kind: tagged('clock'), deg: limited('clockDeg') }),
  fraction: object<Extract<CurvePlace, { kind: 'fraction' }>>({ kind: tagged('fraction'), u: limited('fraction') }),
  distance: object<Extract<CurvePlace, { kind: 'distance' }>>({ kind: tagged('distance'), mm: limited('startOffsetMm') }),
});

const holdSchema = union<SeatHold | null>('kind', {
  touching: object<Extract<SeatHold, { kind: 'touching' }>>({ kind: tagged('touching'), curveId: id(), gapMm: limited('gapMm') }),
  band: object<Extract<SeatHold, { kind: 'band' }>>({ kind: tagged('band'), curveId: id(), otherId: id() }),
}, true);

const stanceSchema = object<Stance>({
  kind: tagged<StanceKind>('turned', 'upright', 'sheared', 'swayed', 'bent', 'pointed', 'stacked'),
  strength: limited('fraction'),
  centre: point().nullable().defined().default(undefined) as unknown as yup.ISchema<Stance['centre']>,
});

const featureSchema = object<FeatureSwitch>({
  tag: yup.string().strict().required().matches(/^[A-Za-z0-9]{4}$/, '${path} must be the four letters of an OpenType feature'),
  value: limited('featureValue'),
});

const axisSchema = object<AxisSetting>({
  tag: yup.string().strict().required().matches(/^[A-Za-z0-9]{4}$/, '${path} must be the four letters of an axis'),
  value: limited('axisValue'),
});

const twinSchema = object<Twin>({
  of: id(),
  shares: yup.array().strict().of(tagged<TwinShare>('face', 'size', 'space', 'stance', 'ink', 'band')).required().max(LIMITS.twinShares.max) as unknown as yup.ISchema<readonly TwinShare[]>,
}).nullable().defined();

const adjustmentSchema = object<Adjustment>({
  at: limited('wordingLength'), kern: limited('kern'), alongMm: limited('nudgeMm'), offMm: limited('nudgeMm'), turnDeg: limited('clockDeg'),
});

const sharesOf = (by: Exclude<FitRule['by'], 'tracking'>): yup.ObjectSchema<any> =>
  object<FitRule>({ by: tagged(by), least: limited('fitShare'), most: limited('fitShare') });
const fitRuleSchema = union<FitRule>('by', {
  tracking: object<FitRule>({ by: tagged('tracking'), least: limited('fitTracking'), most: limited('fitTracking') }),
  width: sharesOf('width'), size: sharesOf('size'), radius: sharesOf('radius'),
});

const cornersSchema = union<Corners>('kind', {
  round: object<Extract<Corners, { kind: 'round' }>>({ kind: tagged('round'), radiusMm: limited('cornerMm') }),
  step: object<Extract<Corners, { kind: 'step' }>>({ kind: tagged('step') }),
  straight: object<Extract<Corners, { kind: 'straight' }>>({ kind: tagged('straight') }),
});

const letteringSchema: yup.ObjectSchema<any> = object<Lettering>({
  type: tagged('lettering'),
  id: id(),
  curveId: id(),
  wording: text('wordingLength'),
  letterCase: tagged<LetterCase>('typed', 'capitals', 'small-capitals'),
  lineDistanceMm: limited('lineDistanceMm'),
  faceId: id(),
  size: sizeSchema,
  width: limited('widthFactor'),
  features: yup.array().strict().of(featureSchema).required().max(LIMITS.features.max) as unknown as yup.ISchema<readonly FeatureSwitch[]>,
  axes: yup.array().strict().of(axisSchema).required().max(LIMITS.axes.max) as unknown as yup.ISchema<readonly AxisSetting[]>,
  seat: object<Seat>({
    tops: tagged<Tops>('outward', 'inward'),
    side: tagged<Side>('outside', 'on', 'inside'),
    by: tagged<SeatedBy>('caps', 'x-height', 'extents', 'ink'),
    hold: holdSchema,
    baselineShiftMm: limited('baselineShiftMm'),
  }),
  anchor: object<Anchor>({
    at: placeSchema,
    startOffsetMm: limited('startOffsetMm'),
    align: tagged<Alignment>('start', 'centre', 'end', 'filled'),
    by: tagged<Anchor['by']>('ink', 'advance'),
  }),
  bookends: object<Bookends>({ startU: limited('fraction'), endU: limited('fraction') }),
  spacing: object<Spacing>({
    tracking: limited('tracking'),
    words: limited('wordSpace'),
    measuredAt: limited('measuredAt'),
    kerning: flag(),
    ligatures: flag(),
    evenOut: limited('fraction'),
    leastGapMm: limited('leastGapMm'),
  }),
  fit: object<Fit>({
    kept: flag(),
    rules: yup.array().strict().of(fitRuleSchema as never).required().min(LIMITS.fitRules.min).max(LIMITS.fitRules.max) as unknown as yup.ISchema<readonly FitRule[]>,
  }),
  corners: cornersSchema,
  stance: stanceSchema,
  adjustments: yup.array().strict().of(adjustmentSchema).required().max(LIMITS.adjustments.max) as unknown as yup.ISchema<readonly Adjustment[]>,
  twin: twinSchema,
  fill: colour(),
  stroke,
});

const tracingSchema: yup.ObjectSchema<any> = object<Tracing>({
  type: tagged('tracing'),
  id: id(),
  name: text('nameLength'),
  imageId: yup.string().strict().required().matches(/^[0-9a-f]{32}$/, '${path} must be 32 hexadecimal digits'),
  widthPx: limited('imagePx'),
  heightPx: limited('imagePx'),
  centre: point(),
  widthMm: limited('lengthMm'),
  turnDeg: limited('clockDeg'),
  strength: limited('fraction'),
  locked: flag(),
  hidden: flag(),
});

const sign = <T extends OrnamentSign['kind']>(kind: T): yup.ObjectSchema<any> => object<{ kind: T }>({ kind: tagged(kind) });
const ornamentsSchema: yup.ObjectSchema<any> = object<Ornaments>({
  type: tagged('ornaments'),
  id: id(),
  name: text('nameLength'),
  curveId: id(),
  sign: union<OrnamentSign>('kind', {
    dot: sign('dot'), diamond: sign('diamond'), star: sign('star'), leaf: sign('leaf'), dash: sign('dash'),
    shape: object<Extract<OrnamentSign, { kind: 'shape' }>>({
      kind: tagged('shape'),
      outlines: yup.array().strict().of(drawnSchema as never).required().min(LIMITS.outlines.min).max(LIMITS.outlines.max) as unknown as yup.ISchema<Extract<OrnamentSign, { kind: 'shape' }>['outlines']>,
    }),
  }),
  height: limited('ornamentHeight'),
  count: limited('ornamentCount').integer('${path} must be a whole number'),
  turnDeg: limited('clockDeg'),
  offMm: limited('nudgeMm'),
  fill: colour(),
  stroke,
});

export const itemSchema = union<Item>('type', { curve: curveSchema, lettering: letteringSchema, tracing: tracingSchema, ornaments: ornamentsSchema });

export const sheetSchema: yup.ObjectSchema<any> = object<Sheet>({
  widthMm: limited('sheetMm'),
  heightMm: limited('sheetMm'),
  bleedMm: limited('bleedMm'),
});

const guideSchema = object<Guide>({ runs: tagged<Guide['runs']>('across', 'down'), mm: limited('coordinateMm') });

export const pieceSchema: yup.ObjectSchema<any> = object<Piece>({
  format: tagged('under-arc-piece'),
  version: yup.number<4>().strict().oneOf([4]).required(),
  name: text('nameLength'),
  sheet: sheetSchema,
  guides: yup.array().strict().of(guideSchema).required().max(LIMITS.guides.max) as unknown as yup.ISchema<readonly Guide[]>,
  items: yup.array().strict().of(itemSchema as never).required().max(LIMITS.items.max) as unknown as yup.ISchema<readonly Item[]>,
});
