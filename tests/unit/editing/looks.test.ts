import { describe, expect, it } from 'vitest';
import { lookOf, lookSteps, type Look } from '#core/editing/edits/look';
import { groupSteps, ungroupSteps, withGroup } from '#core/editing/edits/groups';
import { printTracingSteps } from '#core/editing/edits/printTracing';
import { styleOf } from '#core/piece/items/lettering';
import { makeStroke } from '#core/piece/make';
import { applySteps } from '#core/piece/steps/index';
import type { Item, Lettering, Piece, Tracing } from '#core/piece/types';
import { artOf } from '../../support/art';
import { circle, curve, lettering, piece, spacing } from '../../support/pieces';

const art = artOf('art');
const tracing = {
  type: 'tracing',
  id: 'traced',
  name: 'Sketch',
  imageId: 'image',
  centre: { x: 30, y: 20 },
  widthMm: 60,
  heightMm: 40,
  turnDeg: 15,
  strength: 0.4,
  hidden: false,
} as unknown as Tracing;
const applied = (p: Piece, steps: ReturnType<typeof lookSteps>): Piece => {
  const next = applySteps(p, steps);
  if (!next.ok) throw new Error(next.problem.message);
  return next.value;
};
const item = <T extends Item>(p: Piece, id: string): T => p.items.find((one) => one.id === id) as T;

describe('the look of an item', () => {
  it('is its fill and stroke, and of words all that a style keeps; art and pictures to trace have none', () => {
    const stroke = makeStroke('rust', 0.4);
    expect(lookOf({ ...curve(circle(30)), fill: 'brass', stroke })).toEqual({ fill: 'brass', stroke, style: null });
    const words = lettering('TIDE', { stroke });
    expect(lookOf(words)).toEqual({ fill: 'deep', stroke, style: styleOf(words) });
    const stars = { ...curve(circle(30)), type: 'ornaments', fill: 'rust' } as unknown as Item;
    expect(lookOf(stars)).toEqual({ fill: 'rust', stroke: null, style: null });
    expect(lookOf(art)).toBeNull();
    expect(lookOf(tracing)).toBeNull();
  });

  const halo = { ink: 'brass', marginMm: 0.7 };
  const model = lettering('MODEL', {
    id: 'model',
    faceId: 'anton',
    fill: 'rust',
    halo,
    spacing: spacing({ tracking: 40 }),
  });
  const p = piece([
    curve(circle(30)),
    lettering('TIDE', { anchor: { ...model.anchor, startOffsetMm: 3 } }),
    model,
    art,
  ]);

  it('goes from words to words whole, without what is their own', () => {
    const next = item<Lettering>(applied(p, lookSteps(p, lookOf(model)!, ['words'])), 'words');
    expect(next).toEqual({ ...item<Lettering>(p, 'words'), ...styleOf(model) });
    expect(next.wording).toBe('TIDE');
    expect(next.anchor.startOffsetMm).toBe(3);
  });
  it('gives what differs only, one step a field', () => {
    expect(lookSteps(p, lookOf(model)!, ['model'])).toEqual([]);
    const fields = lookSteps(p, lookOf(model)!, ['words']).map((step) => step.kind === 'set' && step.path);
    expect(fields).toEqual([['faceId'], ['spacing'], ['fill'], ['halo']]);
  });
  it('goes from a curve to words, and from words to a curve, as fill and stroke', () => {
    const stroke = makeStroke('brass', 1);
    const look: Look = { fill: 'enamel', stroke, style: null };
    const next = applied(p, lookSteps(p, look, ['words', 'ring']));
    for (const id of ['words', 'ring']) expect(item(next, id)).toMatchObject({ fill: 'enamel', stroke });
    expect(item<Lettering>(next, 'words').faceId).toBe('limelight');
    expect(item(applied(p, lookSteps(p, lookOf(model)!, ['ring'])), 'ring')).toMatchObject({
      fill: 'rust',
      stroke: null,
    });
  });
  it('leaves out inks that the piece does not have, none among them', () => {
    const poor = { ...p, inks: p.inks.filter(({ id }) => id !== 'brass') };
    const next = item<Lettering>(applied(poor, lookSteps(poor, lookOf(model)!, ['words'])), 'words');
    expect(next).toMatchObject({ fill: 'rust', halo: null, faceId: 'anton' });
    const unknown: Look = { fill: 'gone', stroke: makeStroke('gone', 1), style: null };
    expect(lookSteps(p, unknown, ['ring', 'words'])).toEqual([]);
    // To be without an ink is a look too.
    const none: Look = { fill: null, stroke: null, style: null };
    expect(item(applied(p, lookSteps(p, none, ['words'])), 'words')).toMatchObject({ fill: null });
  });
  it('goes to nothing that has no look, or is not there', () => {
    expect(lookSteps(p, lookOf(model)!, ['art', 'gone'])).toEqual([]);
  });
});

describe('groups', () => {
  const ring = curve(circle(30));
  const words = lettering('TIDE', { group: 'g' }),
    hidden = lettering('GONE', { id: 'hidden', group: 'g', hidden: true }),
    other = { ...art, group: 'h' };
  const p = piece([ring, { ...curve(circle(20), 'inner'), group: 'g' }, words, hidden, other, tracing]);

  it('are picked whole, but for what is hidden; what is hidden picks itself', () => {
    expect(withGroup(p, 'words')).toEqual(['inner', 'words']);
    expect(withGroup(p, 'hidden')).toEqual(['inner', 'words', 'hidden']);
    expect(withGroup(p, 'art')).toEqual(['art']);
  });
  it('are none of what is in none, and nothing of what is not there', () => {
    expect(withGroup(p, 'ring')).toEqual(['ring']);
    expect(withGroup(p, 'traced')).toEqual(['traced']);
    expect(withGroup(p, 'gone')).toEqual([]);
  });
  it('are made of all that can be in one', () => {
    const next = applied(p, groupSteps(p, ['ring', 'words', 'traced', 'gone'], 'new'));
    expect(next.items.map((one) => ('group' in one ? one.group : '-'))).toEqual(['new', 'g', 'new', 'g', 'h', '-']);
  });
  it('are dissolved where something of them is picked, and no others', () => {
    const next = applied(p, ungroupSteps(p, ['words', 'ring']));
    expect(next.items.map((one) => ('group' in one ? one.group : '-'))).toEqual([null, null, null, null, 'h', '-']);
    expect(ungroupSteps(p, ['ring', 'traced', 'gone'])).toEqual([]);
  });
});

describe('a picture to trace', () => {
  it('is printed where it lies and as large, beneath all else', () => {
    const p = piece([curve(circle(30)), tracing, lettering('TIDE')]);
    const next = applied(p, printTracingSteps(p, tracing));
    expect(next.items.map(({ id }) => id)).toEqual(['traced', 'ring', 'words']);
    const { strength: _, ...same } = tracing;
    expect(next.items[0]).toEqual({ ...same, type: 'picture', fill: null, within: null, locked: false, group: null });
  });
});
