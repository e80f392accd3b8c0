/**
 * Serves the built application. Its own few lines around the adapter's handler: says in one line when the port is taken,
 * answers what cannot be an address itself, tells the handler the truth about http, and finishes running requests
 * before it ends. Nothing a request brings ends the process.
 */
import { createServer } from 'node:http';
import { isIP } from 'node:net';
import compression from 'compression';
import { handler } from '../../build/handler.js';

const host = process.env.HOST ?? '127.0.0.1';
const port = Number(process.env.PORT);
const behindProxy = process.env.TRUST_PROXY === '1';

/** Pages and JSON go out compressed, in threads of zlib; scripts and styles were compressed when they were built, flights are already. */
const compress = compression();

/** Requests still running when the process has to end are waited for so long. */
const LAST_REQUESTS_MS = 2000;

function complain(what, error) {
  process.stderr.write(
    `${JSON.stringify({ level: 50, time: Date.now(), msg: what, err: { message: error?.message ?? String(error), stack: error?.stack } })}\n`
  );
}

/** Whether the path can be read as text at all: `/%` and `/%ff` cannot, and the handler would throw on them. */
function isReadable(address) {
  try {
    decodeURIComponent(address.split('?', 1)[0]);
    return !/%00|[\0\r\n]/i.test(address);
  } catch {
    return false;
  }
}

function refuse(response, status, words) {
  if (response.headersSent) return response.destroy();
  response.writeHead(status, { 'content-type': 'text/plain; charset=utf-8', connection: 'close' });
  response.end(`${words}\n`);
}

/** What is too large to be taken is read out up to this size all the same. */
const READ_OUT_BYTES = 32_000_000;

/**
 * An answer that comes before all has been sent is lost with the socket it closes: who sends too much would see a broken
 * connection, and try again for ever. So the answer ends when the request has.
 */
function answerAfterReading(request, response) {
  const end = response.end;
  response.end = (...last) => {
    const size = Number(request.headers['content-length'] ?? 0);
    if (request.complete || request.destroyed || !(size <= READ_OUT_BYTES)) return end.apply(response, last);
    request.once('close', () => end.apply(response, last));
    request.resume();
    return response;
  };
}

const server = createServer(async (request, response) => {
  answerAfterReading(request, response);
  response.setHeader('x-content-type-options', 'nosniff');
  if (!isReadable(request.url)) return refuse(response, 400, 'This address cannot be read.');
  if (!behindProxy) {
    request.headers['x-forwarded-proto'] = 'http';
    delete request.headers['x-forwarded-for'];
  }
  try {
    await new Promise((done, failed) =>
      compress(request, response, () =>
        Promise.resolve(handler(request, response, () => refuse(response, 404, 'Not found.'))).then(
          done,
          failed
        )
      )
    );
  } catch (error) {
    complain('request failed', error);
    refuse(response, 500, 'Something failed on the server. Nothing that was saved is lost.');
  }
});

server.on('clientError', (_, socket) => {
  if (socket.writable) socket.end('HTTP/1.1 400 Bad Request\r\nconnection: close\r\n\r\n');
});

server.on('error', (error) => {
  const why = {
    EADDRINUSE: `port ${port} is in use; choose another with PORT=…`,
    EACCES: `port ${port} is not allowed to this user`
  };
  process.stderr.write(`hanza: ${why[error.code] ?? error.message}\n`);
  process.exit(1);
});
server.listen({ host, port }, () => {
  const shown = isIP(host) === 6 ? `[${host}]` : host;
  process.send?.({ address: `http://${shown}:${server.address().port}/` });
});

function finish(code) {
  server.close(() => process.exit(code));
  server.closeIdleConnections();
  setTimeout(() => process.exit(code), LAST_REQUESTS_MS).unref();
}

for (const signal of ['SIGINT', 'SIGTERM']) process.once(signal, () => finish(0));
// A promise nobody waited for harms nobody else. After an uncaught exception the state is not to be trusted: what is
// running is finished, and the process is started afresh by the one that started it.
process.on('unhandledRejection', (error) => complain('a promise was rejected', error));
process.once('uncaughtException', (error) => {
  complain('uncaught exception', error);
  finish(1);
});
