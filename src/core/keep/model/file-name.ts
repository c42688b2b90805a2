/** A stem for a file name that every system takes: letters of any script and digits, joined by dashes. @param fallback for a name that has none */
export const fileStem = (name: string, fallback = 'project'): string =>
  name
    .normalize('NFKC')
    .replace(/[^\p{L}\p{N}\p{M}\s_-]/gu, '')
    .trim()
    .replace(/[\s_]+/g, '-')
    .toLowerCase()
    .slice(0, 80) || fallback;
