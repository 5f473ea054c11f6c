import type { Imposition, OtherPiece } from '#core/output/sheets/imposition';
import { facesBeside, type FileOptions } from '#core/output/formats/index';
import { shippedFaces } from '../fonts/shippedFaces';
import { profileAt, readFileAsPiece, type Opened } from './opened';
import type { Options } from './options';
import { HOME } from './tools';

/** A piece with all that it and the others on its sheet need, and what its file is made with. */
interface Together {
  readonly opened: Opened;
  readonly asked: FileOptions;
}

/**
 * Reads what a call names beside the piece: the other pieces of its sheet, backs, and the printer's profile; null after
 * complaining when one cannot be read.
 */
export async function together(opened: Opened, options: Options): Promise<Together | null> {
  const ownProfile = options.profile === null ? null : await profileAt(options.profile);
  if (options.profile !== null && !ownProfile) return null;
  const laid = await withOthers(opened, options);
  if (!laid) return null;
  const faces = new Map([...(await shippedFaces(HOME, new Set(facesBeside(options)))), ...laid.opened.faces]);
  return { opened: { ...laid.opened, faces }, asked: { ...options, imposition: laid.imposition, ownProfile } };
}

/** A piece with the others on its sheet; null after complaining when one cannot be read. */
async function withOthers(
  opened: Opened,
  { imposition, laid }: Options,
): Promise<{ readonly opened: Opened; readonly imposition: Imposition | null } | null> {
  if (!imposition) return { opened, imposition };
  const read: Opened[] = [opened];
  const pieceAt = async (file: string) => {
    const one = await readFileAsPiece(file);
    if (one) read.push(one);
    return one?.piece ?? null;
  };
  const [own, ...rest] = laid;
  const back = own?.back ? await pieceAt(own.back) : null;
  if (own?.back && !back) return null;
  const others: OtherPiece[] = [];
  for (const { file, quantity, back: behind } of rest) {
    const piece = await pieceAt(file),
      its = behind ? await pieceAt(behind) : null;
    if (!piece || (behind && !its)) return null;
    others.push({ piece, quantity: quantity ?? 1, back: its });
  }
  return {
    opened: {
      ...opened,
      faces: new Map(read.flatMap((one) => [...one.faces])),
      images: [...new Map(read.flatMap((one) => one.images.map((image) => [image.id, image] as const))).values()],
      pictures: new Map(read.flatMap((one) => [...one.pictures])),
    },
    imposition: { ...imposition, back, others },
  };
}
