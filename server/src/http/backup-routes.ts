import type { Router } from 'express';
import { openQuiltFile, saveQuiltFile } from '../backup/quilt-file.ts';
import type { Backups } from '../backup/backups.ts';
import type { FrameDesk } from '../frame/frame-desk.ts';
import type { Database } from '../store/database.ts';
import { makeRouter } from './make-router.ts';

/** Everything kept in files: backups, and single quilts that go elsewhere. */
export function backupRoutes(
  database: Database,
  backups: Backups,
  desk: FrameDesk,
  dataFolder: string,
  version: string,
): Router {
  const api = makeRouter();
  api.get('/backups', async (_request, response) => void response.json(await backups.list()));
  api.post('/backups', async (_request, response) => void response.status(201).json(await backups.make('by-hand')));
  api.post('/backups/from-elsewhere', async (request, response) => {
    response.status(201).json(await backups.take(request));
  });
  api.get('/backups/:name', async (request, response) => {
    response.download(await backups.path(request.params.name), `gorse-${request.params.name}`);
  });
  api.post('/backups/:name/restore', async (request, response) => {
    await backups.restore(request.params.name, (work) => desk.replaceAll(work));
    response.status(204).end();
  });

  api.get('/quilts/:id/file', async (request, response) => {
    await saveQuiltFile(database, dataFolder, version, request.params.id, ({ path, name }) => {
      response.attachment(name);
      return new Promise((resolve, reject) => {
        response.sendFile(path, (error: Error | undefined) =>
          error && !response.headersSent ? reject(error) : resolve(),
        );
      });
    });
  });
  api.post('/quilts/file', async (request, response) => {
    response.status(201).json(await openQuiltFile(database, dataFolder, request));
  });
  return api;
}
