import pino from 'pino';

/** What goes wrong, one JSON line each, on standard error; an `error` is written with its message and where it arose. */
export const log = pino(
  { level: process.env['LOG_LEVEL'] ?? 'warn', base: null, serializers: { error: pino.stdSerializers.err } },
  pino.destination(2)
);
