import type { APIRoute } from 'astro';
import { z } from 'zod';
import { nth } from '~/core/base/lists';
import { ironReadings, SIMULATED_IRONS } from '~/core/intake/standin';
import { errorAnswer } from '~/workers/job';
import { onlyGet } from './_respond';

// A stand-in for an iron thermometer: readings as they would come over a wire, sped up, one JSON object a line.

const query = z.object({
  iron: z.coerce
    .number()
    .int()
    .min(0)
    .max(SIMULATED_IRONS.length - 1)
    .default(0),
  mark: z.coerce.number().int().min(0).max(9).default(0),
  seconds: z.coerce.number().min(1).max(1200).default(240),
  startC: z.coerce.number().min(0).max(250).default(20),
  /** Simulated seconds in a real one. */
  speed: z.coerce.number().min(1).max(500).default(30),
  /** Set down on cold cloth from this second on. */
  down: z.coerce.number().min(0).max(1200).optional(),
});
/** Every call ends within 30 s. */
const MOST_REAL_S = 25;
const TICK_MS = 100;

export const prerender = false;
export const GET: APIRoute = ({ url }) => {
  const parsed = query.safeParse(Object.fromEntries(url.searchParams));
  if (!parsed.success) {
    const issue = nth(parsed.error.issues, 0);
    const answer = errorAnswer(400, {
      code: 'bad-query',
      message: `“${issue.path.join('.')}” in the address cannot be used: ${issue.message}.`,
      path: issue.path.join('.'),
    });
    return new Response(answer.body, { status: 400, headers: { 'content-type': 'application/json' } });
  }
  const q = parsed.data;
  const iron = nth(SIMULATED_IRONS, q.iron);
  const readings = ironReadings(
    iron,
    Math.min(q.mark, iron.marks.length - 1),
    Math.min(q.seconds, q.speed * MOST_REAL_S),
    q.startC,
    q.down ?? null,
  );
  const encoder = new TextEncoder();
  let timer: NodeJS.Timeout | undefined;
  const body = new ReadableStream<Uint8Array>({
    start(controller) {
      let due = 0;
      timer = setInterval(() => {
        due += (q.speed * TICK_MS) / 1000;
        while (due >= 1) {
          due -= 1;
          const next = readings.next();
          if (next.done) {
            clearInterval(timer);
            controller.close();
            return;
          }
          controller.enqueue(encoder.encode(`${JSON.stringify(next.value)}\n`));
        }
      }, TICK_MS);
    },
    cancel() {
      clearInterval(timer);
    },
  });
  return new Response(body, {
    headers: {
      'content-type': 'application/x-ndjson',
      'cache-control': 'no-store',
    },
  });
};
export const ALL = onlyGet;
