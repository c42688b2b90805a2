// Sentences stand in words/. What of core still speaks to people is listed here with how much; it may only become less.
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { expect } from 'chai';
import ts from 'typescript';

const CORE = 'src/core';
/** Sentences each module still holds. Messages of broken files and of the Drawer's tables, notes of what a drawing left out, sheets. */
const STILL: Readonly<Record<string, number>> = {
  'base/colour': 1,

  'choose/match': 4,
  'intake/drawing': 24,

  'keep/drawer': 12,
  'keep/model': 11,
  'keep/repair': 1,
  'print/sheet': 28,
};

/** Texts for whoever reads the code: where a figure comes from, what cannot be. */
const FOR_READERS = new Set(['figure', 'assertThere', 'Error', 'RangeError']);
const callee = (n: ts.Node): string =>
  ts.isCallExpression(n) || ts.isNewExpression(n) ? n.expression.getText().replace(/^.*\./, '') : '';
const textOf = (n: ts.Node): string | null =>
  ts.isStringLiteral(n) || ts.isNoSubstitutionTemplateLiteral(n)
    ? n.text
    : ts.isTemplateExpression(n)
      ? n.head.text + n.templateSpans.map((s) => `…${s.literal.text}`).join('')
      : null;
const isSentence = (text: string): boolean => /^[A-Z“…].*[a-z’”…].* .*[.?!]$/su.test(text.trim());

function sentencesIn(file: string): string[] {
  const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true);
  const found: string[] = [];
  const visit = (n: ts.Node): void => {
    if (ts.isImportDeclaration(n) || ts.isTypeNode(n) || FOR_READERS.has(callee(n))) return;
    const text = textOf(n);
    if (text !== null && isSentence(text)) found.push(text);
    ts.forEachChild(n, visit);
  };
  visit(source);
  return found;
}

describe('sentences in core', () => {
  const all = new Map<string, string[]>();
  for (const f of readdirSync(CORE, { recursive: true, encoding: 'utf8' }).filter((name) => name.endsWith('.ts'))) {
    const module = path.dirname(f);
    all.set(module, [...(all.get(module) ?? []), ...sentencesIn(path.join(CORE, f))]);
  }
  const counts = Object.fromEntries([...all].flatMap(([m, list]) => (list.length > 0 ? [[m, list.length]] : [])));

  it('are no more than are listed, and where there are fewer the list says so', () => {
    expect(counts).to.deep.equal(STILL);
  });

  it('are found: a sentence is told from a code, a name, path data and markup', () => {
    expect(isSentence('Type a word first.')).to.equal(true);
    expect(isSentence('… has no …. Choose another face.')).to.equal(true);
    for (const no of ['trace-on-liner', 'Plain cotton', 'M0 0H10V10Z', 'the article', '<g id="a">'])
      expect(isSentence(no), no).to.equal(false);
  });
});
