import { compile, type Options } from 'css-select';
import generate from 'css-tree/generator';
import parseCss from 'css-tree/parser';
import walk from 'css-tree/walker';
import { formatHex, parse as parseColour } from 'culori';
import type { SvgNode } from './svg-tree';

/** Style of one element as far as fills and outlines go; undefined: not said. */
export type Style = Readonly<Record<string, string>>;

const declarations = (text: string): { normal: Record<string, string>; important: Record<string, string> } => {
  const normal: Record<string, string> = {};
  const important: Record<string, string> = {};
  for (const part of text.split(';')) {
    const colon = part.indexOf(':');
    if (colon <= 0) continue;
    const value = part.slice(colon + 1);
    const into = /!\s*important/i.test(value) ? important : normal;
    into[part.slice(0, colon).trim().toLowerCase()] = value.replace(/!\s*important/i, '').trim();
  }
  return { normal, important };
};

const childrenOf = (node: SvgNode): SvgNode[] => [...node.children];
/** How a selector finds its way about a drawing. */
const adapter: NonNullable<Options<SvgNode, SvgNode>['adapter']> = {
  isTag: (node): node is SvgNode => node.tag !== '',
  getAttributeValue: (node, name) => node.attributes[name],
  getChildren: childrenOf,
  getName: (node) => node.tag,
  getParent: (node) => node.parent,
  getSiblings: (node) => (node.parent ? childrenOf(node.parent) : [node]),
  getText: (node) => node.text,
  hasAttrib: (node, name) => node.attributes[name] !== undefined,
  removeSubsets: (nodes) => nodes,
};
const OPTIONS: Options<SvgNode, SvgNode> = { xmlMode: true, adapter };

/** Weight of a selector: ids, then classes, attributes and states, then elements (Selectors 4, section 17). */
function weightOf(selector: string): number {
  let ids = 0;
  let classes = 0;
  let tags = 0;
  walk(parseCss(selector, { context: 'selector' }), (node) => {
    if (node.type === 'IdSelector') ids += 1;
    else if (['ClassSelector', 'AttributeSelector', 'PseudoClassSelector'].includes(node.type)) classes += 1;
    else if (node.type === 'TypeSelector' && node.name !== '*') tags += 1;
  });
  return ids * 1_000_000 + classes * 1000 + tags;
}

/** Whether rules for a medium are for what is seen here: a screen by day, without anyone’s preferences. */
function isForScreen(query: string): boolean {
  return query.split(',').some((q) => {
    const text = q.trim().toLowerCase();
    if (text === '' || text === 'all' || text === 'screen') return true;
    const not = /^not\s+/.test(text);
    const type = /^(?:not\s+|only\s+)?(all|screen|print|speech)\b/.exec(text)?.[1];
    const asks = /\([^)]*\)/.test(text) && !/\(prefers-color-scheme:\s*light\)/.test(text);
    const holds = (type === undefined || type === 'all' || type === 'screen') && !asks;
    return not ? !holds : holds;
  });
}

interface Rule {
  readonly test: (node: SvgNode) => boolean;
  readonly weight: number;
  readonly at: number;
  readonly style: { readonly normal: Record<string, string>; readonly important: Record<string, string> };
}

/** More rules than this are no drawing’s. */
const MOST_RULES = 20_000;

/** The style sheets of a drawing. What is asked of a state or a page’s tree that a drawing has not is left out, and told. */
export class StyleSheet {
  private readonly rules: Rule[] = [];
  /** Selectors and rules that were not understood. */
  readonly skipped: string[] = [];
  private readonly known = new Map<SvgNode, Rule[]>();

  add(css: string): void {
    const plain = css.replace(/<!\[CDATA\[|\]\]>|<!--|-->/g, ' ');
    const sheet = parseCss(plain, { parseValue: false, onParseError: (error) => this.skipped.push(error.message) });
    if (sheet.type !== 'StyleSheet') return;
    const read = (block: typeof sheet | { readonly children: typeof sheet.children }): void => {
      for (const node of block.children) {
        if (node.type === 'Atrule') {
          if (node.name === 'media' && node.block) {
            if (isForScreen(node.prelude ? generate(node.prelude) : '')) read(node.block);
          } else if (!['charset', 'namespace', 'font-face', 'keyframes'].includes(node.name))
            this.skipped.push(`@${node.name}`);
        } else if (node.type === 'Rule') this.take(node.prelude, generate(node.block).slice(1, -1));
      }
    };
    read(sheet);
  }

  private take(prelude: Parameters<typeof generate>[0], body: string): void {
    const style = declarations(body);
    const selectors = prelude.type === 'SelectorList' ? [...prelude.children] : [prelude];
    for (const part of selectors) {
      const selector = generate(part);
      if (this.rules.length >= MOST_RULES) {
        this.skipped.push(selector);
        continue;
      }
      try {
        // What hangs on a pointer or on time is never so on paper.
        if (/:(hover|focus|active|visited|target)/.test(selector)) continue;
        this.rules.push({
          test: compile<SvgNode, SvgNode>(selector, OPTIONS),
          weight: weightOf(selector),
          at: this.rules.length,
          style,
        });
      } catch {
        this.skipped.push(selector);
      }
    }
  }

  private matching(node: SvgNode): Rule[] {
    let found = this.known.get(node);
    if (!found) {
      found = this.rules.filter((r) => r.test(node)).sort((a, b) => a.weight - b.weight || a.at - b.at);
      this.known.set(node, found);
    }
    return found;
  }

  /** What applies to an element: its attributes, the sheet’s rules by weight, its own style, and what is important. */
  styleOf(node: SvgNode): Record<string, string> {
    const rules = this.matching(node);
    const own = declarations(node.attributes['style'] ?? '');
    return Object.assign(
      { ...node.attributes },
      ...rules.map((r) => r.style.normal),
      own.normal,
      ...rules.map((r) => r.style.important),
      own.important,
    );
  }
}

/** A colour with how opaque it is; null when it is none we know (a gradient, a variable). */
export function colourOf(text: string): { readonly hex: string; readonly alpha: number } | null {
  try {
    const parsed = parseColour(text.trim());
    const hex = parsed && formatHex(parsed);
    return parsed && hex ? { hex, alpha: parsed.alpha ?? 1 } : null;
  } catch {
    return null;
  }
}

/** What an element hands on to those within it (SVG 2, property index: inherited), as far as it is read. */
const INHERITED = [
  'fill',
  'fill-rule',
  'fill-opacity',
  'clip-rule',
  'stroke',
  'stroke-width',
  'stroke-linecap',
  'stroke-linejoin',
  'stroke-miterlimit',
  'stroke-dasharray',
  'stroke-opacity',
  'visibility',
  'color',
  'font-family',
  'font-size',
  'font-weight',
  'text-anchor',
  'letter-spacing',
  'direction',
] as const;

/** The style within an element: what it lies in, and its own over that. */
export function handedOn(from: Style, own: Style): Record<string, string> {
  const style: Record<string, string> = { ...from };
  for (const key of INHERITED) if (own[key] !== undefined && own[key] !== 'inherit') style[key] = own[key];
  return style;
}
