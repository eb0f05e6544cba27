import { checked, type DevicesAnswer, PairRequest } from '@gorse/contract';
import express, { type RequestHandler, type Router } from 'express';
import type { Config } from '../config.ts';
import { addressesOf } from '../devices/addresses.ts';
import type { Devices } from '../devices/devices.ts';
import { COOKIE } from '../devices/token.ts';
import { isAtHost, isOpen } from '../guard.ts';
import { Refusal } from '../refusal.ts';
import { makeRouter } from './make-router.ts';

const TEN_YEARS = 10 * 365 * 86_400_000;

/** Lets nobody in from the network who isn't paired. */
export const pairedOnly =
  (devices: Devices, config: Config): RequestHandler =>
  (request, _response, next) => {
    const comesIn = !isOpen(config) || isAtHost(request) || devices.of(request) !== null;
    next(
      comesIn
        ? undefined
        : new Refusal(
            'unpaired',
            'This device isn’t paired with Gorse. Make a code on the computer that Gorse runs on, and type it here.',
          ),
    );
  };

/** Pairing comes before the door; all else about devices is done at the host itself. */
export function deviceRoutes(
  devices: Devices,
  config: Config,
  port: number,
): { readonly pair: Router; readonly list: Router } {
  const pair = makeRouter();
  pair.post('/pair', express.json({ limit: 4096 }), async (request, response) => {
    const { code, name } = checked(PairRequest, request.body);
    const token = await devices.pair(code, name);
    const cookie = { httpOnly: true, sameSite: 'strict', secure: config.tls !== null, maxAge: TEN_YEARS } as const;
    response.cookie(COOKIE, token, cookie).status(204).end();
  });
  const list = makeRouter();
  list.use('/devices', (request, _response, next) => {
    const where = 'Devices are paired and removed on the computer that Gorse runs on. Open this page there.';
    next(isAtHost(request) ? undefined : new Refusal('forbidden', where));
  });
  list.get('/devices', (_request, response) => {
    const answer: DevicesAnswer = {
      addresses: isOpen(config) ? addressesOf(config, config.pagePort ?? port) : [],
      devices: devices.list(),
    };
    response.json(answer);
  });
  list.post('/devices/code', (_request, response) => void response.status(201).json(devices.makeCode()));
  list.delete('/devices/:id', async (request, response) => {
    await devices.remove(request.params.id);
    response.status(204).end();
  });
  return { pair, list };
}
