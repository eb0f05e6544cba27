import { type Logger, pino, stdSerializers } from 'pino';

/** What a query was asked with is nobody's business but the database's. */
const withoutParameters = (text: string): string => text.replace(/\nparams: [\s\S]*?(?=\n {4}at |$)/, '');

/** The messages of one of Gorse's processes: an error has its message and where it happened. */
export const makeLog = (level: string, name?: string): Logger =>
  pino({
    level,
    ...(name === undefined ? {} : { name }),
    serializers: {
      err(error: Error) {
        const { type, message, stack } = stdSerializers.err(error);
        return { type, message: withoutParameters(message), stack: withoutParameters(stack) };
      },
    },
  });
