import { ContractError, type ErrorAnswer, LARGEST_FILE } from '@gorse/contract';
import { UnreadablePlan } from '@gorse/core';
import type { ErrorRequestHandler, Response } from 'express';
import { Refusal } from '../refusal.ts';
import { DATABASE_GONE, isGone } from '../store/gone.ts';

/** Any error as the answer that tells of it; null for one that nobody expected. */
export function refusalOf(error: unknown): Refusal | null {
  if (error instanceof Refusal) return error;
  if (error instanceof ContractError)
    return new Refusal('badInput', `This can't be taken: ${error.message}`, error.details);
  if (error instanceof UnreadablePlan) return new Refusal('refused', error.message);
  if (isGone(error)) return new Refusal('unavailable', DATABASE_GONE);
  const { type } = error as { type?: unknown };
  if (type === 'entity.too.large') {
    return new Refusal(
      'tooLarge',
      `This is larger than ${LARGEST_FILE / 1024 / 1024} MB. Simplify the drawing or save its parts as separate files.`,
    );
  }
  if (type === 'entity.parse.failed')
    return new Refusal('badInput', 'The body is not valid JSON. Send one JSON object.');
  const { status } = error as { status?: unknown };
  if (typeof status === 'number' && status >= 400 && status < 500)
    return new Refusal('badInput', 'The request can’t be read. Check its address and headers.');
  return null;
}

export function sendRefusal(response: Response, refusal: Refusal): void {
  const answer: ErrorAnswer = { code: refusal.code, message: refusal.message, details: refusal.details };
  response.status(refusal.status).json({ ...answer, ...refusal.extra });
}

export const onError: ErrorRequestHandler = (error: unknown, request, response, next) => {
  if (response.headersSent) {
    next(error);
    return;
  }
  const refusal = refusalOf(error);
  if (!refusal) request.log.error({ err: error }, 'a request failed');
  sendRefusal(
    response,
    refusal ??
      new Refusal(
        'failed',
        'Something went wrong here; nothing was changed. Try again, and look at the server’s messages if it stays.',
      ),
  );
};
