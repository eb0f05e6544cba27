import { isId } from '@gorse/contract';
import { Router } from 'express';
import { Refusal } from '../refusal.ts';

/** A router on which no `:id` is anything but an id. */
export function makeRouter(): Router {
  const router = Router();
  router.param('id', (_request, _response, next, id: string) => {
    next(isId(id) ? undefined : new Refusal('notFound', 'There is nothing at this address.'));
  });
  return router;
}
