// Answers every request with the same bytes, which come in as the first input: what a page from memory is held against.
import { createServer } from 'node:http';

process.once('message', ({ html, port }) => {
  const bytes = Buffer.from(html);
  createServer((_request, response) => {
    response
      .writeHead(200, { 'Content-Type': 'text/html; charset=utf-8', 'Content-Length': bytes.length })
      .end(bytes);
  }).listen(port, '127.0.0.1', () => process.send?.('ready'));
});
