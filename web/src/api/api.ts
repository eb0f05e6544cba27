import type {
  BackupAnswer,
  DesignAnswer,
  DesignFormat,
  DevicesAnswer,
  EditAnswer,
  FrameAddress,
  EditRequest,
  ErrorAnswer,
  ExportFormat,
  FrameAnswer,
  KeptRecipeAnswer,
  HealthAnswer,
  MapDrawingAnswer,
  MessageAnswer,
  PairingCodeAnswer,
  QuiltAnswer,
  QuiltPicture,
  RevisionRequest,
  RunAnswer,
  ShelfAnswer,
  StaleAnswer,
  QuestionAnswer,
  FileQuestion,
} from '@gorse/contract';
import {
  type AdvanceEvent,
  type AdvanceKind,
  type Border,
  decodeStrokes,
  type LengthStyle,
  type Machine,
  type Paper,
  type ReadAnswers,
  type Region,
  type Setting,
  type SheetPaper,
} from '@gorse/core';

/** An answer that isn't 2xx, or none at all (`code` "offline"). The message is a sentence for the person. */
export class ApiError extends Error {
  override readonly name = 'ApiError';
  constructor(
    readonly code: ErrorAnswer['code'] | 'offline',
    message: string,
    readonly answer: ErrorAnswer | null = null,
  ) {
    super(message);
  }
}

async function ask(method: string, path: string, body?: unknown): Promise<Response> {
  return answered(`/api${path}`, {
    method,
    ...(body === undefined
      ? {}
      : body instanceof Blob
        ? { body }
        : { body: JSON.stringify(body), headers: { 'Content-Type': 'application/json' } }),
  });
}

async function answered(address: string, request: RequestInit): Promise<Response> {
  let response: Response;
  try {
    response = await fetch(address, request);
  } catch {
    throw new ApiError(
      'offline',
      'Gorse’s server does not answer. See that it is running; what you do is kept here until it is back.',
    );
  }
  if (response.ok) return response;
  const answer = (await response.json().catch(() => null)) as ErrorAnswer | null;
  throw new ApiError(answer?.code ?? 'failed', answer?.message ?? 'The server gave no reason. Try again.', answer);
}

/** A file with the name that the server gives it. */
export async function download(
  address: string,
  signal: AbortSignal,
): Promise<{ readonly name: string; readonly body: Blob }> {
  const response = await answered(address, { signal });
  const told = response.headers.get('Content-Disposition') ?? '';
  const [, quoted, bare] = /filename=(?:"([^"]*)"|([^;\s]*))/.exec(told) ?? [];
  const encoded = /filename\*=UTF-8''([^;]*)/.exec(told)?.[1];
  return {
    name: encoded === undefined ? (quoted ?? bare ?? 'gorse') : decodeURIComponent(encoded),
    body: await response.blob(),
  };
}

const json = async <T>(method: string, path: string, body?: unknown): Promise<T> =>
  (await (await ask(method, path, body)).json()) as T;
const strokes = async (path: string): Promise<Float64Array<ArrayBuffer>[]> =>
  decodeStrokes(new Uint8Array(await (await ask('GET', path)).arrayBuffer()));

function readingQuery(file: string, { unit, columns, exchanged, taken }: ReadAnswers): URLSearchParams {
  const query = new URLSearchParams({ file });
  if (unit) query.set('unit', unit);
  if (columns) {
    query.set('x', `${columns[0]}`);
    query.set('y', `${columns[1]}`);
  }
  if (exchanged !== undefined) query.set('exchanged', `${exchanged}`);
  if (taken !== undefined) query.set('taken', JSON.stringify(taken));
  return query;
}

/** The only place that talks to the server over HTTP. */
export const api = {
  health: () => json<HealthAnswer>('GET', '/health'),
  shelf: (find: string, after: string | null) =>
    json<ShelfAnswer>('GET', `/quilts?${new URLSearchParams({ find, ...(after === null ? {} : { after }) })}`),
  quilt: (id: string) => json<QuiltAnswer>('GET', `/quilts/${id}`),
  quiltPicture: async (id: string, signal: AbortSignal) =>
    (await (await answered(`/api/quilts/${id}/picture`, { signal })).json()) as QuiltPicture,
  makeQuilt: (
    name: string,
    { setting, borders, patches }: { setting: Setting; borders: readonly Border[]; patches: readonly Region[] },
  ) => json<{ id: string }>('POST', '/quilts', { name, setting, borders, patches }),
  addPhoto: (id: string, photo: Blob) => json<{ id: string }>('POST', `/quilts/${id}/photos`, photo),
  photo: async (id: string, photoId: string) => (await answered(`/api/quilts/${id}/photos/${photoId}`, {})).blob(),
  copyQuilt: (id: string) => json<{ id: string }>('POST', `/quilts/${id}/copy`),
  removeQuilt: (id: string) => ask('DELETE', `/quilts/${id}`),
  restoreQuilt: (id: string) => ask('POST', `/quilts/${id}/restore`),
  edit: (id: string, edit: EditRequest) => json<EditAnswer>('POST', `/quilts/${id}/edits`, edit),
  /** `of`: one piece or one record's pieces; the whole quilt without. */
  exportAddress: (id: string, format: ExportFormat, of?: string) =>
    `/api/quilts/${id}/export?format=${format}${of === undefined ? '' : `&of=${of}`}`,
  rowSheetAddress: (id: string, units: LengthStyle, paper: SheetPaper) =>
    `/api/quilts/${id}/row-sheet?units=${units}&paper=${paper}`,
  passSheetsAddress: (id: string, units: LengthStyle, paper: SheetPaper) =>
    `/api/quilts/${id}/pass-sheets?units=${units}&paper=${paper}`,
  shoppingSheetAddress: (id: string, units: LengthStyle, paper: SheetPaper, cloth: number) =>
    `/api/quilts/${id}/shopping-sheet?units=${units}&paper=${paper}&cloth=${cloth}`,
  quiltFileAddress: (id: string) => `/api/quilts/${id}/file`,
  openQuiltFile: (file: Blob) => json<{ id: string }>('POST', '/quilts/file', file),
  devices: () => json<DevicesAnswer>('GET', '/devices'),
  makePairingCode: () => json<PairingCodeAnswer>('POST', '/devices/code'),
  removeDevice: (id: string) => ask('DELETE', `/devices/${id}`),
  pair: (code: string, name: string) => ask('POST', '/pair', { code, name }),
  messages: () => json<MessageAnswer[]>('GET', '/messages'),
  messagesAddress: () => '/api/messages/file',
  backups: () => json<BackupAnswer[]>('GET', '/backups'),
  makeBackup: () => json<BackupAnswer>('POST', '/backups'),
  takeBackup: (file: Blob) => json<BackupAnswer>('POST', '/backups/from-elsewhere', file),
  restoreBackup: (name: string) => ask('POST', `/backups/${name}/restore`),
  backupAddress: (name: string) => `/api/backups/${name}`,
  designs: () => json<DesignAnswer[]>('GET', '/designs'),
  /** A zip of the designs that come with Gorse. */
  starterDesigns: async () => (await answered('/starter-designs.zip', {})).blob(),
  designStrokes: (id: string) => strokes(`/designs/${id}/strokes`),
  designSourceAddress: (id: string) => `/api/designs/${id}/source`,
  designExportAddress: (id: string, format: DesignFormat, paper?: Paper) =>
    `/api/designs/${id}/export?format=${format}${paper === undefined ? '' : `&paper=${paper}`}`,
  addDesign: (name: string, file: Blob, answers: ReadAnswers = {}) =>
    json<DesignAnswer>('POST', `/designs?${readingQuery(name, answers).toString()}`, file),
  /** What a drawing comes to as patches, lines within `snap` mm being one seam; nothing is kept. */
  readMapDrawing: (file: File, snap: number, answers: ReadAnswers = {}) => {
    const query = readingQuery(file.name, answers);
    query.set('snap', `${snap}`);
    return json<MapDrawingAnswer>('POST', `/map-drawings?${query.toString()}`, file);
  },
  reviseDesign: (id: string, revision: RevisionRequest) =>
    json<DesignAnswer>('POST', `/designs/${id}/revisions`, revision),
  labelDesign: (id: string, labels: Partial<Pick<DesignAnswer, 'name' | 'kind' | 'tags'>>) =>
    json<DesignAnswer>('PATCH', `/designs/${id}`, labels),
  removeDesign: (id: string) => ask('DELETE', `/designs/${id}`),
  restoreDesign: (id: string) => ask('POST', `/designs/${id}/restore`),
  runs: (quiltId: string) => json<RunAnswer[]>('GET', `/quilts/${quiltId}/runs`),
  runPoints: (id: string) => strokes(`/runs/${id}/points`),
  runCloth: (id: string) => strokes(`/runs/${id}/cloth`),
  advance: (quiltId: string, kind: AdvanceKind, pass: number, rolled: number) =>
    json<AdvanceEvent[]>('POST', `/quilts/${quiltId}/advances`, { kind, pass, rolled }),
  advances: (quiltId: string) => json<AdvanceEvent[]>('GET', `/quilts/${quiltId}/advances`),
  recipes: () => json<KeptRecipeAnswer[]>('GET', '/recipes'),
  keepRecipe: (recipe: Omit<KeptRecipeAnswer, 'id'>) => json<KeptRecipeAnswer>('POST', '/recipes', recipe),
  removeRecipe: (id: string) => ask('DELETE', `/recipes/${id}`),
  restoreRecipe: (id: string) => ask('POST', `/recipes/${id}/restore`),
  frames: () => json<FrameAnswer[]>('GET', '/frames'),
  addFrame: (machine: Machine) => json<FrameAnswer>('POST', '/frames', { machine }),
  changeFrame: (id: string, machine: Machine) => json<FrameAnswer>('PUT', `/frames/${id}`, { machine }),
  removeFrame: (id: string) => ask('DELETE', `/frames/${id}`),
  restoreFrame: (id: string) => ask('POST', `/frames/${id}/restore`),
  frameAddress: () => json<FrameAddress>('GET', '/frame'),
  /** Puts a quilt on the frame, in place of the one that is there. */
  putOn: (quiltId: string) => ask('POST', `/quilts/${quiltId}/put-on`),
  /** `revision`: of the plan that the screen shows. */
  startRun: (quiltId: string, pieceId: string, revision: number) =>
    json<RunAnswer>('POST', `/quilts/${quiltId}/runs`, { pieceId, revision }),
  resumeRun: (id: string, back: number) => json<RunAnswer>('POST', `/runs/${id}/resume`, { back }),
  abandonRun: (id: string) => json<RunAnswer>('POST', `/runs/${id}/abandon`),
};

export const staleAnswer = (error: unknown): StaleAnswer | null =>
  error instanceof ApiError && error.code === 'stale' ? (error.answer as StaleAnswer) : null;

export const sentenceOf = (error: unknown): string =>
  error instanceof Error ? error.message : 'Something went wrong. Try again.';

/** What a file doesn't say of itself, when that is why it wasn't read. */
export const questionOf = (error: unknown): FileQuestion | null =>
  error instanceof ApiError && error.code === 'needsAnswer' ? (error.answer as QuestionAnswer).question : null;
