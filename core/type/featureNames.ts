/**
 * What OpenType features do, in plain words: those that a person may want to switch (OpenType 1.9, registered
 * features).
 */
const NAMES: Readonly<Record<string, string>> = {
  smcp: 'small capitals',
  c2sc: 'small capitals for capitals',
  dlig: 'rare ligatures',
  hlig: 'historical ligatures',
  calt: 'contextual forms',
  salt: 'alternates',
  swsh: 'swashes',
  titl: 'titling forms',
  hist: 'historical forms',
  onum: 'old-style figures',
  lnum: 'lining figures',
  pnum: 'proportional figures',
  tnum: 'tabular figures',
  zero: 'slashed zero',
  frac: 'fractions',
  ordn: 'ordinals',
  sups: 'superior figures',
  subs: 'lowered figures',
  case: 'marks at the height of capitals',
  ornm: 'ornaments',
};
/** On unless they are switched off. */
const ON = new Set(['calt']);

export interface NamedFeature {
  readonly tag: string;
  readonly name: string;
  readonly onByItself: boolean;
}

/** The features of a face that can be switched, in a fixed order, each with its name. */
export function switchableFeatures(tags: readonly string[]): NamedFeature[] {
  const named = Object.keys(NAMES)
    .filter((tag) => tags.includes(tag))
    .map((tag) => ({ tag, name: NAMES[tag]!, onByItself: ON.has(tag) }));
  const sets = tags
    .filter((tag) => /^ss(0[1-9]|1\d|20)$/.test(tag))
    .sort()
    .map((tag) => ({ tag, name: `stylistic set ${Number(tag.slice(2))}`, onByItself: false }));
  return [...named, ...sets];
}
