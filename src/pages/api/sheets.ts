import { jobRoute, onlyPost } from './_respond';

export const prerender = false;
export const POST = jobRoute((body, query) => ({ kind: 'sheets', body, query }));
export const ALL = onlyPost;
