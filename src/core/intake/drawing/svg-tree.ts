import { XMLParser, XMLValidator } from 'fast-xml-parser';

/** A file may hold this much; beyond, it is a bomb or not meant for scissors. */
export const SVG_LIMITS = { chars: 12_000_000, elements: 20_000, depth: 40, useDepth: 8, points: 2_000_000 } as const;

/** An element of a drawing; comments are left out. */
export interface SvgNode {
  readonly tag: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly children: readonly SvgNode[];
  /** What it holds, text and elements in their order. */
  readonly content: readonly (string | SvgNode)[];
  readonly text: string;
  /** Set once while the tree is built; null: the root. */
  parent: SvgNode | null;
}

/** The element of the same drawing that a link points to. */
export const targetOf = (href: string | undefined, byId: ReadonlyMap<string, SvgNode>): SvgNode | undefined =>
  href?.startsWith('#') ? byId.get(href.slice(1)) : undefined;

/** Thrown to stop reading at once, with words for a person; the reader catches it. */
export class Refused extends Error {}

/**
 * Text of an SVG file as a tree. Entities could swell a small file into a huge one: they are not expanded.
 * @throws Refused when it is no sound SVG, or one too large or too deep for scissors
 */
export function parseTree(text: string): SvgNode {
  const valid = XMLValidator.validate(text, { allowBooleanAttributes: true });
  if (valid !== true)
    throw new Refused(
      `This is not a sound SVG file: ${valid.err.msg.replace(/\.$/, '')} (line ${valid.err.line}). Save it again from the drawing program.`,
    );
  const parser = new XMLParser({
    preserveOrder: true,
    ignoreAttributes: false,
    attributeNamePrefix: '',
    removeNSPrefix: true,
    parseAttributeValue: false,
    parseTagValue: false,
    processEntities: false,
    trimValues: false,
    ignoreDeclaration: true,
    ignorePiTags: true,
  });
  type Raw = Record<string, unknown> & { ':@'?: Record<string, string> };
  let count = 0;
  const build = (raw: Raw, depth: number): SvgNode | null => {
    const tag = Object.keys(raw).find((k) => k !== ':@');
    if (!tag || tag === '#text') return null;
    count += 1;
    if (count > SVG_LIMITS.elements)
      throw new Refused(
        `This drawing has more than ${SVG_LIMITS.elements.toLocaleString('en')} elements. Simplify it, or bring in a part of it.`,
      );
    if (depth > SVG_LIMITS.depth)
      throw new Refused('This drawing is nested too deeply to be one for scissors. Ungroup it in the drawing program.');
    const inside = raw[tag] as Raw[];
    const content = inside
      .map((c) => (typeof c['#text'] === 'string' ? c['#text'] : build(c, depth + 1)))
      .filter((c) => c !== null);
    const node: SvgNode = {
      tag,
      attributes: raw[':@'] ?? {},
      children: content.filter((c) => typeof c !== 'string'),
      content,
      text: content.filter((c) => typeof c === 'string').join(''),
      parent: null,
    };
    for (const child of node.children) child.parent = node;
    return node;
  };
  const root = (parser.parse(text) as Raw[]).map((r) => build(r, 0)).find((n) => n?.tag === 'svg');
  if (!root) throw new Refused('This file holds no SVG drawing. Choose a file that ends in .svg.');
  return root;
}
