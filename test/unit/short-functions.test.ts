// A function can be read in one sitting: 120 lines in core, 160 elsewhere.
import { readdirSync, readFileSync } from 'node:fs';
import { expect } from 'chai';
import ts from 'typescript';

const MOST = { core: 120, elsewhere: 160 } as const;

/** Functions of a file that are longer than so many lines, by name. */
function longIn(file: string, most: number): string[] {
  const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true);
  const lineOf = (at: number): number => source.getLineAndCharacterOfPosition(at).line;
  const found: string[] = [];
  const visit = (n: ts.Node): void => {
    if (ts.isFunctionLike(n) && 'body' in n && n.body) {
      const lines = lineOf(n.end) - lineOf(n.getStart()) + 1;
      const name = n.name ?? (ts.isVariableDeclaration(n.parent) ? n.parent.name : null);
      if (lines > most) found.push(`${file} ${name?.getText() ?? 'a function'}: ${lines}`);
    }
    ts.forEachChild(n, visit);
  };
  visit(source);
  return found;
}

describe('functions', () => {
  it('stay short enough to be read', () => {
    const files = readdirSync('src', { recursive: true, encoding: 'utf8' }).filter((f) => /\.tsx?$/.test(f));
    expect(files.length).to.be.above(500);
    const long = files.flatMap((f) => longIn(`src/${f}`, f.startsWith('core/') ? MOST.core : MOST.elsewhere));
    expect(long).to.deep.equal([]);
  });

  it('are counted: one of twelve lines is found where eleven are allowed', () => {
    expect(longIn('test/unit/short-functions.test.ts', 11).some((f) => f.includes('longIn'))).to.equal(true);
  });
});
