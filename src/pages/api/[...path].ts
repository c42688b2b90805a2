import type { APIRoute } from 'astro';

export const prerender = false;
/** Every other address below /api. */
export const ALL: APIRoute = () =>
  Response.json(
    {
      error: {
        code: 'unknown-path',
        message:
          'There is nothing here. Known are /api/health, /api/plan, /api/nest, /api/press, /api/sheets and /api/iron.',
        path: '',
      },
    },
    { status: 404 },
  );
