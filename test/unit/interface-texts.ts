// Every text that stands in the code of the interface, found by the compiler's own tree.
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import ts from 'typescript';

export interface FoundText {
  /** File and line. */
  readonly at: string;
  /** As it is written; figures and names that are put in are “{…}”. */
  readonly text: string;
  /** Whether it is a label: of a field, a button, a heading. */
  readonly isLabel: boolean;
  /** Whether it is worked out anew each time it is asked for, as what is spelled by the place must be. */
  readonly inFunction: boolean;
}

const FOLDERS = ['src/words', 'src/islands', 'src/components', 'src/core/print', 'src/store'];
/** Attributes that nobody reads. */
const UNREAD =
  /^(?:className|id|key|href|type|role|d|fill|stroke|viewBox|name|htmlFor|autoComplete|inputMode|src|rel|accept|transform|style|variant|look|kind|value|as|to|points|preserveAspectRatio|data-.*|strokeLine.*|textAnchor)$/;
const LABELS = /^(?:label|title|aria-label|heading|header|legend|name|says)$/;
/** Calls whose text is for code. */
const CODE =
  /^(?:figure|assertThere|Error|RangeError|querySelector|querySelectorAll|closest|test|replace|replaceAll|split|match|includes|startsWith|matchMedia|regex|getElementById|stores)$/;

const textOf = (n: ts.Node): string | null => {
  if (ts.isJsxText(n)) return n.text.replace(/\s+/g, ' ').trim();
  if (ts.isStringLiteral(n) || ts.isNoSubstitutionTemplateLiteral(n)) return n.text;
  if (ts.isTemplateExpression(n)) return n.head.text + n.templateSpans.map((s) => `{…}${s.literal.text}`).join('');
  return null;
};
const callee = (n: ts.Node): string =>
  ts.isCallExpression(n) || ts.isNewExpression(n) ? n.expression.getText().replace(/^.*\./, '') : '';
/** Path data, addresses, markup and colours are no texts. */
const isRead = (text: string, jsx: boolean): boolean =>
  /[A-Za-z]{2}/.test(text) &&
  !/^(?:M-?\d|translate\(|matrix\(|scale\(|rotate\(|<|rgb|minmax|\d+px|var\(|--|data:|image\/|[a-z]+\/)/.test(
    text.trim(),
  ) &&
  (jsx || /[a-z]{2}.* |^[“A-Z][a-z’]+[.?!:…]?$/.test(text.trim()));

function textsIn(file: string): FoundText[] {
  const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true);
  const found: FoundText[] = [];
  const visit = (n: ts.Node, isLabel: boolean, inFunction: boolean): void => {
    if (ts.isImportDeclaration(n) || ts.isExportDeclaration(n) || ts.isTypeNode(n) || CODE.test(callee(n))) return;
    let label = isLabel;
    if (ts.isJsxAttribute(n)) {
      const name = n.name.getText();
      if (UNREAD.test(name)) return;
      label = LABELS.test(name);
    }
    if (ts.isJsxElement(n))
      label = /^(?:h\d|legend|Button|ButtonLink|th|dt|label|summary)$/.test(n.openingElement.tagName.getText());
    const text = textOf(n);
    if (text !== null && isRead(text, ts.isJsxText(n))) {
      const { line } = source.getLineAndCharacterOfPosition(n.getStart());
      found.push({ at: `${file}:${line + 1}`, text, isLabel: label, inFunction });
    }
    const inside = inFunction || ts.isFunctionLike(n);
    ts.forEachChild(n, (child) => visit(child, label, inside));
  };
  visit(source, false, false);
  return found;
}

/** Every text of the interface, in the order of its files. */
export const interfaceTexts = (): FoundText[] =>
  FOLDERS.flatMap((folder) =>
    readdirSync(folder, { recursive: true, encoding: 'utf8' })
      .filter((f) => /\.tsx?$/.test(f))
      .sort()
      .flatMap((f) => textsIn(path.join(folder, f))),
  );

/** The calls of {@link spell} that are made while a module is read, when nobody knows yet how things are said. */
export function spelledTooSoon(): string[] {
  const found: string[] = [];
  for (const folder of FOLDERS)
    for (const f of readdirSync(folder, { recursive: true, encoding: 'utf8' }).filter((x) => /\.tsx?$/.test(x))) {
      const file = path.join(folder, f);
      const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true);
      const visit = (n: ts.Node): void => {
        if (ts.isFunctionLike(n)) return;
        if (/^(?:spell|spelled|term|terms|termHelp|coverName|moneyWords)$/.test(callee(n)))
          found.push(`${file}: ${n.getText()}`);
        ts.forEachChild(n, visit);
      };
      visit(source);
    }
  return found;
}
