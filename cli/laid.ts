import type { Imposition, OtherPiece } from '#core/output/sheets/imposition';
import { readFileAsPiece, type Opened } from './opened';
import type { Options } from './options';

/** A piece with all that it and the others on its sheet need. */
interface Together {
  readonly opened: Opened;
  readonly imposition: Imposition | null;
}

/** Reads the other pieces of a sheet, and backs; null after complaining when one cannot be read. */
export async function together(opened: Opened, { imposition, laid }: Options): Promise<Together | null> {
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
