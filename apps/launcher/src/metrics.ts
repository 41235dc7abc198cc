import { createServer, type Server } from 'node:http';
import { AggregatorRegistry } from 'prom-client';
import { PlainError } from './say';

/**
 * Figures of all server processes together, for a Prometheus server on this machine: `GET /metrics`.
 * @throws PlainError
 */
export function serveMetrics(port: number): Promise<Server> {
  const registry = new AggregatorRegistry();
  const server = createServer((request, response) => {
    if (request.url !== '/metrics') {
      response.writeHead(404).end();
      return;
    }
    registry.clusterMetrics().then(
      (text) => response.writeHead(200, { 'Content-Type': registry.contentType }).end(text),
      () => response.writeHead(503).end(),
    );
  });
  return new Promise((resolve, reject) => {
    server.on('error', () => reject(new PlainError(`port ${port} is taken; give another --metrics-port`)));
    server.listen(port, '127.0.0.1', () => resolve(server));
  });
}
