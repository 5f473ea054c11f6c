import { beforeAll, describe, expect, it } from 'vitest';
import { cutsAndFramesRule } from '#core/editing/rules/cutsAndFrames';
import { placesRule } from '#core/editing/rules/places';
import { applySteps, setStep, type Step } from '#core/piece/steps/index';
import type { Art, Curve, Item, Piece } from '#core/piece/types';
import type { Problem } from '#core/result';
import type { Faces } from '#core/setting/settingOf';
import { circle, curve, faces, lettering, piece, seat } from '../../support/pieces';

let all: Faces;
beforeAll(async () => {
  all = await faces();
});
const inward = { seat: seat('inward', 'inside') };
const follows = (distanceMm: number, id = 'inner'): Curve => curve({ kind: 'parallel', of: 'ring', distanceMm }, id);

describe('a place for everything', () => {
  function refused(p: Piece, ...steps: Step[]): Problem | null {
    const after = applySteps(p, steps);
    if (!after.ok) throw new Error(after.problem.message);
    return placesRule.refuse!(p, { piece: after.value, steps }, { faces: all });
  }

  it('is kept where a curve moves that others follow: words on a parallel may not lose theirs', () => {
    const p = piece([curve(circle(30)), follows(-10), lettering('TIDE', { curveId: 'inner', ...inward })]);
    expect(refused(p, setStep(p, 'ring', ['shape'], circle(29)))).toBeNull();
    expect(refused(p, setStep(p, 'ring', ['shape'], circle(14)))).toMatchObject({ code: 'too-tight' });
  });
  it('is kept where a curve moves that holds the words', () => {
    const held = lettering('TIDE', {
      size: { by: 'cap', mm: 9 },
      seat: { ...seat('inward', 'inside'), hold: { kind: 'band', curveId: 'ring', otherId: 'wall' } },
    });
    const p = piece([curve(circle(8)), curve(circle(6), 'wall'), held]);
    expect(refused(p, setStep(p, 'wall', ['shape'], circle(5)))).toBeNull();
    expect(refused(p, setStep(p, 'wall', ['shape'], circle(0.5)))).toMatchObject({ code: 'too-tight' });
  });
  it('is asked of the lettering that is changed, and of a new one', () => {
    const p = piece([curve(circle(9)), lettering('TIDE', inward)]);
    expect(refused(p, setStep(p, 'words', ['size'], { by: 'cap', mm: 8 }))).toBeNull();
    expect(refused(p, setStep(p, 'words', ['size'], { by: 'cap', mm: 12 }))).toMatchObject({ code: 'too-tight' });
    const large = lettering('SEA', { id: 'new', ...inward, size: { by: 'cap', mm: 12 } });
    expect(refused(p, { kind: 'insert', index: 2, item: large })).toMatchObject({ code: 'too-tight' });
  });
  it('is not asked of what had none before, nor of what an edit does not touch', () => {
    const p = piece([curve(circle(3)), lettering('TIDE', inward), curve(circle(30), 'other')]);
    expect(refused(p, setStep(p, 'words', ['wording'], 'TIDES'))).toBeNull();
    expect(refused(p, setStep(p, 'ring', ['shape'], circle(2)))).toBeNull();
    expect(refused(p, setStep(p, 'other', ['shape'], circle(20)))).toBeNull();
    expect(refused(p, { kind: 'reorder', id: 'words', from: 1, to: 0 })).toBeNull();
  });
  it('is not missed where the face is not at hand', () => {
    const p = piece([curve(circle(30)), lettering('TIDE', { faceId: 'gone', ...inward })]);
    expect(refused(p, setStep(p, 'words', ['wording'], 'SEA'))).toBeNull();
  });
  it('is refused to a curve that cannot be drawn, new or changed, unless it could not be drawn before', () => {
    const p = piece([curve(circle(30)), follows(-10)]);
    expect(refused(p, setStep(p, 'ring', ['shape'], circle(9)))).not.toBeNull();
    expect(refused(p, { kind: 'insert', index: 2, item: follows(-40, 'deep') })).not.toBeNull();
    const broken = piece([curve(circle(9)), follows(-10)]);
    expect(refused(broken, setStep(broken, 'ring', ['shape'], circle(8)))).toBeNull();
    expect(refused(broken, setStep(broken, 'ring', ['shape'], circle(12)))).toBeNull();
  });
});

describe('cuts and frames without what is gone', () => {
  const disc = (id: string, ...cuts: string[]): Curve => ({
    ...curve(circle(20), id),
    fill: 'brass',
    cuts: cuts.map((itemId) => ({ itemId, marginMm: 1 })),
  });
  const art = (id: string, within: string | null): Item =>
    ({
      type: 'art',
      id,
      name: id,
      parts: [],
      centre: { x: 10, y: 10 },
      scale: 1,
      turnDeg: 0,
      within,
      cuts: [],
      locked: false,
      hidden: false,
      group: null,
    }) as unknown as Art;
  const p = piece([
    disc('a', 'words', 'star'),
    disc('b', 'star'),
    disc('c'),
    curve(circle(5), 'star'),
    art('leaf', 'star'),
    art('twig', 'a'),
    art('free', null),
    lettering('TIDE', { curveId: 'c' }),
  ]);
  const follow = (...steps: Step[]) => {
    const after = applySteps(p, steps);
    if (!after.ok) throw new Error(after.problem.message);
    const made = { piece: after.value, steps };
    return { made, next: cutsAndFramesRule.follow!(p, made, { faces: all }) };
  };
  const remove = (id: string): Step => {
    const index = p.items.findIndex((one) => one.id === id);
    return { kind: 'remove', index, item: p.items[index]! };
  };
  const cutsOf = (one: Piece, id: string): string[] =>
    (one.items.find((item) => item.id === id) as Curve).cuts.map(({ itemId }) => itemId);
  const withinOf = (one: Piece, id: string): string | null => (one.items.find((item) => item.id === id) as Art).within;

  it('takes what is gone out of the cuts of all shapes, and leaves other cuts', () => {
    const { next } = follow(remove('star'));
    expect(['a', 'b', 'c'].map((id) => cutsOf(next.piece, id))).toEqual([['words'], [], []]);
    expect(next.steps.slice(1).map((step) => (step.kind === 'set' ? step.id : step.kind))).toEqual(['a', 'b', 'leaf']);
  });
  it('frees art that was cut to what is gone, and no other', () => {
    const { next } = follow(remove('star'));
    expect(['leaf', 'twig', 'free'].map((id) => withinOf(next.piece, id))).toEqual([null, 'a', null]);
  });
  it('does nothing where nothing that cuts is gone', () => {
    for (const steps of [[], [remove('free')], [setStep(p, 'a', ['name'], 'Plate')]]) {
      const { made, next } = follow(...steps);
      expect(next.steps).toEqual(made.steps);
      expect(next.piece).toBe(made.piece);
    }
  });
});
