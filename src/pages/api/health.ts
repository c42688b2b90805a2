import type { APIRoute } from 'astro';
import { version } from '../../../package.json';
import { onlyGet } from './_respond';

export const prerender = false;
export const GET: APIRoute = () => Response.json({ ok: true, version });
export const ALL = onlyGet;
