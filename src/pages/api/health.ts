import type { APIRoute } from 'astro';
import { version } from '../../../package.json';

export const GET: APIRoute = () => Response.json({ ok: true, version });
