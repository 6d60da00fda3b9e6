import { createServer } from 'node:net';

/** Listens for a moment to learn whether a port is free; port 0 asks for any. */
function tryPort(port) {
  return new Promise((resolve, reject) => {
    const server = createServer();
    server.once('error', reject).listen(port, '127.0.0.1', () => {
      const { port: got } = server.address();
      server.close(() => resolve(got));
    });
  });
}

export const anyFreePort = () => tryPort(0);

/** The first free port from `wanted` upward. */
export async function firstFreePort(wanted) {
  for (let port = wanted; port < wanted + 20; port++) {
    try {
      return await tryPort(port);
    } catch (error) {
      if (error.code !== 'EADDRINUSE') throw error;
    }
  }
  return anyFreePort();
}
