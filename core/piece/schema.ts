import { STANCE_KINDS } from './stances';
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
import { sealSchema } from './shapes/seal';
import { spiralSchema } from './shapes/spiral';
import { starSchema } from './shapes/star';
import { waveSchema } from './shapes/wave';
import { limited, point } from './shapes/fields';
import {
  cutSchema,
  haloSchema,
  inkId,
  inkSchema,
  shadeSchema,
  strokeSchema as stroke,
  underlineSchema,
} from './inkSchema';
import type { ProcessKind } from './process';
import { flag, id, list, object, tagged, text, union } from './rules';
import type {
  Adjustment,
  Alignment,
  Anchor,
  Art,
  ArtPart,
  AxisSetting,
  Bookends,
  Corners,
  Curve,
  CurveKindName,
  CurvePlace,
  CurveShape,
  FeatureSwitch,
  Fit,
  FitRule,
  Guide,
  Item,
  LetterCase,
  Lettering,
  LetterSize,
  Ornaments,
  OrnamentSign,
  Picture,
  Piece,
  Seat,
  Cut,
  Ink,
  Process,
  SeatedBy,
  SeatHold,
  Sheet,
  Side,
  Spacing,
  Stance,
  Style,
  StyleField,
  Tops,
  Tracing,
  Twin,
  TwinShare,
} from './types';

/** One line a curve kind. */
const shapes: Record<CurveKindName, yup.ObjectSchema<any>> = {
  circle: circleSchema,
  arc: arcSchema,
  ellipse: ellipseSchema,
  spiral: spiralSchema,
  wave: waveSchema,
  line: lineSchema,
  rectangle: rectangleSchema,
  polygon: polygonSchema,
  star: starSchema,
  seal: sealSchema,
  drawn: drawnSchema,
  parallel: parallelSchema,
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
  fill: inkId().nullable().defined(),
  stroke,
  cuts: list<Cut>(cutSchema, LIMITS.cuts),
  equalRooms: flag(),
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
  distance: object<Extract<CurvePlace, { kind: 'distance' }>>({
    kind: tagged('distance'),
    mm: limited('startOffsetMm'),
  }),
});

const holdSchema = union<SeatHold | null>(
  'kind',
  {
    touching: object<Extract<SeatHold, { kind: 'touching' }>>({
      kind: tagged('touching'),
      curveId: id(),
      gapMm: limited('gapMm'),
    }),
    band: object<Extract<SeatHold, { kind: 'band' }>>({ kind: tagged('band'), curveId: id(), otherId: id() }),
  },
  true,
);

const stanceSchema = object<Stance>({
  kind: tagged(...STANCE_KINDS),
  strength: limited('fraction'),
  centre: point().nullable().defined().default(undefined) as unknown as yup.ISchema<Stance['centre']>,
});

const featureSchema = object<FeatureSwitch>({
  tag: yup
    .string()
    .strict()
    .required()
    .matches(/^[A-Za-z0-9]{4}$/, '${path} must be the four letters of an OpenType feature'),
  value: limited('featureValue'),
});

const axisSchema = object<AxisSetting>({
  tag: yup
    .string()
    .strict()
    .required()
    .matches(/^[A-Za-z0-9]{4}$/, '${path} must be the four letters of an axis'),
  value: limited('axisValue'),
});

const twinSchema = object<Twin>({
  of: id(),
  shares: list<TwinShare>(tagged<TwinShare>('face', 'size', 'space', 'stance', 'ink', 'band'), LIMITS.twinShares),
})
  .nullable()
  .defined();

const adjustmentSchema = object<Adjustment>({
  at: limited('wordingLength'),
  kern: limited('kern'),
  alongMm: limited('nudgeMm'),
  offMm: limited('nudgeMm'),
  turnDeg: limited('clockDeg'),
});

const sharesOf = (by: Exclude<FitRule['by'], 'tracking'>): yup.ObjectSchema<any> =>
  object<FitRule>({ by: tagged(by), least: limited('fitShare'), most: limited('fitShare') });
const fitRuleSchema = union<FitRule>('by', {
  tracking: object<FitRule>({ by: tagged('tracking'), least: limited('fitTracking'), most: limited('fitTracking') }),
  width: sharesOf('width'),
  size: sharesOf('size'),
  radius: sharesOf('radius'),
});

const cornersSchema = union<Corners>('kind', {
  round: object<Extract<Corners, { kind: 'round' }>>({ kind: tagged('round'), radiusMm: limited('cornerMm') }),
  step: object<Extract<Corners, { kind: 'step' }>>({ kind: tagged('step') }),
  straight: object<Extract<Corners, { kind: 'straight' }>>({ kind: tagged('straight') }),
});

/** What a lettering has in common with a style. */
const styleFields: { [K in StyleField]: yup.ISchema<Lettering[K], any, any, any> } = {
  letterCase: tagged<LetterCase>('typed', 'capitals', 'small-capitals'),
  lineDistanceMm: limited('lineDistanceMm'),
  faceId: id(),
  size: sizeSchema,
  width: limited('widthFactor'),
  features: list<FeatureSwitch>(featureSchema, LIMITS.features),
  axes: list<AxisSetting>(axisSchema, LIMITS.axes),
  spacing: object<Spacing>({
    tracking: limited('tracking'),
    words: limited('wordSpace'),
    measuredAt: limited('measuredAt'),
    kerning: flag(),
    ligatures: flag(),
    evenOut: limited('fraction'),
    lean: limited('fraction'),
    mayGrow: flag(),
    leastGapMm: limited('leastGapMm'),
  }),
  corners: cornersSchema,
  stance: stanceSchema,
  fill: inkId().nullable().defined(),
  stroke,
  halo: haloSchema,
  shade: shadeSchema,
  underline: underlineSchema,
  united: flag(),
};

const letteringSchema: yup.ObjectSchema<any> = object<Lettering>({
  type: tagged('lettering'),
  id: id(),
  curveId: id(),
  wording: text('wordingLength'),
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
  fit: object<Fit>({
    kept: flag(),
    baseRadiusMm: limited('radiusMm').nullable().defined(),
    rules: list<FitRule>(fitRuleSchema, LIMITS.fitRules),
  }),
  adjustments: list<Adjustment>(adjustmentSchema, LIMITS.adjustments),
  twin: twinSchema,
  hidden: flag(),
  ...styleFields,
});

const styleSchema = object<Style>({ id: id(), name: text('nameLength'), of: object<Style['of']>(styleFields) });

const placedImage = {
  id: id(),
  name: text('nameLength'),
  imageId: yup
    .string()
    .strict()
    .required()
    .matches(/^[0-9a-f]{32}$/, '${path} must be 32 hexadecimal digits'),
  widthPx: limited('imagePx'),
  heightPx: limited('imagePx'),
  centre: point(),
  widthMm: limited('lengthMm'),
  turnDeg: limited('clockDeg'),
  locked: flag(),
  hidden: flag(),
};
const tracingSchema: yup.ObjectSchema<any> = object<Tracing>({
  type: tagged('tracing'),
  ...placedImage,
  strength: limited('fraction'),
});
const pictureSchema: yup.ObjectSchema<any> = object<Picture>({
  type: tagged('picture'),
  ...placedImage,
  fill: inkId().nullable().defined(),
  within: id().nullable().defined() as never,
});

const sign = <T extends OrnamentSign['kind']>(kind: T): yup.ObjectSchema<any> =>
  object<{ kind: T }>({ kind: tagged(kind) });
const ornamentsSchema: yup.ObjectSchema<any> = object<Ornaments>({
  type: tagged('ornaments'),
  id: id(),
  name: text('nameLength'),
  curveId: id(),
  sign: union<OrnamentSign>('kind', {
    dot: sign('dot'),
    diamond: sign('diamond'),
    star: sign('star'),
    leaf: sign('leaf'),
    dash: sign('dash'),
    shape: object<Extract<OrnamentSign, { kind: 'shape' }>>({
      kind: tagged('shape'),
      outlines: yup
        .array()
        .strict()
        .of(drawnSchema as never)
        .required()
        .min(LIMITS.outlines.min)
        .max(LIMITS.outlines.max) as unknown as yup.ISchema<Extract<OrnamentSign, { kind: 'shape' }>['outlines']>,
    }),
  }),
  height: limited('ornamentHeight'),
  count: limited('ornamentCount').integer('${path} must be a whole number'),
  turnDeg: limited('clockDeg'),
  offMm: limited('nudgeMm'),
  fill: inkId().nullable().defined(),
  stroke,
});

const artSchema: yup.ObjectSchema<any> = object<Art>({
  type: tagged('art'),
  id: id(),
  name: text('nameLength'),
  parts: list<ArtPart>(
    object<ArtPart>({
      outlines: list<ArtPart['outlines'][number]>(drawnSchema, LIMITS.artOutlines),
      rule: tagged<ArtPart['rule']>('nonzero', 'evenodd'),
      fill: inkId().nullable().defined(),
      stroke,
    }),
    LIMITS.artParts,
  ),
  centre: point(),
  scale: limited('artScale'),
  turnDeg: limited('clockDeg'),
  within: id().nullable().defined() as never,
  locked: flag(),
  hidden: flag(),
});

export const itemSchema = union<Item>('type', {
  curve: curveSchema,
  lettering: letteringSchema,
  tracing: tracingSchema,
  ornaments: ornamentsSchema,
  art: artSchema,
  picture: pictureSchema,
});

export const sheetSchema: yup.ObjectSchema<any> = object<Sheet>({
  widthMm: limited('sheetMm'),
  heightMm: limited('sheetMm'),
  bleedMm: limited('bleedMm'),
});

const guideSchema = object<Guide>({ runs: tagged<Guide['runs']>('across', 'down'), mm: limited('coordinateMm') });

export const pieceSchema: yup.ObjectSchema<any> = object<Piece>({
  format: tagged('under-arc-piece'),
  version: yup.number<8>().strict().oneOf([8]).required(),
  name: text('nameLength'),
  sheet: sheetSchema,
  paper: yup
    .string()
    .strict()
    .required()
    .matches(/^#[0-9a-f]{6}$/, '${path} must be a colour as #rrggbb'),
  inks: list<Ink>(inkSchema, LIMITS.inks),
  styles: list<Style>(styleSchema, LIMITS.styles),
  process: object<Process>({
    kind: tagged<ProcessKind>('offset', 'screen', 'foil', 'engraving', 'embroidery', 'plotter'),
    leastStrokeMm: limited('processMm'),
    leastGapMm: limited('processMm'),
    leastLetterMm: limited('processMm'),
    mostInk: limited('mostInk'),
    leastDpi: limited('leastDpi'),
  }),
  guides: list<Guide>(guideSchema, LIMITS.guides),
  items: list<Item>(itemSchema, LIMITS.items),
});
