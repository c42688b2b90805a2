import { formatHex, parse } from 'culori';

/** Style of one element as far as fills and outlines go; undefined: not said. */
export type Style = Readonly<Record<string, string>>;

const declarations = (text: string): Record<string, string> => {
  const out: Record<string, string> = {};
  for (const part of text.split(';')) {
    const colon = part.indexOf(':');
    if (colon > 0)
      out[part.slice(0, colon).trim().toLowerCase()] = part
        .slice(colon + 1)
        .replace(/!important/i, '')
        .trim();
  }
  return out;
};

/** Rules of a style sheet that name a class, an id or an element; anything cleverer is not followed. */
export class StyleSheet {
  private readonly rules: { selector: string; style: Record<string, string> }[] = [];
  /** Selectors that were not understood. */
  readonly skipped: string[] = [];

  add(css: string): void {
    const plain = css.replace(/\/\*[\s\S]*?\*\//g, '');
    for (const [, selectors = '', body = ''] of plain.matchAll(/([^{}]+)\{([^{}]*)\}/g)) {
      for (const selector of selectors.split(',').map((s) => s.trim())) {
        if (/^[.#]?[\w-]+$/.test(selector)) this.rules.push({ selector, style: declarations(body) });
        else if (!selector.startsWith('@')) this.skipped.push(selector);
      }
    }
  }

  /** What applies to an element: sheet rules by weight (element, class, id), then its own style attribute. */
  styleOf(tag: string, attributes: Style): Record<string, string> {
    const classes = (attributes['class'] ?? '').split(/\s+/);
    const weight = (s: string): number => (s.startsWith('#') ? 2 : s.startsWith('.') ? 1 : 0);
    const matching = this.rules.filter(({ selector: s }) =>
      s.startsWith('.')
        ? classes.includes(s.slice(1))
        : s.startsWith('#')
          ? attributes['id'] === s.slice(1)
          : s === tag,
    );
    return Object.assign(
      {},
      ...matching.sort((a, b) => weight(a.selector) - weight(b.selector)).map((r) => r.style),
      declarations(attributes['style'] ?? ''),
    );
  }
}

/** A colour as #rrggbb; null when it is none we know (a gradient, a variable). */
export function hexOf(colour: string): string | null {
  try {
    const parsed = parse(colour);
    return parsed ? (formatHex(parsed) ?? null) : null;
  } catch {
    return null;
  }
}
