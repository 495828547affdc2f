import type { IncomingMessage, ServerResponse } from 'node:http';
import type { Logger } from 'pino';
import { pino } from 'pino';
import type { HttpLogger } from 'pino-http';
import { pinoHttp } from 'pino-http';

/**
 * The server's log, one JSON line an event. It never holds headers, cookies, bodies, query strings or the parameters of
 * a database query: an address can carry an owner's name, a parameter a password's hash.
 */
export function createLog(level: string, destination?: pino.DestinationStream): Logger {
  const options = { level, serializers: { err: plainError } };
  return destination ? pino(options, destination) : pino(options);
}

/** One line a request: method, path without its query, status, time. */
export function requestLog(logger: Logger): HttpLogger {
  return pinoHttp({
    logger,
    autoLogging: { ignore: (request) => request.url === '/healthz' || request.url === '/readyz' },
    wrapSerializers: false,
    serializers: {
      req: ({ method, url }: IncomingMessage) => ({ method, path: url?.split('?')[0] }),
      res: ({ statusCode }: ServerResponse) => ({ status: statusCode }),
      err: plainError,
    },
  });
}

/** What failed, by the innermost cause: its name, code, message and where; a query's own text and parameters stay out. */
function plainError(error: unknown): object {
  if (!(error instanceof Error)) return { message: typeof error };
  const cause = rootOf(error);
  const code = 'code' in cause ? cause.code : undefined;
  const at = error.stack?.split('\n').filter((line) => /^\s+at /.test(line));
  return { name: cause.name, code, message: cause.message, at: at?.slice(0, 6).map((line) => line.trim()) };
}

function rootOf(error: Error): Error {
  return error.cause instanceof Error ? rootOf(error.cause) : error;
}
