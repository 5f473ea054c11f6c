import { short, type Check } from '../check';

/**
 * Faces whose makers forbid that they leave with a piece: outlines may be printed, the piece file goes without them.
 */
export const embedding: Check = ({ piece, forbidden, faces }) => {
  const seen = new Set<string>();
  return piece.items.flatMap((item) => {
    if (item.type !== 'lettering' || item.hidden || !forbidden.has(item.faceId) || seen.has(item.faceId)) return [];
    seen.add(item.faceId);
    return [
      {
        code: 'face-stays',
        itemId: item.id,
        message: `“${short(item.wording)}”: the maker of ${faces.get(item.faceId)?.name ?? item.faceId} forbids that it leaves with a piece file. Files of outlines are not concerned.`,
      },
    ];
  });
};
