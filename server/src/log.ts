import { type DestinationStream, type Logger, multistream, pino, stdSerializers } from 'pino';

/** What a query was asked with is nobody's business but the database's. */
const withoutParameters = (text: string): string => text.replace(/\nparams: [\s\S]*?(?=\n {4}at |$)/, '');

/**
 * The messages of Gorse: an error has its message and where it happened. From `level` on they are printed; from `info` on they are remembered
 * as well, so that what happened can be looked up.
 */
export const makeLog = (level: string, memory: DestinationStream | null = null): Logger =>
  pino(
    {
      level: memory === null || pino.levels.values[level]! < pino.levels.values.info! ? level : 'info',
      base: null,
      serializers: {
        err(error: Error) {
          const { type, message, stack } = stdSerializers.err(error);
          return { type, message: withoutParameters(message), stack: withoutParameters(stack) };
        },
      },
    },
    multistream([
      { level: level as 'info', stream: process.stdout },
      ...(memory === null ? [] : [{ level: 'info' as const, stream: memory }]),
    ]),
  );
