import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import { hostname, networkInterfaces } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import sirv from 'sirv';
import { logOnce } from './log';

// The server: files that were built, and the endpoints below /api. Bundled to dist/server/main.mjs; Astro's own handler stands beside it.

const HERE = path.dirname(fileURLToPath(import.meta.url));
const CLIENT = path.join(HERE, '../client');
const PORT = Number(process.env['PORT'] ?? 4321);
const HOST = process.env['HOST'] ?? '127.0.0.1';
const { handler } = (await import(new URL('./entry.mjs', import.meta.url).href)) as {
  handler: (req: IncomingMessage, res: ServerResponse, next: () => void) => Promise<void>;
};

/** What inline scripts a page of ours starts with; nothing else may run (CSP 3, W3C). The islands' starters are inline, and known to the byte. */
function inlineScripts(): string[] {
  const pages = readdirSync(CLIENT).filter((f) => f.endsWith('.html'));
  const hashes = new Set<string>();
  for (const page of pages)
    for (const [, attributes = '', code = ''] of readFileSync(path.join(CLIENT, page), 'utf8').matchAll(
      /<script([^>]*)>([\s\S]*?)<\/script>/g,
    ))
      if (!/\bsrc=/.test(attributes)) hashes.add(`'sha256-${createHash('sha256').update(code).digest('base64')}'`);
  return [...hashes];
}

const HEADERS: Readonly<Record<string, string>> = {
  'content-security-policy': [
    "default-src 'self'",
    `script-src 'self' ${inlineScripts().join(' ')}`,
    // Widths and colours are set on elements as they are drawn; styles cannot run.
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "connect-src 'self'",
    "worker-src 'self'",
    "manifest-src 'self'",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; '),
  'x-content-type-options': 'nosniff',
  'x-frame-options': 'DENY',
  'referrer-policy': 'no-referrer',
  'cross-origin-opener-policy': 'same-origin',
  'cross-origin-resource-policy': 'same-origin',
  'permissions-policy': 'camera=(), geolocation=(), payment=(), usb=()',
};

/** Threads in which letters are shaped: by a WebAssembly module of ours, which a thread's own policy has to allow (CSP 3, W3C). Pages run none. */
const SHAPES_LETTERS = /^\/_astro\/(?:drawing|sheet|plan)\.worker-[\w-]+\.js(?:\?|$)/;
const policyFor = (url: string, policy: string): string =>
  SHAPES_LETTERS.test(url) ? policy.replace("script-src 'self'", "script-src 'self' 'wasm-unsafe-eval'") : policy;

/**
 * Names under which this server may be asked for. A page elsewhere that lets its own name point here would otherwise be of the same origin as this one.
 */
function ownNames(): ReadonlySet<string> {
  const names = new Set(['localhost', '127.0.0.1', '::1', HOST.toLowerCase()]);
  for (const name of (process.env['ALLOWED_HOSTS'] ?? '').toLowerCase().split(/[\s,]+/)) if (name) names.add(name);
  if (!['127.0.0.1', 'localhost', '::1'].includes(HOST)) {
    names.add(hostname().toLowerCase());
    names.add(`${hostname().toLowerCase()}.local`);
    for (const { address } of Object.values(networkInterfaces()).flatMap((list) => list ?? [])) names.add(address);
  }
  return names;
}
const NAMES = ownNames();
const nameIn = (host: string): string =>
  host
    .toLowerCase()
    .replace(/:\d+$/, '')
    .replace(/^\[(.*)\]$/, '$1');

function refuse(res: ServerResponse, status: number, code: string, message: string): void {
  const body = JSON.stringify({ error: { code, message, path: '' } });
  res.writeHead(status, {
    'content-type': 'application/json',
    'content-length': Buffer.byteLength(body),
    'cache-control': 'no-store',
  });
  res.end(body);
}

/** Files with a hash in their name never change; the service worker and the pages are looked at anew each time. */
const files = sirv(CLIENT, {
  etag: true,
  brotli: true,
  gzip: true,
  single: false,
  extensions: ['html'],
  setHeaders: (res, pathname) => {
    res.setHeader(
      'cache-control',
      pathname.startsWith('/_astro/') ? 'public, max-age=31536000, immutable' : 'no-cache',
    );
  },
});

const notFound = readFileSync(path.join(CLIENT, '404.html'));

function answer(req: IncomingMessage, res: ServerResponse): void {
  for (const [name, value] of Object.entries(HEADERS))
    res.setHeader(name, name === 'content-security-policy' ? policyFor(req.url ?? '', value) : value);
  const { host } = req.headers;
  // Node keeps the first of two and says nothing; whoever stands between may have gone by the other (RFC 9112, 3.2).
  if (req.rawHeaders.filter((name, i) => i % 2 === 0 && name.toLowerCase() === 'host').length > 1) {
    refuse(res, 400, 'two-hosts', 'This call names two hosts. Send one Host header.');
    return;
  }
  if (host === undefined || !NAMES.has(nameIn(host))) {
    refuse(res, 421, 'wrong-host', 'This server is not called that. Set ALLOWED_HOSTS to add a name.');
    return;
  }
  const url = req.url ?? '/';
  const isApi = /^\/api(\/|$|\?)/.test(url);
  if (isApi) {
    if (['TRACE', 'CONNECT'].includes(req.method ?? '')) {
      refuse(res, 405, 'wrong-method', 'This method is not answered here.');
      return;
    }
    void handler(req, res, () => refuse(res, 404, 'unknown-path', 'There is nothing here.')).catch((error: unknown) => {
      logOnce(`A call failed: ${error instanceof Error ? error.message : String(error)}`);
      if (!res.headersSent) refuse(res, 500, 'our-fault', 'Something went wrong here. Please try again.');
      else res.destroy();
    });
    return;
  }
  if (req.method !== 'GET' && req.method !== 'HEAD') {
    refuse(res, 405, 'wrong-method', 'Pages are only read: use GET.');
    return;
  }
  // Every project is one page, whatever its address: the page reads it.
  if (/^\/project\//.test(url)) req.url = '/project';
  files(req, res, () => {
    res.writeHead(404, { 'content-type': 'text/html; charset=utf-8', 'cache-control': 'no-store' });
    res.end(notFound);
  });
}

/** Headers that are not there by then are cut off, and it is looked that often, ms. */
const SLOW = {
  headersTimeout: 10_000,
  requestTimeout: 30_000,
  connectionsCheckingInterval: 500,
  keepAliveTimeout: 5_000,
};
const server = createServer(SLOW, (req, res) => {
  try {
    answer(req, res);
  } catch (error) {
    logOnce(`A request failed: ${error instanceof Error ? error.message : String(error)}`);
    if (!res.headersSent) refuse(res, 400, 'bad-request', 'This request cannot be read.');
    else res.destroy();
  }
});
server.maxConnections = 1024;
server.on('clientError', (error: NodeJS.ErrnoException, socket) => {
  // Browsers open lines ahead of need: what was written on one that says nothing would be read as the answer to its next request.
  if (error.code === 'ERR_HTTP_REQUEST_TIMEOUT') socket.destroy();
  else if (socket.writable) socket.end('HTTP/1.1 400 Bad Request\r\nConnection: close\r\n\r\n');
});
server.on('error', (error) => {
  console.error(error.message);
  process.exit(1);
});
process.on('unhandledRejection', (reason) =>
  logOnce(`Unhandled: ${reason instanceof Error ? reason.message : String(reason)}`),
);
server.listen(PORT, HOST);
for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.on(signal, () => {
    server.closeAllConnections();
    server.close(() => process.exit(0));
  });
