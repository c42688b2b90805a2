import { defineMiddleware } from 'astro:middleware';

/** Nothing is loaded from elsewhere, and no foreign page may frame this one. The islands' small starters are inline, hence 'unsafe-inline'. */
const POLICY = [
  "default-src 'self'",
  "script-src 'self' 'unsafe-inline'",
  "style-src 'self' 'unsafe-inline'",
  "img-src 'self' data: blob:",
  "worker-src 'self' blob:",
  "object-src 'none'",
  "base-uri 'none'",
  "frame-ancestors 'none'",
].join('; ');

export const onRequest = defineMiddleware(async (_context, next) => {
  const response = await next();
  response.headers.set('content-security-policy', POLICY);
  response.headers.set('referrer-policy', 'no-referrer');
  return response;
});
