import type { Problem } from '@variatum/contracts';
import type { Server } from 'node:http';

const PROBLEMS: Readonly<Record<string, Pick<Problem, 'title' | 'status'>>> = {
  HPE_HEADER_OVERFLOW: { title: 'Headers too large', status: 431 },
  ERR_HTTP_REQUEST_TIMEOUT: { title: 'Request too slow', status: 408 },
};

/** Answers what cannot even be read as a request, with a problem document like everything else. */
export function answerUnreadable(server: Server): void {
  server.on('clientError', (error: NodeJS.ErrnoException, socket) => {
    if (!socket.writable || error.code === 'ECONNRESET') {
      socket.destroy();
      return;
    }
    const { title, status } = PROBLEMS[error.code ?? ''] ?? { title: 'Not a request', status: 400 };
    const body = JSON.stringify({
      type: 'about:blank',
      title,
      status,
      detail: 'This could not be read as an HTTP request.',
    } satisfies Problem);
    socket.end(
      `HTTP/1.1 ${status} ${title}
\nContent-Type: application/problem+json
\nContent-Length: ` +
        `${Buffer.byteLength(body)}
\nConnection: close
\n
\n${body}`,
    );
  });
}
