import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { unzlibSync } from 'fflate';
import { PDFArray, PDFDict, PDFDocument, PDFHexString, PDFName, PDFRawStream, PDFString } from '@cantoo/pdf-lib';
import UTIF from 'utif2';
import { describe, expect, it } from 'vitest';
import { takeProfile } from '#core/ink/icc/takeProfile';
import { screenHex } from '#core/ink/colour';
import { STANDARD_OPTIONS, type FileOptions, type FormatName } from '#core/output/formats/index';
import { prepareFile, writeFile } from '#core/output/makeFile';
import { planesOf } from '#core/output/pictures';
import type { Result } from '#core/result';
import { circle, curve, HOME, piece } from '../../support/pieces';
import { newProfile } from '../../support/profiles';

const PRESS = readFileSync(`${HOME}/profiles/newsprint.icc`);
const own = { ...piece([{ ...curve(circle(8, 42, 42)), fill: 'rust' }]), name: 'Own' };

/** Makes a profile known under its content. */
function known(bytes: Uint8Array): NonNullable<FileOptions['ownProfile']> {
  const profileId = createHash('sha256').update(bytes).digest('hex').slice(0, 32);
  const taken = takeProfile(profileId, bytes);
  if (!taken.ok) throw new Error(taken.problem.message);
  return { profileId, name: taken.value.profile.name };
}
async function made(format: FormatName, options: Partial<FileOptions>): Promise<Result<Uint8Array>> {
  const all = { ...STANDARD_OPTIONS, ...options };
  const prepared = prepareFile(format, own, new Map(), all);
  if (!prepared.ok) return prepared;
  return writeFile(format, prepared.value, all, {
    profile: () => Promise.reject(new Error('the profile of the paper was asked for')),
    renderPixels: (svg) => {
      const [, width, height] = /width="(\d+)" height="(\d+)"/.exec(svg) ?? [];
      return Promise.resolve(new Uint8Array(Number(width) * Number(height) * 4).fill(255));
    },
    remarks: () => Promise.resolve([]),
    carried: () => Promise.resolve({ faces: [], images: [] }),
  });
}
const bytesOf = (file: Result<Uint8Array>): Uint8Array => {
  if (!file.ok) throw new Error(file.problem.message);
  return file.value;
};

describe('a profile of the printer', () => {
  it('is the output intent of a PDF, byte for byte, under its own name', async () => {
    const file = bytesOf(await made('pdf', { ownProfile: known(PRESS) }));
    const { context, catalog } = await PDFDocument.load(file, { updateMetadata: false });
    const intent = context.lookup(catalog.lookup(PDFName.of('OutputIntents'), PDFArray).get(0), PDFDict);
    const profile = intent.lookup(PDFName.of('DestOutputProfile')) as PDFRawStream;
    expect(Buffer.from(unzlibSync(profile.contents)).equals(PRESS)).toBe(true);
    expect(intent.lookup(PDFName.of('OutputConditionIdentifier'), PDFString).asString()).toBe('Custom');
    expect(intent.lookup(PDFName.of('Info'), PDFString).asString()).toBe('Under Arc newsprint');
  });
  it('may have a name in any script', async () => {
    const bytes = newProfile();
    // The name stands in UTF-16, its second letter at byte 129 + the head of the file.
    const at = Buffer.from(bytes).indexOf(Buffer.from('Press', 'utf16le').swap16());
    bytes.set([0x04, 0x1f], at);
    const file = bytesOf(await made('pdf', { ownProfile: known(bytes) }));
    const { context, catalog } = await PDFDocument.load(file, { updateMetadata: false });
    const intent = context.lookup(catalog.lookup(PDFName.of('OutputIntents'), PDFArray).get(0), PDFDict);
    expect(intent.lookup(PDFName.of('Info'), PDFHexString).decodeText()).toBe('Пress of the Ottermere Yard');
  });
  it('goes into a TIFF as it is', async () => {
    const file = bytesOf(await made('tiff', { ownProfile: known(PRESS), dpi: 72 }));
    const [page] = UTIF.decode(Buffer.from(file));
    expect(Buffer.from(page!['t34675'] as unknown as number[]).equals(PRESS)).toBe(true);
  });
  it('is that by which inks look and pictures are separated', () => {
    const prepared = prepareFile('pdf', own, new Map(), { ...STANDARD_OPTIONS, ownProfile: known(PRESS) });
    if (!prepared.ok) throw new Error(prepared.problem.message);
    const { stock, inks } = prepared.value.drawing;
    // The same profile ships as that of newsprint, whose tables LittleCMS made.
    for (const ink of inks) {
      const [mine, theirs] = [ink.screen, screenHex(ink.cmyk, 'newsprint')].map((hex) =>
        [1, 3, 5].map((at) => Number.parseInt(hex.slice(at, at + 2), 16)),
      );
      for (const [k, value] of mine!.entries()) expect(Math.abs(value - theirs![k]!)).toBeLessThan(4);
    }
    const rgba = Uint8Array.from({ length: 4 * 64 }, (_, i) => (i % 4 === 3 ? 255 : (i * 53) % 256));
    const file = { rgba, jpeg: null } as unknown as Parameters<typeof planesOf>[0];
    const picture = { imageId: 'x', widthPx: 8, heightPx: 8, ink: null, mostInk: 240 };
    const planes = (['newsprint', stock] as const).map((one) => planesOf(file, { ...picture, stock: one }).inks);
    for (const [i, share] of planes[0]!.entries()) expect(Math.abs(share - planes[1]![i]!)).toBeLessThan(4);
  });
  it('must be of version 2 in PDF/X-1a', async () => {
    expect(await made('pdf', { ownProfile: known(newProfile()), standard: 'x1a' })).toMatchObject({
      ok: false,
      problem: { code: 'profile-too-new', message: expect.stringContaining('version 4.2') },
    });
    expect((await made('pdf', { ownProfile: known(PRESS), standard: 'x1a' })).ok).toBe(true);
    expect((await made('pdf', { ownProfile: known(newProfile()) })).ok).toBe(true);
  });
  it('makes no difference to formats that have none', async () => {
    const [plain, asked] = [bytesOf(await made('svg', {})), bytesOf(await made('svg', { ownProfile: known(PRESS) }))];
    expect(Buffer.from(asked).equals(Buffer.from(plain))).toBe(true);
  });
});
