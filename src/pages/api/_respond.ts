import type { APIRoute } from 'astro';
import { BODY_LIMIT_BYTES, errorAnswer, type Job, type JobAnswer } from '~/workers/job';
import { runInPool } from './_pool';

function toResponse(answer: JobAnswer): Response {
  const headers = new Headers({
    'content-type': answer.type,
    'cache-control': 'no-store',
    'x-content-type-options': 'nosniff',
  });
  if (answer.filename) headers.set('content-disposition', `attachment; filename="${answer.filename}"`);
  return new Response(answer.body, { status: answer.status, headers });
}

/** A sender that is cut off in the middle never sees our answer: what comes too much is read and dropped, up to this. */
const DRAIN_BYTES = 4 * BODY_LIMIT_BYTES;

/** Reads a body up to the limit; null when it is larger, whatever the header claimed. */
async function readLimited(request: Request): Promise<string | null> {
  const reader = request.body?.getReader();
  if (!reader) return '';
  const decoder = new TextDecoder();
  let text = '';
  let size = 0;
  for (;;) {
    const { done, value } = await reader.read();
    if (done) return size > BODY_LIMIT_BYTES ? null : text + decoder.decode();
    size += value.byteLength;
    if (size > DRAIN_BYTES) {
      await reader.cancel();
      return null;
    }
    if (size > BODY_LIMIT_BYTES) text = '';
    else text += decoder.decode(value, { stream: true });
  }
}

/** An endpoint that takes JSON and does one job with it. */
export function jobRoute(toJob: (body: string, query: Record<string, string>) => Job): APIRoute {
  return async ({ request, url }) => {
    if (!/^application\/json\b/i.test(request.headers.get('content-type') ?? ''))
      return toResponse(
        errorAnswer(415, { code: 'not-json', message: 'Send the project as application/json.', path: '' }),
      );
    const body = await readLimited(request);
    if (body === null)
      return toResponse(
        errorAnswer(413, {
          code: 'too-large',
          message: 'The project is larger than 16 MB. Split it, or simplify its outlines.',
          path: '',
        }),
      );
    return toResponse(await runInPool(toJob(body, Object.fromEntries(url.searchParams))));
  };
}

/** Every other method is answered in the same words. */
export const onlyPost: APIRoute = () =>
  toResponse(errorAnswer(405, { code: 'wrong-method', message: 'Use POST, with the project as the body.', path: '' }));
