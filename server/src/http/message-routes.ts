import type { Router } from 'express';
import type { RecentMessages } from '../recent-messages.ts';
import { makeRouter } from './make-router.ts';

/** What happened lately. */
export function messageRoutes(messages: RecentMessages, version: string): Router {
  const api = makeRouter();
  api.get('/messages', (_request, response) => void response.json(messages.list()));
  api.get('/messages/file', (_request, response) => {
    response.attachment('gorse-messages.txt').type('text/plain').send(messages.text(version));
  });
  return api;
}
