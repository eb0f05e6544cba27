import {
  AdvanceRequest,
  checked,
  checkedEdit,
  checkedRevision,
  DesignExportQuery,
  DesignLabelsRequest,
  ExportQuery,
  type FrameAddress,
  FrameRequest,
  KeptRecipeRequest,
  type HealthAnswer,
  LARGEST_FILE,
  MapDrawingQuery,
  NewDesignQuery,
  NewQuiltRequest,
  NewRunRequest,
  ResumeRequest,
  ShelfQuery,
  SheetQuery,
  ShoppingQuery,
} from '@gorse/contract';
import express, { type Response, type Router } from 'express';
import {
  addDesign,
  designSource,
  designStrokes,
  labelDesign,
  readMapDrawing,
  reviseDesign,
  setDesignInLibrary,
} from '../actions/designs.ts';
import { exportDesign, exportQuilt, printedFor, printQuilt, printShopping } from '../actions/files.ts';
import { keepRecipe, listRecipes, setRecipeListed } from '../actions/kept-recipes.ts';
import { addFrame, changeFrame, listFrames, setFrameListed } from '../actions/frames.ts';
import { addPhoto, getPhoto } from '../actions/photos.ts';
import { copyQuilt, editQuilt, getQuilt, makeQuilt, setQuiltOnShelf } from '../actions/quilts.ts';
import { makeRouter } from './make-router.ts';
import { Pictures } from '../actions/pictures.ts';
import { listQuilts } from '../actions/shelf.ts';
import { found, Refusal } from '../refusal.ts';
import type { ExportFile } from '../export/export-sheet.ts';
import type { FrameDesk } from '../frame/frame-desk.ts';
import type { Database } from '../store/database.ts';
import { DATABASE_GONE } from '../store/gone.ts';
import type { ReadingDesk } from '../work/reading-desk.ts';
import type { WorkDesk } from '../work/work-desk.ts';
import { listDesigns } from '../store/design-store.ts';
import { listAdvances } from '../store/advance-store.ts';
import { findRunCloth, findRunPoints, listRuns } from '../store/run-store.ts';

const BINARY = 'application/octet-stream';

/** Where long work is done, that none of it waits for what is less urgent. */
export interface Threads {
  readonly reading: ReadingDesk;
  readonly planning: WorkDesk;
  readonly drawing: WorkDesk;
}

const bodyOf = ({ body }: ExportFile): string | Buffer => (typeof body === 'string' ? body : Buffer.from(body));

/** A file that was sent as it is. */
function bytesOf(body: unknown, file: string): Uint8Array {
  if (!(body instanceof Uint8Array) || body.length === 0)
    throw new Refusal('cannotRead', `${file} is empty. Save it again and drop that file.`);
  return body;
}

/** Aborted when the one who asked has gone. */
function wantedBy(response: Response): AbortSignal {
  const wanted = new AbortController();
  response.on('close', () => wanted.abort());
  return wanted.signal;
}

/** The API. Each route checks its input by the contract, calls one action and sends what it gives. */
export function apiRoutes(
  database: Database,
  desk: FrameDesk,
  { reading, planning, drawing }: Threads,
  version: string,
): Router {
  const api = makeRouter();
  const json = express.json({ limit: LARGEST_FILE, strict: true });
  const pictures = new Pictures(database, drawing);

  api.get('/health', async (_request, response) => {
    await database.ping().catch((error: unknown) => {
      throw error instanceof Refusal ? error : new Refusal('unavailable', DATABASE_GONE);
    });
    response.json({ status: 'ok', version } satisfies HealthAnswer);
  });

  api.get('/frame', (_request, response) => void response.json({ port: desk.screensPort } satisfies FrameAddress));

  api.get(
    '/quilts',
    async (request, response) =>
      void response.json(await listQuilts(database, checked(ShelfQuery, { ...request.query }))),
  );
  api.post('/quilts', json, async (request, response) => {
    response.status(201).json(await makeQuilt(database, checked(NewQuiltRequest, request.body)));
  });
  api.get('/quilts/:id', async (request, response) => void response.json(await getQuilt(database, request.params.id)));
  api.delete('/quilts/:id', async (request, response) => {
    await setQuiltOnShelf(database, request.params.id, false);
    response.status(204).end();
  });
  api.post('/quilts/:id/restore', async (request, response) => {
    await setQuiltOnShelf(database, request.params.id, true);
    response.status(204).end();
  });
  api.post(
    '/quilts/:id/copy',
    async (request, response) => void response.status(201).json(await copyQuilt(database, request.params.id)),
  );
  api.post('/quilts/:id/edits', json, async (request, response) => {
    const edit = checkedEdit(request.body);
    const answer = await editQuilt(database, request.params.id, edit);
    desk.edited(request.params.id, edit.diff);
    response.json(answer);
  });
  api.post('/quilts/:id/photos', express.raw({ type: () => true, limit: LARGEST_FILE }), async (request, response) => {
    response.status(201).json(await addPhoto(database, request.params.id, bytesOf(request.body, 'The photo')));
  });
  api.get('/quilts/:id/photos/:photo', async (request, response) => {
    const { type, source } = await getPhoto(database, request.params.id, request.params.photo);
    response.set('Cache-Control', 'private, max-age=31536000, immutable').type(type).send(Buffer.from(source));
  });
  api.get('/quilts/:id/picture', async (request, response) => {
    response.json(await pictures.of(request.params.id, wantedBy(response)));
  });
  api.get('/quilts/:id/export', async (request, response) => {
    const { format, of } = checked(ExportQuery, { ...request.query });
    const file = await exportQuilt(database, planning, request.params.id, format, of, wantedBy(response));
    response.attachment(file.name).type(file.type).send(bodyOf(file));
  });

  api.get('/quilts/:id/row-sheet', async (request, response) => {
    const asked = printedFor(checked(SheetQuery, { ...request.query }));
    const file = await printQuilt(database, planning, 'rowSheet', request.params.id, asked, wantedBy(response));
    response.attachment(file.name).type(file.type).send(bodyOf(file));
  });
  api.get('/quilts/:id/pass-sheets', async (request, response) => {
    const asked = printedFor(checked(SheetQuery, { ...request.query }));
    const file = await printQuilt(database, planning, 'passSheets', request.params.id, asked, wantedBy(response));
    response.attachment(file.name).type(file.type).send(bodyOf(file));
  });

  api.get('/quilts/:id/shopping-sheet', async (request, response) => {
    const query = checked(ShoppingQuery, { ...request.query });
    const file = await printShopping(database, planning, request.params.id, query, wantedBy(response));
    response.attachment(file.name).type(file.type).send(bodyOf(file));
  });

  api.get('/designs', async (_request, response) => void response.json(await listDesigns(database.read)));
  api.post('/designs', express.raw({ type: () => true, limit: LARGEST_FILE }), async (request, response) => {
    const query = checked(NewDesignQuery, { ...request.query });
    response.status(201).json(await addDesign(database, reading, query, bytesOf(request.body, query.file)));
  });
  api.post('/map-drawings', express.raw({ type: () => true, limit: LARGEST_FILE }), async (request, response) => {
    const query = checked(MapDrawingQuery, { ...request.query });
    response.json(await readMapDrawing(reading, query, bytesOf(request.body, query.file)));
  });
  api.get('/designs/:id/strokes', async (request, response) => {
    response
      .set('Cache-Control', 'private, max-age=31536000, immutable')
      .type(BINARY)
      .send(Buffer.from(await designStrokes(database, request.params.id)));
  });
  api.get('/designs/:id/source', async (request, response) => {
    const { file, bytes } = await designSource(database, request.params.id);
    response.attachment(file).type(BINARY).send(Buffer.from(bytes));
  });
  api.get('/designs/:id/export', async (request, response) => {
    const query = checked(DesignExportQuery, { ...request.query });
    const file = await exportDesign(database, planning, request.params.id, query, wantedBy(response));
    response.attachment(file.name).type(file.type).send(bodyOf(file));
  });
  api.post('/designs/:id/revisions', json, async (request, response) => {
    const { edits, name } = checkedRevision(request.body);
    response.status(201).json(await reviseDesign(database, reading, request.params.id, edits, name));
  });
  api.patch('/designs/:id', json, async (request, response) => {
    response.json(await labelDesign(database, request.params.id, checked(DesignLabelsRequest, request.body)));
  });
  api.delete('/designs/:id', async (request, response) => {
    await setDesignInLibrary(database, request.params.id, false);
    response.status(204).end();
  });
  api.post('/designs/:id/restore', async (request, response) => {
    await setDesignInLibrary(database, request.params.id, true);
    response.status(204).end();
  });

  api.get('/frames', async (_request, response) => void response.json(await listFrames(database)));
  api.post('/frames', json, async (request, response) => {
    response.status(201).json(await addFrame(database, checked(FrameRequest, request.body).machine));
  });
  api.put('/frames/:id', json, async (request, response) => {
    response.json(await changeFrame(database, request.params.id, checked(FrameRequest, request.body).machine));
  });
  api.delete('/frames/:id', async (request, response) => {
    await setFrameListed(database, request.params.id, false);
    response.status(204).end();
  });
  api.post('/frames/:id/restore', async (request, response) => {
    await setFrameListed(database, request.params.id, true);
    response.status(204).end();
  });

  api.get('/recipes', async (_request, response) => void response.json(await listRecipes(database)));
  api.post('/recipes', json, async (request, response) => {
    response.status(201).json(await keepRecipe(database, checked(KeptRecipeRequest, request.body)));
  });
  api.delete('/recipes/:id', async (request, response) => {
    await setRecipeListed(database, request.params.id, false);
    response.status(204).end();
  });
  api.post('/recipes/:id/restore', async (request, response) => {
    await setRecipeListed(database, request.params.id, true);
    response.status(204).end();
  });

  api.post('/quilts/:id/put-on', async (request, response) => {
    await desk.putOn(request.params.id);
    response.status(204).end();
  });
  api.get('/quilts/:id/advances', async (request, response) => {
    response.json(await listAdvances(database.read, request.params.id));
  });
  api.post('/quilts/:id/advances', json, async (request, response) => {
    response.status(201).json(await desk.advance(request.params.id, checked(AdvanceRequest, request.body)));
  });

  api.get(
    '/quilts/:id/runs',
    async (request, response) => void response.json(await listRuns(database.read, request.params.id)),
  );
  api.post('/quilts/:id/runs', json, async (request, response) => {
    const { pieceId, revision } = checked(NewRunRequest, request.body);
    response.status(201).json(await desk.start(request.params.id, pieceId, revision));
  });
  api.get('/runs/:id/points', async (request, response) => {
    response.type(BINARY).send(Buffer.from(found(await findRunPoints(database.read, request.params.id), 'run')));
  });
  api.get('/runs/:id/cloth', async (request, response) => {
    response.type(BINARY).send(Buffer.from(found(await findRunCloth(database.read, request.params.id), 'run')));
  });
  api.post('/runs/:id/resume', json, async (request, response) => {
    response.json(await desk.resume(request.params.id, checked(ResumeRequest, request.body).back));
  });
  api.post('/runs/:id/abandon', async (request, response) => void response.json(await desk.abandon(request.params.id)));

  api.use((_request, _response, next) => {
    next(new Refusal('notFound', 'There is nothing at this address.'));
  });
  return api;
}
