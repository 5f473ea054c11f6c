import type { PieceSummary } from '#core/piece/summary';
import type { Piece } from '#core/piece/types';
import type { Problem } from '#core/result';
import type { FileOptions, FormatName } from '#core/output/formats/index';
import type { Answer, LoggedChange, PendingChange } from './keeper';

export type { PieceSummary };

export interface LoadedPiece {
  readonly id: string;
  readonly piece: Piece;
  readonly revision: number;
  readonly lines: readonly LoggedChange[];
}

/** A file that was made of a piece earlier. */
export interface MadeFile {
  readonly id: string;
  readonly format: FormatName;
  readonly name: string;
  readonly options: FileOptions;
  readonly bytes: number;
  readonly madeAt: string;
}

/** A CMYK profile of a printer. */
export interface AddedProfile {
  readonly id: string;
  readonly name: string;
}

/** A request that the server answered with a problem, or that did not reach it (status 0). */
export class RequestFailed extends Error {
  constructor(
    readonly status: number,
    readonly problem: Problem & { lines?: LoggedChange[] },
  ) {
    super(problem.message);
  }
}

const UNREACHABLE: Problem = {
  code: 'unreachable',
  message: 'The server does not answer. Your work is still here; check that Under Arc is running and try again.',
};

async function request<T>(method: string, path: string, body?: unknown): Promise<T> {
  let response: Response;
  try {
    response = await fetch(`/api${path}`, {
      method,
      headers: body === undefined ? {} : { 'content-type': 'application/json' },
      body: body === undefined ? undefined : JSON.stringify(body),
    });
  } catch {
    throw new RequestFailed(0, UNREACHABLE);
  }
  if (response.ok) return (await response.json()) as T;
  const known = (await response.json().catch(() => UNREACHABLE)) as Problem;
  throw new RequestFailed(response.status, known);
}

async function sendFile<T>(path: string, blob: Blob): Promise<T> {
  const response = await fetch(`/api${path}`, {
    method: 'POST',
    headers: { 'content-type': blob.type || 'application/octet-stream' },
    body: blob,
  }).catch(() => {
    throw new RequestFailed(0, UNREACHABLE);
  });
  if (response.ok) return (await response.json()) as T;
  throw new RequestFailed(response.status, (await response.json().catch(() => UNREACHABLE)) as Problem);
}

/** Statuses by which a server, or what stands before it, says that it cannot answer now. */
const AWAY: ReadonlySet<number> = new Set([0, 408, 429, 502, 503, 504]);

/** What a failed sending of changes means. */
function answerOf({ status, problem }: RequestFailed): Answer {
  if (AWAY.has(status)) return { kind: 'unreachable' };
  if (status >= 500) return { kind: 'failed', problem };
  // A change of the same id is there: what it has of ours is asked for.
  if (problem.code === 'reload' || problem.code === 'same-change') return { kind: 'reload' };
  if (problem.code === 'stale') return { kind: 'stale', lines: problem.lines ?? [] };
  return { kind: 'refused', problem };
}

/** More ids are asked for in several requests. */
const IDS_AT_ONCE = 10_000;

const at = (id: string): string => `/pieces/${encodeURIComponent(id)}`;

export const api = {
  shelf: () => request<{ pieces: PieceSummary[] }>('GET', '/pieces').then((answer) => answer.pieces),
  /** A piece, with the last changes of one tab. */
  load: (id: string, clientId: string) =>
    request<LoadedPiece>('GET', `${at(id)}?client=${encodeURIComponent(clientId)}`),
  create: (piece: unknown) => request<{ id: string }>('POST', '/pieces', piece),
  duplicate: (id: string) => request<{ id: string }>('POST', `${at(id)}/duplicate`),
  remove: (id: string) => request<{ id: string }>('DELETE', at(id)),
  restore: (id: string) => request<{ id: string }>('POST', `${at(id)}/restore`),
  rename: (id: string, name: string) => request<{ revision: number }>('PUT', `${at(id)}/name`, { name }),
  changesSince: (id: string, since: number) =>
    request<{ revision: number; lines: LoggedChange[] }>('GET', `${at(id)}/changes?since=${since}`),
  /** Which of some changes the server has. */
  knownChanges: async (id: string, ids: readonly string[]): Promise<string[]> => {
    const known: string[] = [];
    for (let from = 0; from < ids.length; from += IDS_AT_ONCE) {
      const some = ids.slice(from, from + IDS_AT_ONCE);
      known.push(...(await request<{ ids: string[] }>('POST', `${at(id)}/changes/known`, { ids: some })).ids);
    }
    return known;
  },
  picture: (id: string, revision: number): string => `/api${at(id)}/picture.png?revision=${revision}`,
  faces: () =>
    request<{ faces: { id: string; name: string; embedding: string }[] }>('GET', '/faces').then(
      (answer) => answer.faces,
    ),
  face: (id: string): string => `/api/faces/${encodeURIComponent(id)}`,
  sendFace: (file: File) =>
    sendFile<{ id: string; name: string; embedding: string }>(`/faces?name=${encodeURIComponent(file.name)}`, file),
  profiles: () => request<{ profiles: AddedProfile[] }>('GET', '/profiles').then((answer) => answer.profiles),
  sendProfile: (file: Blob) => sendFile<AddedProfile>('/profiles', new Blob([file])),
  sendImage: (blob: Blob) => sendFile<{ id: string }>('/images', blob),
  image: (imageId: string): string => `/api/images/${imageId}`,
  outputs: (id: string) =>
    request<{ outputs: MadeFile[] }>('GET', `${at(id)}/outputs`).then((answer) => answer.outputs),
  keepOutput: (id: string, output: Omit<MadeFile, 'id' | 'madeAt'> & { readonly piece: Piece }) =>
    request<{ id: string }>('POST', `${at(id)}/outputs`, output),
  output: (id: string, outputId: string) =>
    request<MadeFile & { readonly piece: Piece }>('GET', `${at(id)}/outputs/${encodeURIComponent(outputId)}`),
  events: (id: string): string => `/api${at(id)}/events`,

  /** Sends changes; never throws. */
  async sendChanges(
    id: string,
    clientId: string,
    baseRevision: number,
    changes: readonly PendingChange[],
  ): Promise<Answer> {
    try {
      const { revision, lines } = await request<{ revision: number; lines: LoggedChange[] }>(
        'POST',
        `${at(id)}/changes`,
        { clientId, baseRevision, changes },
      );
      return { kind: 'saved', revision, lines };
    } catch (error) {
      return error instanceof RequestFailed ? answerOf(error) : { kind: 'unreachable' };
    }
  },
};
