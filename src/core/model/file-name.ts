/** A stem for a file name that every system takes: letters and digits, joined by dashes. @param fallback for a name that has none */
export const fileStem = (name: string, fallback = 'project'): string =>
  name
    .normalize('NFKD')
    .replace(/[^\w\s-]/g, '')
    .trim()
    .replace(/[\s_]+/g, '-')
    .toLowerCase()
    .slice(0, 80) || fallback;
