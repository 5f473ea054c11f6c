import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { circle, curve, HOME, lettering, piece, seat, spacing } from '../../support/pieces';
import { fields, pictureOf } from '../../support/pictures';

const folder = mkdtempSync(join(tmpdir(), 'under-arc-cli-'));
const underArc = (...args: string[]) =>
  spawnSync(process.execPath, ['cli/under-arc.mjs', ...args], { cwd: HOME, encoding: 'utf8' });
const inFolder = (name: string): string => join(folder, name);

describe('npx under-arc', () => {
  it('renders a piece as SVG and as PDF', () => {
    const svg = underArc('render', 'demo/1-roundel.json', inFolder('a.svg'));
    expect([svg.status, svg.stdout.trim()]).toEqual([0, `${inFolder('a.svg')}: 84 × 84 mm, 13 outlines`]);
    expect(readFileSync(inFolder('a.svg'), 'utf8')).toContain('<path');
    expect(underArc('render', 'demo/3-cap-badge.json', inFolder('a.pdf')).status).toBe(0);
    expect(readFileSync(inFolder('a.pdf')).subarray(0, 5).toString()).toBe('%PDF-');
  });

  it('renders a piece as PNG and as DXF, with options, and refuses those that are none', () => {
    expect(underArc('render', 'demo/3-cap-badge.json', inFolder('b.png'), '--dpi=72', '--transparent').status).toBe(0);
    expect(readFileSync(inFolder('b.png')).subarray(1, 4).toString()).toBe('PNG');
    expect(underArc('render', 'demo/3-cap-badge.json', inFolder('b.dxf'), '--tolerance=0.05').status).toBe(0);
    expect(readFileSync(inFolder('b.dxf'), 'utf8')).toContain('LWPOLYLINE');
    expect(underArc('render', 'demo/3-cap-badge.json', inFolder('c.png'), '--dpi=9000').status).toBe(2);
    expect(existsSync(inFolder('c.png'))).toBe(false);
  });

  it('takes no option that would do nothing', () => {
    const idle = (to: string, ...options: string[]): unknown[] => {
      const { status, stderr } = underArc('render', 'demo/3-cap-badge.json', inFolder(to), ...options);
      return [status, stderr.trim(), existsSync(inFolder(to))];
    };
    const none = (what: string): string => `under-arc: ${what}`;
    expect(idle('d.svg', '--dpi=300')).toEqual([
      2,
      none('A .svg file has no resolution. Leave the option out.'),
      false,
    ]);
    expect(idle('d.live.svg', '--paper=320x450')).toEqual([
      2,
      none('A .live.svg file has no sheet of copies. Leave the option out.'),
      false,
    ]);
    expect(idle('d.pdf', '--margin=5')).toEqual([
      2,
      none('Copies on a sheet need its size: add --paper=320x450, in mm.'),
      false,
    ]);
  });

  it('lays other pieces and backs on one sheet', () => {
    const laid = (...options: string[]) =>
      underArc('render', 'demo/8-luggage-label.json', inFolder('gang.pdf'), '--paper=320x450', ...options);
    const made = laid('--copies=2', '--back=demo/8-luggage-label.json', '--with=demo/3-cap-badge.json:5', '--marks');
    expect([made.status, made.stderr]).toEqual([0, '']);
    // Two labels with their backs, five badges with none.
    expect(made.stdout).toContain('320 × 450 mm, 9 copies');
    const wrong = (...options: string[]): unknown[] => {
      const { status, stderr } = laid(...options);
      return [status, stderr.trim()];
    };
    expect(wrong('--with=demo/3-cap-badge.json')).toEqual([2, expect.stringContaining('write --with=PIECE:COPIES')]);
    expect(wrong('--with=demo/3-cap-badge.json:0')).toEqual([2, expect.stringContaining('between 1 and 1000')]);
    expect(wrong('--with=demo/no-such.json:1')).toEqual([1, expect.stringContaining('could not be read')]);
    expect(wrong('--with=demo/3-cap-badge.json:1', '--back=demo/1-roundel.json')).toEqual([
      1,
      expect.stringContaining('cannot be the back of “Cap badge”'),
    ]);
    const series = underArc(
      'series',
      'demo/8a-volunteer-badge.json',
      'demo/volunteers.csv',
      inFolder('s.pdf'),
      '--paper=320x450',
      '--copies=3',
    );
    expect([series.status, series.stderr]).toEqual([2, expect.stringContaining('not for a series')]);
  });

  it('prints by the profile of a printer', () => {
    const by = (to: string, profile: string, ...more: string[]): unknown[] => {
      const { status, stderr } = underArc(
        'render',
        'demo/3-cap-badge.json',
        inFolder(to),
        `--profile=${profile}`,
        ...more,
      );
      return [status, stderr.trim(), existsSync(inFolder(to))];
    };
    expect(by('press.pdf', 'profiles/newsprint.icc')).toEqual([0, '', true]);
    expect(by('none.pdf', 'demo/images/lid.jpg')).toEqual([1, expect.stringContaining('no ICC profile'), false]);
    expect(by('none.pdf', 'no-such.icc')).toEqual([1, expect.stringContaining('could not be read'), false]);
    expect(by('none.svg', 'profiles/newsprint.icc')).toEqual([2, expect.stringContaining('has no profile'), false]);
  });

  it('says what is wrong with a piece, with the path, and leaves no half file', () => {
    writeFileSync(
      inFolder('wrong.json'),
      JSON.stringify({ ...piece([]), sheet: { widthMm: 'wide', heightMm: 84, bleedMm: 0 }, extra: 1 }),
    );
    const wrong = underArc('render', inFolder('wrong.json'), inFolder('wrong.svg'));
    expect(wrong.status).toBe(1);
    expect(wrong.stderr).toContain('sheet.widthMm');
    expect(wrong.stderr).toContain('extra');
    writeFileSync(
      inFolder('tight.json'),
      JSON.stringify(piece([curve(circle(2)), lettering('TIDE', { seat: seat('inward', 'inside', 0) })])),
    );
    const tight = underArc('render', inFolder('tight.json'), inFolder('tight.svg'));
    expect([tight.status, tight.stderr.includes('Too tight')]).toEqual([1, true]);
    const missing = underArc('render', inFolder('not-there.json'), inFolder('x.svg'));
    expect([missing.status, missing.stderr.includes('could not be read')]).toEqual([1, true]);
    const nowhere = underArc('render', 'demo/1-roundel.json', join(folder, 'no-such-folder', 'x.svg'));
    expect([nowhere.status, nowhere.stderr.includes('could not be written')]).toEqual([1, true]);
    expect(readdirSync(folder).filter((name) => /wrong\.svg|tight\.svg|part/.test(name))).toEqual([]);
    expect(existsSync(inFolder('x.svg'))).toBe(false);
  });

  it('sizes a curve for the words that are kept filling it, and says when filled words have no room', () => {
    const fit = { kept: true, baseRadiusMm: 30, rules: [{ by: 'radius' as const, least: 0.2, most: 5 }] };
    const words = lettering('OTTERMERE LIGHT', {
      bookends: { startU: 0.7, endU: 0.3 },
      spacing: spacing({ evenOut: 1 }),
      fit,
    });
    // The same words on a ring that has long been outgrown, and on one that is nearly right.
    for (const [name, radius] of [
      ['old', 30],
      ['near', 21.3],
    ] as const)
      writeFileSync(inFolder(`${name}.json`), JSON.stringify(piece([curve(circle(radius)), words])));
    for (const name of ['old', 'near'])
      expect(underArc('render', inFolder(`${name}.json`), inFolder(`${name}.svg`)).status).toBe(0);
    const numbers = (name: string): number[] =>
      [...readFileSync(inFolder(`${name}.svg`), 'utf8').matchAll(/-?\d+\.\d+/g)].map(Number);
    const [old, near] = [numbers('old'), numbers('near')];
    expect(old.length).toBeGreaterThan(100);
    old.forEach((value, i) => expect(Math.abs(value - near[i]!)).toBeLessThan(0.002));
    writeFileSync(
      inFolder('full.json'),
      JSON.stringify(
        piece([
          curve(circle(12)),
          lettering('OTTERMERE LIGHT RAILWAY', {
            bookends: { startU: 0.95, endU: 0.05 },
            anchor: { at: { kind: 'clock', deg: 0 }, startOffsetMm: 0, align: 'filled', by: 'ink' },
          }),
        ]),
      ),
    );
    const full = underArc('render', inFolder('full.json'), inFolder('full.svg'));
    expect([full.status, full.stderr.includes('does not fill its room')]).toEqual([0, true]);
  });

  it('takes pictures from the folder beside a piece or out of its file, and makes the same of both', () => {
    const bytes = fields(60);
    const p = piece([curve(circle(30)), pictureOf(bytes, 60, { within: 'ring', widthMm: 20 })]);
    writeFileSync(inFolder('shore.json'), JSON.stringify(p));
    const without = underArc('render', inFolder('shore.json'), inFolder('shore.pdf'));
    expect([without.status, without.stderr.includes('The picture “Shore” is missing')]).toEqual([1, true]);
    expect(underArc('check', inFolder('shore.json')).stderr).toContain('is missing');
    mkdirSync(inFolder('images'), { recursive: true });
    writeFileSync(inFolder('images/any name.png'), bytes);
    for (const name of ['shore.pdf', 'shore.svg', 'shore.zip'])
      expect(underArc('render', inFolder('shore.json'), inFolder(name)).status, name).toBe(0);
    rmSync(inFolder('images'), { recursive: true });
    for (const name of ['shore.pdf', 'shore.svg']) {
      expect(underArc('render', inFolder('shore.zip'), inFolder(`again-${name}`)).status).toBe(0);
      expect(readFileSync(inFolder(`again-${name}`)).equals(readFileSync(inFolder(name))), name).toBe(true);
    }
  });

  it('leaves no half file where the disk takes no more, and what was there before', () => {
    writeFileSync(inFolder('full.pdf'), 'an earlier file');
    // A file may grow to 16 kB and no further: the profile alone is larger.
    const full = spawnSync(
      'bash',
      [
        '-c',
        `ulimit -f 16; exec "${process.execPath}" cli/under-arc.mjs render demo/1-roundel.json "${inFolder('full.pdf')}"`,
      ],
      { cwd: HOME, encoding: 'utf8' },
    );
    expect([full.status, full.stderr]).toEqual([1, expect.stringContaining('could not be written')]);
    expect(readFileSync(inFolder('full.pdf'), 'utf8')).toBe('an earlier file');
    expect(readdirSync(folder).filter((name) => name.includes('part'))).toEqual([]);
  });

  it('is there under its name', () => {
    // Finding a command by its name costs npm seconds, so it is done once.
    const named = spawnSync('npx', ['under-arc', 'help'], { cwd: HOME, encoding: 'utf8' });
    expect(named.stdout + named.stderr).toContain('under-arc render PIECE OUT.pdf');
  }, 180_000);

  it('explains itself when the call is not understood', () => {
    expect(underArc('render', 'demo/1-roundel.json', 'out.gif')).toMatchObject({ status: 2 });
    expect(underArc().stderr).toContain('under-arc render PIECE OUT.pdf');
    expect(underArc('check', 'demo/2-marmalade-lid.json')).toMatchObject({ status: 0 });
  });
});
