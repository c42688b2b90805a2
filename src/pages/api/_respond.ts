import type { APIRoute } from 'astro';
import { letIn, type Ticket } from '~/server/in-flight';
import { busy, GONE, runInPool } from '~/server/pool';
import { BODY_LIMIT_BYTES, errorAnswer, type JobAnswer, type JobWork } from '~/workers/job';

/** A header names files in ASCII; what else a name holds follows encoded (RFC 6266, RFC 8187). */
const asAttachment = (filename: string): string => {
  const plain = filename.replace(/[^\x20-\x7e]/g, '_');
  return `attachment; filename="${plain}"${plain === filename ? '' : `; filename*=UTF-8''${encodeURIComponent(filename)}`}`;
};

function toResponse(answer: JobAnswer): Response {
  const headers = new Headers({ 'content-type': answer.type, 'cache-control': 'no-store' });
  if (answer.filename) headers.set('content-disposition', asAttachment(answer.filename));
  if (answer.retryAfterS) headers.set('retry-after', String(answer.retryAfterS));
  return new Response(answer.body, { status: answer.status, headers });
}

/** A sender that is cut off in the middle never sees our answer: what comes too much is read and dropped, up to this. */
const DRAIN_BYTES = 4 * BODY_LIMIT_BYTES;

type Body =
  | { readonly ok: true; readonly text: string }
  | { readonly ok: false; readonly why: 'too-large' | 'busy' | 'gone' };

/** Reads a body up to the limit, whatever the header claimed. */
async function readLimited(request: Request, ticket: Ticket): Promise<Body> {
  const reader = request.body?.getReader();
  if (!reader) return { ok: true, text: '' };
  const decoder = new TextDecoder();
  let parts: string[] = [];
  let size = 0;
  let full = false;
  for (;;) {
    // A caller that goes away in the middle is no fault of anyone's.
    const read = await reader.read().catch(() => null);
    if (!read) return { ok: false, why: 'gone' };
    const { done, value } = read;
    if (done) break;
    size += value.byteLength;
    if (size > DRAIN_BYTES) {
      await reader.cancel();
      return { ok: false, why: 'too-large' };
    }
    full ||= size <= BODY_LIMIT_BYTES && !ticket.add(value.byteLength);
    if (full || size > BODY_LIMIT_BYTES) parts = [];
    else parts.push(decoder.decode(value, { stream: true }));
  }
  if (full) return { ok: false, why: 'busy' };
  if (size > BODY_LIMIT_BYTES) return { ok: false, why: 'too-large' };
  return { ok: true, text: parts.join('') + decoder.decode() };
}

/** An endpoint that takes JSON and does one job with it. */
export function jobRoute(toJob: (body: string, query: Record<string, string>) => JobWork): APIRoute {
  return async ({ request, url }) => {
    if (!/^application\/json\b/i.test(request.headers.get('content-type') ?? ''))
      return toResponse(
        errorAnswer(415, { code: 'not-json', message: 'Send the project as application/json.', path: '' }),
      );
    const ticket = letIn();
    if (!ticket) return toResponse(busy);
    try {
      const body = await readLimited(request, ticket);
      if (!body.ok && body.why === 'busy') return toResponse(busy);
      if (!body.ok && body.why === 'gone') return toResponse(GONE);
      if (!body.ok)
        return toResponse(
          errorAnswer(413, {
            code: 'too-large',
            message: 'The project is larger than 16 MB. Split it, or simplify its outlines.',
            path: '',
          }),
        );
      return toResponse(await runInPool(toJob(body.text, Object.fromEntries(url.searchParams)), request.signal));
    } finally {
      ticket.done();
    }
  };
}

/** Every other method is answered in the same words. */
export const onlyPost: APIRoute = () =>
  toResponse(errorAnswer(405, { code: 'wrong-method', message: 'Use POST, with the project as the body.', path: '' }));
/** As {@link onlyPost}, for what is only read. */
export const onlyGet: APIRoute = () =>
  toResponse(errorAnswer(405, { code: 'wrong-method', message: 'Use GET here.', path: '' }));
