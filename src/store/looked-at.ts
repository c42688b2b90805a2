// Which article was looked at last, for as long as the tab is open: stations are pages of their own.

const nameOf = (projectId: string): string => `article of ${projectId}`;

/** Keeps it; a browser that keeps nothing forgets it. */
export function rememberArticle(projectId: string, articleId: string): void {
  try {
    sessionStorage.setItem(nameOf(projectId), articleId);
  } catch {
    // Looked at anew the next time.
  }
}

/** The article that was looked at before in this tab; null: none. */
export function articleBefore(projectId: string): string | null {
  try {
    return sessionStorage.getItem(nameOf(projectId));
  } catch {
    return null;
  }
}
