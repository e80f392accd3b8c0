import pino from 'pino';

/** What goes wrong, one JSON line each, on standard error. */
export const log = pino({ level: process.env['LOG_LEVEL'] ?? 'warn', base: null }, pino.destination(2));
