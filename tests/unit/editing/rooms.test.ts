import { beforeAll, describe, expect, it } from 'vitest';
import { tracksOf } from '#core/curves/index';
import { deleteCurveSteps } from '#core/editing/edits/operations';
import { drawPiece } from '#core/drawing/drawPiece';
import { groundOf, settingOf, type SpacingCorrections } from '#core/setting/settingOf';
import { equalRoomsSteps } from '#core/editing/edits/equalRooms';
import { finishRooms, roomsRule } from '#core/editing/rules/rooms';
import { colourOf, matchLetterings } from '#core/editing/edits/match';
import { makeOrnaments } from '#core/piece/make';
import { setStep, type SetStep, type Step, type Made } from '#core/piece/steps/index';
import {
  findCurve,
  findLettering,
  isLettering,
  type CurveShape,
  type Lettering,
  type Ornaments,
  type Piece,
} from '#core/piece/types';
import { proofPiece } from '#core/proof/index';
import { setOrnaments } from '#core/setting/space/ornaments';
import { signOf } from '#core/setting/space/ornamentSigns';
import { roomsOn } from '#core/setting/space/rooms';
import type { SetLettering } from '#core/setting/line/set';
import { correctionOf } from '#core/setting/space/settle';
import type { Face } from '#core/type/face';
import { done } from '../../support/edits';
import { circle, curve, faces, lettering, piece, seat, spacing, track } from '../../support/pieces';
import { pointsOf } from '../../support/setting';

let all: ReadonlyMap<string, Face>;
beforeAll(async () => {
  all = await faces();
});
const clock = (deg: number): Lettering['anchor'] => ({
  at: { kind: 'clock', deg },
  startOffsetMm: 0,
  align: 'centre',
  by: 'ink',
});
const ellipse: CurveShape = { kind: 'ellipse', centre: { x: 42, y: 42 }, radiusXMm: 40, radiusYMm: 30, turnDeg: 0 };

const three = (shape: CurveShape): Piece =>
  piece([
    curve(shape),
    ...['OTTERMERE', 'SEDGE', 'TIDE'].map((wording, i) =>
      lettering(wording, {
        id: `w${i}`,
        anchor: clock([0, 100, 200][i]!),
        bookends: { startU: [0.84, 0.18, 0.45][i]!, endU: [0.16, 0.42, 0.7][i]! },
      }),
    ),
  ]);
function sets(p: Piece): SetLettering[] {
  return p.items.filter(isLettering).map((one) => {
    const set = settingOf(one, tracksOf(p), all);
    if (!set.ok) throw new Error(set.problem.message);
    return set.value;
  });
}
const rooms = (p: Piece) => roomsOn(track(findCurve(p, 'ring')!.shape), sets(p));

describe('equal rooms', () => {
  it.each([
    ['a ring', circle(32)],
    ['an ellipse', ellipse],
  ])('are equal to 0.0001 mm on %s, one lettering staying', (_name, shape) => {
    const before = three(shape as CurveShape);
    const after = done(before, equalRoomsSteps(before, 'ring', 'w1', all));
    const lengths = rooms(after).map(({ from, to }) => to - from);
    expect(lengths).toHaveLength(3);
    for (const one of lengths) expect(one).toBeCloseTo(lengths[0]!, 4);
    expect(findLettering(after, 'w1')).toBe(findLettering(before, 'w1'));
    // Bookends go along, so nothing becomes overset.
    for (const set of sets(after)) expect(set.overset.beforeMm + set.overset.afterMm).toBe(0);
  });
  it.each([
    ['a ring', circle(32)],
    ['an ellipse', ellipse],
  ])('slide words over one another together on %s, and those that run into each other apart', (_name, shape) => {
    const inner = { seat: seat('outward', 'inside'), size: { by: 'cap', mm: 3 } } satisfies Partial<Lettering>;
    const p = three(shape as CurveShape);
    // A longer line under one of them, past both of its ends; and a lettering in the band of another.
    const before = {
      ...p,
      items: [
        ...p.items,
        lettering('SEDGE SHORE AND SEA', {
          id: 'under',
          anchor: clock(104),
          bookends: { startU: 0.1, endU: 0.5 },
          ...inner,
        }),
        lettering('SHED', { id: 'clash', anchor: clock(206), bookends: { startU: 0.45, endU: 0.7 } }),
      ],
    };
    const after = done(before, equalRoomsSteps(before, 'ring', 'w0', all));
    const lengths = rooms(after).map(({ from, to }) => to - from);
    expect(lengths).toHaveLength(4);
    for (const one of lengths) expect(one).toBeCloseTo(lengths[0]!, 4);
    const apart = (one: Piece): number => {
      const [a, b] = ['w1', 'under'].map((id) => sets(one).find((set) => set.lettering.id === id)!.anchorDistance);
      return b! - a!;
    };
    expect(sets(after).find((set) => set.lettering.id === 'under')!.anchorDistance).not.toBeCloseTo(
      sets(before).find((set) => set.lettering.id === 'under')!.anchorDistance,
      1,
    );
    expect(apart(after)).toBeCloseTo(apart(before), 3);
  });
  it('say why not', () => {
    const over = piece([
      curve(circle(30)),
      lettering('TIDE', { id: 'a' }),
      lettering('SEDGE', { id: 'b', seat: seat('outward', 'inside') }),
    ]);
    expect(equalRoomsSteps(over, 'ring', 'a', all)).toMatchObject({
      ok: false,
      problem: { code: 'one-lettering', message: expect.stringMatching(/over one another/) as string },
    });
    const alone = piece([curve(circle(30)), lettering('TIDE')]);
    expect(equalRoomsSteps(alone, 'ring', 'words', all)).toMatchObject({
      ok: false,
      problem: { code: 'one-lettering' },
    });
    const full = piece([
      curve(circle(6)),
      lettering('OTTERMERE LIGHT', { id: 'a' }),
      lettering('RAILWAY', { id: 'b' }),
    ]);
    expect(equalRoomsSteps(full, 'ring', 'a', all)).toMatchObject({ ok: false, problem: { code: 'no-room' } });
    const open = piece([
      curve({ kind: 'line', from: { x: 0, y: 9 }, to: { x: 80, y: 9 } }),
      lettering('A', { id: 'a' }),
      lettering('B', { id: 'b' }),
    ]);
    expect(equalRoomsSteps(open, 'ring', 'a', all)).toMatchObject({ ok: false, problem: { code: 'not-closed' } });
  });
});

describe('rooms that are kept equal', () => {
  const kept = (shape: CurveShape, more: Partial<Lettering> = {}): Piece => {
    const p = three(shape);
    const all3 = { ...p, items: p.items.map((item) => (isLettering(item) ? { ...item, ...more } : item)) };
    return edited(all3, setStep(all3, 'ring', ['equalRooms'], true));
  };
  const after = (p: Piece, steps: readonly Step[], corrections?: SpacingCorrections): Made =>
    roomsRule.follow!(p, { piece: done(p, { ok: true, value: [...steps] }), steps }, { faces: all, corrections });
  const edited = (p: Piece, ...steps: Step[]): Piece => after(p, steps).piece;
  const uneven = (p: Piece): number => {
    const lengths = rooms(p).map(({ from, to }) => to - from);
    return Math.max(...lengths) - Math.min(...lengths);
  };
  const at = (p: Piece, id: string) => findLettering(p, id)!.anchor.at;

  it.each([
    ['a ring', circle(32)],
    ['an ellipse', ellipse],
  ])('are so again after every change, on %s', (_name, shape) => {
    let p = kept(shape as CurveShape);
    expect(uneven(p)).toBeLessThan(1e-4);
    for (const step of [
      (now: Piece) => setStep(now, 'w1', ['wording'], 'SEDGE AND SEA'),
      (now: Piece) => setStep(now, 'w0', ['spacing', 'tracking'], 60),
      (now: Piece) => setStep(now, 'w2', ['size'], { by: 'cap', mm: 6 }),
      (now: Piece) => setStep(now, 'w1', ['anchor', 'at'], { kind: 'clock', deg: 130 }),
    ]) {
      p = edited(p, step(p));
      expect(uneven(p)).toBeLessThan(1e-4);
    }
    const without = p.items.find((item) => item.id === 'w2')!;
    p = edited(p, { kind: 'remove', index: p.items.indexOf(without), item: without });
    expect(rooms(p)).toHaveLength(2);
    expect(uneven(p)).toBeLessThan(1e-4);
  });
  it('leave the first lettering where it is, or the one that was put elsewhere', () => {
    const p = kept(circle(32));
    const typed = edited(p, setStep(p, 'w2', ['wording'], 'TIDES'));
    expect(at(typed, 'w0')).toEqual(at(p, 'w0'));
    expect(at(typed, 'w1')).not.toEqual(at(p, 'w1'));
    const put = edited(p, setStep(p, 'w1', ['anchor', 'at'], { kind: 'clock', deg: 77 }));
    expect(at(put, 'w1')).toEqual({ kind: 'clock', deg: 77 });
    expect(at(put, 'w0')).not.toEqual(at(p, 'w0'));
  });
  it('leave the first where it is when several were put elsewhere, and one whose bookends alone were put', () => {
    const p = kept(circle(32));
    const two = edited(p, setStep(p, 'w1', ['anchor'], clock(120)), setStep(p, 'w2', ['anchor'], clock(250)));
    expect([at(two, 'w0'), uneven(two) < 1e-4]).toEqual([at(p, 'w0'), true]);
    const room = { startU: 0.1, endU: 0.5 };
    const put = edited(p, setStep(p, 'w1', ['bookends'], room), setStep(p, 'w1', ['wording'], 'SEDGES'));
    expect([at(put, 'w1'), findLettering(put, 'w1')!.bookends]).toEqual([at(p, 'w1'), room]);
    expect(at(put, 'w0')).not.toEqual(at(p, 'w0'));
    // What comes new onto the curve has not been put elsewhere.
    const fresh = lettering('EBB', { id: 'w3', anchor: clock(300), bookends: { startU: 0.75, endU: 0.9 } });
    const more = edited(p, { kind: 'insert', index: p.items.length, item: fresh });
    expect([at(more, 'w0'), rooms(more).length, uneven(more) < 1e-4]).toEqual([at(p, 'w0'), 4, true]);
  });
  it('change nothing where nothing on the curve has changed, where they are not kept, and where there is no room', () => {
    const p = kept(circle(32));
    const name = [setStep(p, null, ['name'], 'Another')];
    expect(after(p, name).steps).toEqual(name);
    const free = three(circle(32));
    const longer = [setStep(free, 'w1', ['wording'], 'SEDGE AND SEA')];
    expect(after(free, longer).steps).toEqual(longer);
    const long = [setStep(p, 'w1', ['wording'], 'SEDGE AND SEA AND ALL THE MARSHES OF THE FARTHER SHORE')];
    expect(after(p, long).steps).toEqual(long);
  });
  it('are finished with what evening out comes to, found after the edit', () => {
    const p = kept(circle(32), { spacing: spacing({ evenOut: 1 }) });
    const none: SpacingCorrections = { of: () => null };
    const quick = after(p, [setStep(p, 'w1', ['wording'], 'AVAILS')], none).piece;
    expect(uneven(quick)).toBeGreaterThan(1e-3);
    const known: SpacingCorrections = {
      of: (one) => {
        const ground = groundOf(one, tracksOf(quick), all);
        return ground.ok ? correctionOf(one, ground.value.track, ground.value.face) : null;
      },
    };
    const finished = done(quick, { ok: true, value: finishRooms(quick, 'ring', { faces: all, corrections: known }) });
    expect(uneven(finished)).toBeLessThan(1e-4);
    expect(finishRooms(finished, 'ring', { faces: all, corrections: known })).toEqual([]);
    expect(finishRooms(three(circle(32)), 'ring', { faces: all, corrections: known })).toEqual([]);
  });
});

describe('ornaments', () => {
  const item = (changes: Partial<Ornaments> = {}): Ornaments => ({
    ...makeOrnaments('orn', 'Ornaments', 'ring', 'brass'),
    ...changes,
  });
  const two = (more: Partial<Ornaments> = {}): Piece =>
    piece([
      curve(circle(30)),
      lettering('OTTERMERE', { id: 'a' }),
      lettering('SEDGE SEA', { id: 'b', anchor: clock(180), seat: seat('inward', 'outside') }),
      item(more),
    ]);
  const placed = (p: Piece) => setOrnaments(p.items.at(-1) as Ornaments, track(circle(30)), sets(p));

  it('are 1 high and centred, whatever the sign', () => {
    for (const kind of ['dot', 'diamond', 'star', 'leaf', 'dash'] as const) {
      const { outline, width } = signOf({ kind });
      const ys = outline.coords.filter((_, i) => i % 2 === 1);
      expect(Math.max(...ys)).toBeLessThan(0.75);
      expect(width).toBeGreaterThan(0.5);
    }
    const brought = signOf({
      kind: 'shape',
      outlines: [
        {
          kind: 'drawn',
          closed: true,
          nodes: [
            [10, 10],
            [30, 10],
            [30, 20],
            [10, 20],
          ].map(([x, y]) => ({ kind: 'corner' as const, at: { x: x!, y: y! }, back: null, ahead: null })),
        },
      ],
    });
    expect(brought.width).toBeCloseTo(2, 9);
  });
  it('stand in the middle of their rooms, halfway up the letters, as high as a share of them', () => {
    const p = two({ sign: { kind: 'dot' } });
    const { placed: signs, whiteMm } = placed(p);
    expect(signs).toHaveLength(2);
    const [first, second] = rooms(p);
    const angle = (x: number, y: number): number => (Math.atan2(x - 42, 42 - y) / (2 * Math.PI) + 1) % 1;
    [first!, second!].forEach((room, i) => {
      const { x, y, xx, xy } = signs[i]!;
      expect(Math.hypot(x - 42, y - 42)).toBeCloseTo(32.5, 6);
      expect(angle(x, y)).toBeCloseTo(((room.from + room.to) / 2 / (2 * Math.PI * 30)) % 1, 6);
      expect(Math.hypot(xx, xy)).toBeCloseTo(2.5, 9);
      expect((room.lengthMm - 2.5) / 2).toBeGreaterThanOrEqual(whiteMm - 1e-9);
    });
  });
  it('follow the words, several with equal white', () => {
    const p = two({ sign: { kind: 'star' }, count: 3 });
    const longer = {
      ...p,
      items: p.items.map((one) => (one.id === 'a' ? { ...(one as Lettering), wording: 'OTTERMERE LIGHT' } : one)),
    };
    const [before, after] = [placed(p), placed(longer)];
    expect(before.placed).toHaveLength(6);
    expect(after.whiteMm).toBeLessThan(before.whiteMm);
    const away = (i: number, k: number): number =>
      Math.hypot(before.placed[i]!.x - before.placed[k]!.x, before.placed[i]!.y - before.placed[k]!.y);
    expect(away(0, 1)).toBeCloseTo(away(1, 2), 6);
  });
  it('are drawn and painted, and reported where they have no room', () => {
    const drawing = drawPiece(two(), all);
    const path = drawing.paths.find((one) => one.id === 'orn')!;
    expect(path.paint.fill).toMatchObject({ id: 'brass', screen: '#efb94a' });
    expect(pointsOf(path.trace).every((point) => Number.isFinite(point.x + point.y))).toBe(true);
    const own = (p: Piece) => proofPiece(p, all).filter((one) => one.itemId === 'orn');
    expect(own(two())).toEqual([]);
    expect(own(two({ sign: { kind: 'dash' }, height: 5, count: 4 }))[0]).toMatchObject({
      code: 'ornament-crowded',
      itemId: 'orn',
    });
  });
  it('go with their curve, or along to another', () => {
    const p = piece([...two().items, curve(circle(20), 'other')]);
    const ring = findCurve(p, 'ring')!;
    expect(done(p, deleteCurveSteps(p, ring, { kind: 'delete' })).items.map((one) => one.id)).toEqual(['other']);
    expect(
      done(p, deleteCurveSteps(p, ring, { kind: 'move', to: 'other' })).items.find((one) => one.id === 'orn'),
    ).toMatchObject({ curveId: 'other' });
  });
  it('need no more than one lettering on a ring, and two on a line', () => {
    expect(placed(piece([curve(circle(30)), lettering('SEA'), item()])).placed).toHaveLength(1);
    const line: CurveShape = { kind: 'line', from: { x: 0, y: 40 }, to: { x: 90, y: 40 } };
    const p = piece([
      curve(line),
      lettering('A', { id: 'a', anchor: { ...clock(0), at: { kind: 'fraction', u: 0.2 } } }),
      lettering('B', { id: 'b', anchor: { ...clock(0), at: { kind: 'fraction', u: 0.8 } } }),
      item(),
    ]);
    expect(setOrnaments(item(), track(line), sets(p)).placed).toHaveLength(1);
    expect(setOrnaments(item(), track(line), sets(p).slice(0, 1))).toMatchObject({ placed: [], whiteMm: Infinity });
  });
});

describe('matching', () => {
  const pair = (): Piece =>
    piece([
      curve(circle(33)),
      lettering('OTTERMERE LIGHT RAILWAY', {
        id: 'top',
        bookends: { startU: 0.7, endU: 0.3 },
        spacing: spacing({ tracking: 30 }),
      }),
      lettering('STEAM SEDGE SEA', {
        id: 'foot',
        size: { by: 'cap', mm: 4 },
        width: 1.1,
        anchor: clock(180),
        seat: seat('inward', 'inside', 0.4),
        bookends: { startU: 0.68, endU: 0.32 },
      }),
    ]);
  const edited = (p: Piece, step: Step): Piece => done(p, { ok: true, value: [step] });
  const matched = (p: Piece, ids: readonly string[]) => {
    const made = matchLetterings(p, ids, 'colour', 'least', all);
    if (!made.ok) throw new Error(made.problem.message);
    return made.value.steps as readonly SetStep[];
  };
  const take = (by: 'size' | 'tracking' | 'width' | 'colour', to: 'least' | 'filling') => {
    const p = pair();
    const made = matchLetterings(p, ['top', 'foot'], by, to, all);
    if (!made.ok) throw new Error(made.problem.message);
    return { after: done(p, { ok: true, value: [...made.value.steps] }), value: made.value };
  };
  it('takes the least of what they have', () => {
    expect(take('size', 'least').value).toMatchObject({ value: 4, decidedBy: 'foot' });
    expect(take('tracking', 'least').value).toMatchObject({ value: 0, decidedBy: 'foot' });
    expect(take('width', 'least').value).toMatchObject({ value: 1, decidedBy: 'top' });
  });
  it('takes what fills the tighter room: that one is full, the other has room left', () => {
    for (const by of ['size', 'tracking', 'width'] as const) {
      const { after, value } = take(by, 'filling');
      const left = sets(after).map((set) => [set.lettering.id, set.overset.roomMm - set.overset.inkMm] as const);
      for (const [id, mm] of left)
        if (id === value.decidedBy) expect(Math.abs(mm)).toBeLessThan(0.001);
        else expect(mm).toBeGreaterThan(-0.001);
    }
  });
  it('gives top and bottom one colour, within 0.5 %', () => {
    const { after } = take('colour', 'least');
    const colours = after.items.filter(isLettering).map((one) => {
      const ground = groundOf(one, tracksOf(after), all);
      return ground.ok ? colourOf(one, ground.value)! : 0;
    });
    expect(Math.abs(colours[0]! / colours[1]! - 1)).toBeLessThan(0.005);
  });
  it('gives what was taken to all of them, and leaves out what is no lettering', () => {
    const p = pair();
    const made = matchLetterings(p, ['ring', 'top', 'gone', 'foot'], 'size', 'least', all);
    expect(made.ok && (made.value.steps as readonly SetStep[]).map(({ id, path, value }) => [id, path, value])).toEqual(
      [
        ['top', ['size'], { by: 'cap', mm: 4 }],
        ['foot', ['size'], { by: 'cap', mm: 4 }],
      ],
    );
    expect(take('tracking', 'least').value.steps).toMatchObject([
      { id: 'top', path: ['spacing', 'tracking'], value: 0 },
      { id: 'foot', path: ['spacing', 'tracking'], value: 0 },
    ]);
    expect(take('width', 'least').value.steps).toMatchObject([{ id: 'top', path: ['width'], value: 1 }, { value: 1 }]);
  });
  it('has colour measured in the middle of all, and tracks those alone that have a gap', () => {
    const p = pair();
    const low = edited(p, setStep(p, 'foot', ['spacing', 'measuredAt'], 0));
    const steps = matched(low, ['top', 'foot']);
    expect(steps.map(({ id, path }) => [id, path.at(-1)])).toEqual([
      ['foot', 'measuredAt'],
      ['foot', 'tracking'],
    ]);
    expect(steps[0]!.value).toBe(0.5);
    const single = edited(p, setStep(p, 'foot', ['wording'], 'O'));
    expect(matched(single, ['top', 'foot'])).toEqual([]);
    expect(matchLetterings(single, ['foot', 'top'], 'colour', 'least', all)).toMatchObject({
      ok: false,
      problem: { code: 'no-gaps' },
    });
  });
  it('says what keeps one of them from being set', () => {
    const p = edited(pair(), setStep(pair(), 'foot', ['faceId'], 'gone'));
    expect(matchLetterings(p, ['top', 'foot'], 'size', 'least', all)).toMatchObject({
      ok: false,
      problem: { code: 'unknown-face' },
    });
  });
  it('wants two', () => {
    expect(matchLetterings(pair(), ['top'], 'size', 'least', all)).toMatchObject({
      ok: false,
      problem: { code: 'one-lettering' },
    });
  });
});

describe('rooms between words that are held on a line of their own', () => {
  // Two rings that are not about one centre: the band between them is 8 mm wide here and 14 mm there.
  const outer = circle(41, 44, 40);
  const held = (wording: string, id: string, deg: number): Lettering =>
    lettering(wording, {
      id,
      faceId: 'oswald-medium',
      anchor: clock(deg),
      size: { by: 'cap', mm: 3 },
      seat: { ...seat('outward', 'outside'), hold: { kind: 'band', curveId: 'ring', otherId: 'outer' } },
      bookends: { startU: 0.5, endU: 0.5 },
    });
  const p = piece([
    curve(circle(30)),
    curve(outer, 'outer'),
    held('OTTERMERE', 'a', 10),
    held('TIDE', 'b', 110),
    held('SEDGE', 'c', 215),
  ]);
  /**
   * Where the ink of each word begins and ends, degrees about the centre of the own ring, from the outlines that are
   * drawn.
   */
  const inkOn = (one: Piece): { from: number; to: number }[] => {
    const drawing = drawPiece(one, all);
    return ['a', 'b', 'c'].map((id) => {
      const middle = findLettering(one, id)!.anchor.at as { deg: number };
      const angles = drawing.paths
        .filter(({ itemId }) => itemId === id)
        .flatMap(({ trace }) => pointsOf(trace))
        .map(({ x, y }) => {
          const deg = (Math.atan2(x - 42, 42 - y) * 180) / Math.PI;
          return deg - Math.round((deg - middle.deg) / 360) * 360;
        });
      return { from: Math.min(...angles), to: Math.max(...angles) };
    });
  };

  it('are measured along its own curve', () => {
    const ink = inkOn(p).sort((a, b) => a.from - b.from);
    const seen = ink.map(({ to }, i) => (i + 1 < ink.length ? ink[i + 1]!.from : ink[0]!.from + 360) - to);
    const found = rooms(p).map(({ from, to }) => ((to - from) / 30) * (180 / Math.PI));
    for (const deg of seen) expect(Math.min(...found.map((one) => Math.abs(one - deg)))).toBeLessThan(1);
  });
  it('take ornaments in the middle of the band and of the room', () => {
    const item: Ornaments = { ...makeOrnaments('o', 'Stars', 'ring', '#000000'), count: 1 };
    const set = setOrnaments(item, track(circle(30)), sets(p));
    expect(set.placed).toHaveLength(3);
    for (const { x, y } of set.placed) {
      const fromOwn = Math.hypot(x - 42, y - 42) - 30,
        fromOuter = 41 - Math.hypot(x - 44, y - 40);
      expect(Math.abs(fromOwn - fromOuter)).toBeLessThan(1);
    }
  });
  it('are made equal', () => {
    const after = done(p, equalRoomsSteps(p, 'ring', 'a', all));
    const lengths = rooms(after).map(({ from, to }) => to - from);
    for (const one of lengths) expect(one).toBeCloseTo(lengths[0]!, 4);
    const ink = inkOn(after).sort((a, b) => a.from - b.from);
    const seen = ink.map(({ to }, i) => (i + 1 < ink.length ? ink[i + 1]!.from : ink[0]!.from + 360) - to);
    for (const deg of seen) expect(Math.abs(deg - seen[0]!)).toBeLessThan(1.5);
  });
});
