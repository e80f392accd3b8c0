/**
 * Serves the built application. Its own few lines around the adapter's handler: says in one line when the port is taken,
 * tells the handler the truth about http, and finishes running requests before it ends.
 */
import { createServer } from 'node:http';
import { isIP } from 'node:net';
import { handler } from '../../build/handler.js';

const host = process.env.HOST ?? '127.0.0.1';
const port = Number(process.env.PORT);
const behindProxy = process.env.TRUST_PROXY === '1';

const server = createServer((request, response) => {
  if (!behindProxy) request.headers['x-forwarded-proto'] = 'http';
  handler(request, response, () => {
    response.statusCode = 404;
    response.end('Not found');
  });
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

for (const signal of ['SIGINT', 'SIGTERM']) {
  process.once(signal, () => {
    server.close(() => process.exit(0));
    server.closeIdleConnections();
    setTimeout(() => server.closeAllConnections(), 2000).unref();
  });
}
