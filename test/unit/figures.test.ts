import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { expect } from 'chai';
import ts from 'typescript';

// Every physical figure stands once, in a data file, with its unit and where it comes from.

const CORE = 'src/core';
/** The files of a module of core, or of all of core. */
const filesOf = (module = ''): string[] =>
  readdirSync(path.join(CORE, module), { recursive: true, encoding: 'utf8' })
    .filter((f) => f.endsWith('.ts'))
    .map((f) => path.join(CORE, module, f));
const parsed = (file: string): ts.SourceFile =>
  ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true);
function walk(node: ts.Node, visit: (n: ts.Node) => void): void {
  visit(node);
  ts.forEachChild(node, (child) => walk(child, visit));
}

/** Data by nature: their numbers are what they are for. */
const DATA = /[/\\](data|rules)\.ts$/;
/** Nothing, one, two, a half, percent and tenths, and factors between units. */
const PLAIN = new Set([0, 1, 2, 0.5, 10, 100, 1000, 1e6]);
/** Numbers that belong to a formula, whose source stands beside it, or to arithmetic itself. */
const FORMULAS: Readonly<Record<string, readonly number[]>> = {
  'choose/press/column.ts': [3, 1e-4],
  'choose/press/dial.ts': [3, 40],
  'choose/press/simulate.ts': [1e-9, 1e9],
  'choose/press/wetting.ts': [4],
  'choose/press/window.ts': [7],
  'choose/match/fewest.ts': [1.37, 1e-9],
  'lay/layer/stack.ts': [3, 12],
};

describe('figures', () => {
  for (const module of ['choose/press', 'choose/match', 'lay/layer'])
    it(`${module}: none stands outside its data`, () => {
      for (const file of filesOf(module).filter((f) => !DATA.test(f))) {
        const source = parsed(file);
        const may = FORMULAS[`${module}/${path.basename(file)}`] ?? [];
        walk(source, (n) => {
          if (!ts.isNumericLiteral(n)) return;
          const value = Number(n.text);
          const { line } = source.getLineAndCharacterOfPosition(n.getStart());
          expect(
            PLAIN.has(value) || may.includes(value),
            `${file}:${line + 1} holds ${n.getText()}: give it a name, a unit and an origin in data.ts`,
          ).to.equal(true);
        });
      }
    });

  it('none is dead: every figure of a data file is used somewhere', () => {
    const all = filesOf();
    const text = [
      ...all,
      ...readdirSync('src/islands', { recursive: true, encoding: 'utf8' })
        .filter((f) => /\.tsx?$/.test(f))
        .map((f) => path.join('src/islands', f)),
    ]
      .map((f) => readFileSync(f, 'utf8'))
      .join('\n');
    let figures = 0;
    for (const file of all.filter((f) => /[/\\](data|glue)\.ts$/.test(f)))
      walk(parsed(file), (n) => {
        if (!ts.isVariableDeclaration(n) || !ts.isIdentifier(n.name) || !n.initializer) return;
        const name = n.name.text;
        let body: ts.Expression = n.initializer;
        while (ts.isAsExpression(body) || ts.isSatisfiesExpression(body)) body = body.expression;
        const used = (expression: RegExp): boolean => (text.match(expression)?.length ?? 0) > 0;
        if (ts.isCallExpression(body) && body.expression.getText() === 'figure') {
          figures += 1;
          expect(used(new RegExp(`\\b${name}\\.value\\b`)), `${file}: ${name} is never used`).to.equal(true);
        }
        // Looked up by a name that is worked out, or handed on whole, each of its figures is read.
        if (ts.isObjectLiteralExpression(body) && !used(new RegExp(`\\b${name}\\[|\\(${name}, `)))
          for (const p of body.properties)
            if (ts.isPropertyAssignment(p) && /^figure\(/.test(p.initializer.getText())) {
              figures += 1;
              expect(
                used(new RegExp(`\\b${name}\\.${p.name.getText()}\\b`)),
                `${file}: ${name}.${p.name.getText()} is never used`,
              ).to.equal(true);
            }
      });
    expect(figures).to.be.above(80);
  });

  it('each says its unit and where it comes from', () => {
    for (const file of filesOf())
      walk(parsed(file), (n) => {
        if (!ts.isCallExpression(n) || n.expression.getText() !== 'figure') return;
        expect(n.arguments.length, `${file}: ${n.getText()}`).to.equal(3);
        const from = n.arguments[2];
        if (from && ts.isStringLiteral(from)) expect(from.text, `${file}: ${n.getText()}`).to.match(/\S{2,}/);
      });
  });
});
