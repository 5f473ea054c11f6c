import {
  factsOf,
  field,
  fieldsOf,
  flag,
  group,
  id,
  limited,
  list,
  matching,
  object,
  orNull,
  tagged,
  text,
  TWIN_SHARES,
  union,
  type FieldFacts,
  type TwinShare,
  type TypeOf,
} from '../../fields';
import { fill, halo, shade, stroke, underline } from '../inks';
import { LIMITS } from '../../fields/limits';
import { anchor, bookends, fit, seat, STANDARD_FIT, type Anchor, type Fit, type Seat } from '../seat';
import { PLAIN_STANCE, stance } from '../stance';

const size = union('by', {
  cap: object({ by: tagged('cap'), mm: limited('capMm') }),
  x: object({ by: tagged('x'), mm: limited('capMm') }),
  ink: object({ by: tagged('ink'), mm: limited('capMm') }),
  em: object({ by: tagged('em'), pt: limited('emPt') }),
});
/**
 * Letter size: the height of the capitals, of the x, or of the ink of the wording itself in mm, or the em in
 * typographic points (1 pt = 1/72 inch).
 */
export type LetterSize = TypeOf<typeof size>;

/** A letter size by a factor, given as it was given. */
export const scaledSize = (given: LetterSize, k: number): LetterSize =>
  given.by === 'em' ? { by: 'em', pt: given.pt * k } : { ...given, mm: given.mm * k };

const spacing = object({
  /** Thousandths of an em added between letters. */
  tracking: limited('tracking'),
  /** Width of the spaces between words: 1 as the face has them. */
  words: field(limited('wordSpace'), { standard: 1, since: 4 }),
  /** Height at which advances are measured along the curve: 0 the baseline, 0.5 half the caps, 1 the cap line. */
  measuredAt: limited('measuredAt'),
  /** Whether the face's own kerning is used. */
  kerning: flag(),
  /** Whether the face's standard ligatures are used; they give way while tracking is not 0. */
  ligatures: flag(),
  /** How far the gaps are evened out, 0 not at all, 1 until each is at its aim. */
  evenOut: field(limited('fraction'), { standard: 1, before: 0, since: 4 }),
  /**
   * What evening out aims at: 0 as the typeface spaces its letters on a straight line, 1 all gaps alike to the eye, or
   * between.
   */
  lean: limited('fraction'),
  /**
   * Whether evening out may make the line longer where letters would touch; else it keeps its length, and they touch.
   */
  mayGrow: flag(),
  /** Letters that come closer than this are told of, and evening out keeps them apart by it, mm. */
  leastGapMm: field(limited('leastGapMm'), { standard: 0.1, since: 4 }),
});
export type Spacing = TypeOf<typeof spacing>;

/** Spaced so that every gap looks on its curve as the face has it on a straight line. */
export const STANDARD_SPACING: Spacing = {
  tracking: 0,
  words: 1,
  measuredAt: 0.5,
  kerning: true,
  ligatures: true,
  evenOut: 1,
  lean: 0,
  mayGrow: true,
  leastGapMm: 0.1,
};

const corners = union('kind', {
  round: object({ kind: tagged('round'), radiusMm: limited('cornerMm') }),
  step: object({ kind: tagged('step') }),
  straight: object({ kind: tagged('straight') }),
});
/**
 * What lettering does at a sharp corner of its curve: it goes round by a radius, steps over it, or goes straight
 * through.
 */
export type Corners = TypeOf<typeof corners>;

const adjustment = object({
  /** Where the letter begins in the wording, in UTF-16 units. */
  at: limited('wordingLength'),
  /** Added to the gap after it, thousandths of an em. */
  kern: limited('kern'),
  /** Nudged in the reading direction and towards the tops, mm, and turned clockwise, degrees; its neighbours stay. */
  alongMm: limited('nudgeMm'),
  offMm: limited('nudgeMm'),
  turnDeg: limited('clockDeg'),
});
/** What was done by hand to one letter, or to the gap after it. */
export type Adjustment = TypeOf<typeof adjustment>;

const TAG = /^[A-Za-z0-9]{4}$/;
const feature = object({
  tag: matching(TAG, 'must be the four letters of an OpenType feature'),
  value: limited('featureValue'),
});
/** An OpenType feature by its tag: 0 off, 1 on, or the number of an alternate. */
export type FeatureSwitch = TypeOf<typeof feature>;

/** An axis of a variable face by its tag, in the font's own units. */
const axis = object({ tag: matching(TAG, 'must be the four letters of an axis'), value: limited('axisValue') });

const letterCase = tagged('typed', 'capitals', 'small-capitals');
/** As typed, all capitals, or small capitals: the face's own where it has them, else scaled capitals. */
export type LetterCase = TypeOf<typeof letterCase>;

/** A lettering that stays in step with another one, each way, in what they share. */
const twin = object({ of: id(), shares: list(tagged(...TWIN_SHARES), LIMITS.twinShares) });

/** What a style keeps of a lettering too: face, size, spacing, stance and inks; neither words nor place. */
const STYLED = {
  letterCase: field(letterCase, { standard: 'typed', since: 3, share: 'face' }),
  /** From baseline to baseline of two lines, mm; further lines lie away from the tops. */
  lineDistanceMm: field(limited('lineDistanceMm'), { standard: 8, since: 3, share: 'size', scaled: (mm, k) => mm * k }),
  /** Name of a face that ships, as listed in fonts/faces.json, or of one that was added. */
  faceId: field(id(), { standard: 'limelight', share: 'face' }),
  size: field(size, { share: 'size', scaled: scaledSize }),
  /** Horizontal scale: 1 as the face is drawn. */
  width: field(limited('widthFactor'), { standard: 1, since: 3, share: 'size' }),
  /** OpenType features switched by hand. */
  features: field(list(feature, LIMITS.features), { standard: [], since: 3, share: 'face' }),
  /** Axes of a variable face that are not at their standard. */
  axes: field(list(axis, LIMITS.axes), { standard: [], since: 3, share: 'face' }),
  spacing: field(spacing, { standard: STANDARD_SPACING, share: 'space' }),
  corners: field(corners, {
    standard: { kind: 'round', radiusMm: 2 },
    since: 2,
    share: 'stance',
    scaled: (value, k) => (value.kind === 'round' ? { ...value, radiusMm: value.radiusMm * k } : value),
  }),
  stance: field(stance, { standard: PLAIN_STANCE, since: 3, share: 'stance' }),
  fill: field(fill, { share: 'ink' }),
  stroke: field(stroke, { standard: null, share: 'ink' }),
  halo,
  shade,
  underline,
  /** Whether letters that overlap are made one outline. */
  united: field(flag(), { standard: false, since: 5, share: 'ink' }),
};

/** What each lettering has of its own. */
const OWN = {
  type: tagged('lettering'),
  id: id(),
  curveId: id(),
  /** Lines are parted by line feeds; each further one runs on its own parallel. */
  wording: text('wordingLength'),
  seat: field(seat, {
    share: 'band',
    scaled: (value: Seat, k) => ({ ...value, baselineShiftMm: value.baselineShiftMm * k }),
  }),
  anchor: field(anchor, { scaled: (value: Anchor, k) => ({ ...value, startOffsetMm: value.startOffsetMm * k }) }),
  bookends,
  fit: field(fit, { standard: STANDARD_FIT as TypeOf<typeof fit>, since: 4 }),
  adjustments: field(list(adjustment, LIMITS.adjustments), {
    standard: [],
    since: 3,
    scaled: (all, k) =>
      all.length === 0 ? all : all.map((one) => ({ ...one, alongMm: one.alongMm * k, offMm: one.offMm * k })),
  }),
  /** The lettering that it keeps in step with; null for none. */
  twin: field(orNull(twin), { standard: null, since: 3 }),
  /** A hidden lettering keeps its place in the piece; it is not shown and does not print. */
  hidden: field(flag(), { standard: false, since: 5 }),
  /** A locked lettering is not moved by the pointer or by keys. */
  locked: field(flag(), { standard: false, since: 9 }),
  group: group(),
};

export const lettering = object({ ...OWN, ...STYLED });
/** One text set on one curve. */
export type Lettering = Omit<TypeOf<typeof lettering>, 'fit'> & { readonly fit: Fit };

export type StyleField = keyof typeof STYLED;
export const STYLE_FIELDS = Object.keys(STYLED) as readonly StyleField[];

export const style = object({ id: id(), name: text('nameLength'), of: object(STYLED) });
/** A look of lettering under a name, to be applied to others. */
export type Style = TypeOf<typeof style>;

const facts = new Map(Object.entries(fieldsOf(lettering)!).map(([name, rule]) => [name, factsOf(rule)]));
const factsBy = (name: string): FieldFacts<unknown> => facts.get(name) ?? {};

/** The share of twins to which a field of a lettering belongs; undefined for one that each has of its own. */
export const shareOf = (name: string): TwinShare | undefined => factsBy(name).share;

/** A lettering with everything that has a size of its own by a factor: letters, lines, shifts, offsets, corners. */
export const scaledLettering = (given: Lettering, k: number): Lettering =>
  Object.fromEntries(
    Object.entries(given).map(([name, value]) => [name, factsBy(name).scaled?.(value, k) ?? value]),
  ) as unknown as Lettering;

/** What of a lettering belongs to a style. */
export const styleOf = (given: Style['of']): Style['of'] =>
  Object.fromEntries(STYLE_FIELDS.map((name) => [name, given[name]])) as unknown as Style['of'];

/** The standard of everything that belongs to a style and has one. */
export const standardStyle = (): Style['of'] =>
  Object.fromEntries(STYLE_FIELDS.map((name) => [name, standardOf(name)])) as unknown as Style['of'];

/** What a field of a lettering is at first. */
export const standardOf = <N extends keyof Lettering>(name: N): Lettering[N] => factsBy(name).standard as Lettering[N];
