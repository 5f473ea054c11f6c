import { isLettering, type Piece } from '#core/piece/types';
import { createFace, type Face } from '#core/type/face';
import { setSense } from '#core/setting/space/white/sense';
import { shippedSense } from '../../fonts/shippedSenses';
import list from '../../fonts/faces.json';

const faces = new Map<string, Face>();
const bytes = new Map<string, Uint8Array>();

async function fetchFace(id: string): Promise<void> {
  const shipped = list.find((one) => one.id === id);
  const response = await fetch(shipped ? `/faces/${id}.ttf` : `/api/faces/${encodeURIComponent(id)}`);
  if (!response.ok) return;
  const own = new Uint8Array(await response.arrayBuffer());
  const face = createFace(id, shipped?.name ?? id, own);
  if (!face.ok) return;
  const sense = shipped && shippedSense(id);
  if (sense) setSense(face.value, sense);
  faces.set(id, face.value);
  bytes.set(id, own);
}

/** A face by its id; null where it cannot be had. */
export async function faceOf(id: string): Promise<Face | null> {
  if (!faces.has(id)) await fetchFace(id);
  return faces.get(id) ?? null;
}

/** The faces of the worker, with those that a piece asks for among them as far as they can be had. */
export async function facesFor(piece: Piece): Promise<ReadonlyMap<string, Face>> {
  const wanted = new Set(piece.items.filter(isLettering).map((item) => item.faceId));
  await Promise.all([...wanted].filter((id) => !faces.has(id)).map(fetchFace));
  return faces;
}

/** A face's own file, and its licence where it ships with one. */
export async function fileOf(id: string): Promise<{ bytes: Uint8Array; name: string; licence: string | null } | null> {
  const own = bytes.get(id);
  if (!own) return null;
  const shipped = list.find((one) => one.id === id);
  const licence = shipped
    ? await fetch(`/faces/${id}-OFL.txt`).then((response) => (response.ok ? response.text() : null))
    : null;
  return { bytes: own, name: shipped?.name ?? id, licence };
}
