import { readdirSync, readFileSync } from 'node:fs';
import Ajv2020 from 'ajv/dist/2020';
import { describe, expect, it } from 'vitest';
import { pieceJsonSchema } from '#core/piece/jsonSchema';
import { parsePiece, readPiece } from '#core/piece/read';
import { CURRENT_VERSION } from '#core/piece/version';
import { circle, curve, HOME, lettering, piece } from '../../support/pieces';
import { seeded } from '../../support/random';

const good = piece([curve(circle(30)), lettering('TIDE')]);
const demos = readdirSync(`${HOME}/demo`)
  .filter((name) => name.endsWith('.json'))
  .map((name) => readFileSync(`${HOME}/demo/${name}`, 'utf8'));
const ajv = new Ajv2020({ allErrors: true }).compile(pieceJsonSchema());

/** A deep copy with one value replaced, at a dotted path. */
function changed(path: string, value: unknown): unknown {
  const copy = structuredClone(good) as unknown as Record<string, unknown>;
  const names = path.split('.');
  const last = names.pop()!;
  const target = names.reduce((at, name) => at[name] as Record<string, unknown>, copy);
  if (value === undefined) delete target[last];
  else target[last] = value;
  return copy;
}

describe('reading a piece', () => {
  it('takes the demo pieces', () => {
    expect(demos.length).toBeGreaterThanOrEqual(3);
    for (const text of demos) expect(parsePiece(text)).toMatchObject({ ok: true });
  });

  it.each([
    ['items.0.shape.radiusMm', 0, 'items[0].shape.radiusMm'],
    ['items.0.shape.radiusMm', 'wide', 'items[0].shape.radiusMm'],
    ['items.0.shape.kind', 'blob', 'items[0].shape'],
    ['items.0.colour', '#ffffff', 'items[0].colour'],
    ['items.1.seat.tops', 'sideways', 'items[1].seat.tops'],
    ['items.1.spacing.measuredAt', 1.5, 'items[1].spacing.measuredAt'],
    ['items.1.size', { by: 'cap' }, 'items[1].size.mm'],
    ['items.1.fill', '#FFF', 'items[1].fill'],
    ['items.1.wording', undefined, 'items[1].wording'],
    ['items.1.curveId', 'elsewhere', 'items[1].curveId'],
    ['items.1.id', 'ring', 'items[1].id'],
    ['sheet.widthMm', -4, 'sheet.widthMm'],
    ['name', '', 'name'],
    ['items', 'none', 'items'],
  ])('names the field that is wrong: %s = %j', (path, value, field) => {
    const read = readPiece(changed(path, value));
    expect(read.ok).toBe(false);
    if (!read.ok) {
      expect(read.problem.code).toBe('wrong-piece');
      expect(read.problem.field).toBe(field);
      expect(read.problem.message).toContain(field.split('.').at(-1)!.replace(/\[.*/, ''));
    }
  });

  it('brings a piece of the version before up to today, its rooms not kept equal', () => {
    const demo = JSON.parse(demos[0]!);
    const older = { ...demo, version: 6, items: demo.items.map(({ equalRooms: _kept, ...item }: any) => item) };
    expect(readPiece(older)).toEqual(readPiece(demo));
    expect(readPiece({ ...older, version: 7 })).toMatchObject({ ok: false, problem: { code: 'wrong-piece' } });
  });

  it('tells what is not a piece from one that is too new', () => {
    for (const text of ['', 'hello', '[]', 'null', '{"format":"other"}']) {
      expect(parsePiece(text)).toMatchObject({ ok: false, problem: { code: 'not-a-piece' } });
    }
    expect(readPiece(changed('version', CURRENT_VERSION + 1))).toMatchObject({
      ok: false,
      problem: { code: 'newer-version' },
    });
  });

  it('gives numbers that are not finite back', () => {
    expect(readPiece(changed('items.0.shape.centre.x', Number.NaN))).toMatchObject({ ok: false });
    expect(readPiece(changed('items.0.shape.centre.x', Infinity))).toMatchObject({ ok: false });
  });
});

describe('the JSON Schema', () => {
  it('in docs is the one that the rules give', () => {
    expect(JSON.parse(readFileSync(`${HOME}/docs/piece.schema.json`, 'utf8'))).toEqual(pieceJsonSchema());
  });

  it('takes the demo pieces', () => {
    for (const text of demos) expect(ajv(JSON.parse(text)) ? [] : ajv.errors).toEqual([]);
  });

  it('agrees with the rules on pieces broken at random', () => {
    const random = seeded(77);
    const values = [0, -1, 1e9, '', 'x', null, true, [], {}, '#ffffff', 'on', 'clock'];
    const paths: string[] = [];
    const walk = (at: unknown, path: string): void => {
      if (typeof at !== 'object' || at === null) return;
      for (const [name, value] of Object.entries(at)) {
        const here = path ? `${path}.${name}` : name;
        paths.push(here);
        walk(value, here);
      }
    };
    walk(good, '');
    for (let n = 0; n < 600; n++) {
      const path = paths[Math.floor(random() * paths.length)]!;
      // What only rules across items can say is not in the schema.
      if (/\.(id|curveId|fill|ink)$|^inks$|^inks\.\d+\.name$/.test(path)) continue;
      const broken = changed(path, values[Math.floor(random() * values.length)]);
      expect(readPiece(broken).ok, `${path} ${JSON.stringify(broken)}`).toBe(ajv(broken));
    }
  });
});
