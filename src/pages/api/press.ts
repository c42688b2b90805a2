import { jobRoute, onlyPost } from './_respond';

export const prerender = false;
export const POST = jobRoute((body) => ({ kind: 'press', body }));
export const ALL = onlyPost;
