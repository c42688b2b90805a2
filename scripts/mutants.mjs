// npm run mutants [module …] [--count 25] [--seed 1]: changes the meaning of core in small ways, one at a time, and sees whether a unit test notices.
// What no test notices is printed. Slow on purpose; no part of npm test.
import { spawn } from 'node:child_process';
import { cpSync, mkdtempSync, readdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import ts from 'typescript';
import { installPackages, needNode, ROOT, say } from './lib.mjs';

needNode();
installPackages();

/** What is looked at, and the unit tests that should notice. Those that are quick and likely come first: the first failure ends a run. */
const MODULES = {
  press: {
    files: ['press'],
    tests: [
      'more-guards',
      'press-guards',
      'press',
      'press-settings',
      'press-enthalpy',
      'press-reference',
      'plan',
      'laid',
    ],
  },
  layer: { files: ['layer'], tests: ['layer-by-hand', 'core-guards', 'layer', 'seen', 'plan'] },
  laid: { files: ['laid'], tests: ['laid', 'layer', 'joins', 'facing', 'framed', 'crafts'] },
  facing: { files: ['facing'], tests: ['layer-by-hand', 'more-guards', 'geometry-guards', 'facing', 'trace'] },
  match: { files: ['match'], tests: ['match-by-hand', 'core-guards', 'match', 'material'] },
  shape: {
    files: ['shape'],
    tests: ['more-guards', 'geometry-guards', 'shape', 'geometry-more', 'shelf', 'laid', 'joins', 'motif'],
  },
  sheet: {
    files: ['sheet'],
    tests: [
      'sheet-by-hand',
      'sheets-kept',
      'more-guards',
      'geometry-guards',
      'core-guards',
      'sheet',
      'trace',
      'geometry-more',
      'standin',
      'words',
      'board',
      'mats',
    ],
  },
  arrange: {
    files: ['arrange'],
    tests: ['arrange-by-hand', 'more-guards', 'geometry-guards', 'core-guards', 'arrange', 'arrival', 'words'],
  },
  settle: {
    files: ['nest/settle.ts', 'nest/rows.ts', 'nest/split.ts'],
    tests: ['more-guards', 'core-guards', 'turned', 'nest', 'sheet', 'mats'],
  },
  making: { files: ['making'], tests: ['making', 'more-guards', 'crafts', 'framed', 'plan'] },
};
/** A run that takes longer counts as noticed: somebody would. */
const LIMIT_MS = 300_000;
const SIDE_BY_SIDE = 2;

const args = process.argv.slice(2);
const option = (name, usual) => {
  const i = args.indexOf(`--${name}`);
  return i < 0 ? usual : Number(args.splice(i, 2)[1]);
};
const count = option('count', 25);
let state = option('seed', 1);
const random = () => {
  state = (state + 0x6d2b79f5) | 0;
  let t = Math.imul(state ^ (state >>> 15), 1 | state);
  t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
  return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
};
const chosen = args.length > 0 ? args : Object.keys(MODULES);

const SWAPS = new Map([
  ['<', '>='],
  ['<=', '>'],
  ['>', '<='],
  ['>=', '<'],
  ['===', '!=='],
  ['!==', '==='],
  ['&&', '||'],
  ['||', '&&'],
  ['+', '-'],
  ['-', '+'],
  ['*', '/'],
  ['/', '*'],
  ['+=', '-='],
  ['-=', '+='],
]);

/** Every small change of meaning in a file: where, and what stands there instead. */
function changesOf(file) {
  const text = readFileSync(file, 'utf8');
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
  const found = [];
  const put = (node, by) => {
    const start = node.getStart(source);
    found.push({ file, start, end: node.getEnd(), by, line: source.getLineAndCharacterOfPosition(start).line + 1 });
  };
  const visit = (node) => {
    if (ts.isTypeNode(node) || ts.isImportDeclaration(node) || ts.isInterfaceDeclaration(node)) return;
    if (ts.isBinaryExpression(node)) {
      const swap = SWAPS.get(node.operatorToken.getText(source));
      const words = ts.isStringLiteralLike(node.left) || ts.isTemplateExpression(node.left);
      if (swap && !words) put(node.operatorToken, swap);
    }
    if (ts.isNumericLiteral(node)) {
      // A figure's value is its own change; elsewhere 0 and 1 are indices more often than not.
      const value = Number(node.text);
      put(node, value === 0 ? '1' : String(value * 3));
    }
    if (ts.isPropertyAccessExpression(node) && node.expression.getText(source) === 'Math') {
      const other = { min: 'max', max: 'min', floor: 'ceil', ceil: 'floor', cos: 'sin', sin: 'cos' }[node.name.text];
      if (other) put(node.name, other);
    }
    if (ts.isConditionalExpression(node)) put(node.condition, `!(${node.condition.getText(source)})`);
    if (ts.isIfStatement(node)) put(node.expression, `!(${node.expression.getText(source)})`);
    if (ts.isPrefixUnaryExpression(node) && node.operator === ts.SyntaxKind.MinusToken)
      put(node, node.operand.getText(source));
    if (node.kind === ts.SyntaxKind.TrueKeyword) put(node, 'false');
    if (node.kind === ts.SyntaxKind.FalseKeyword) put(node, 'true');
    ts.forEachChild(node, visit);
  };
  visit(source);
  return found;
}

const filesOf = (part) => {
  const at = path.join(ROOT, 'src/core', part);
  return part.endsWith('.ts')
    ? [at]
    : readdirSync(at)
        .filter((f) => f.endsWith('.ts') && f !== 'index.ts')
        .map((f) => path.join(at, f));
};

// Each of those that run side by side has a copy of the sources of its own.
const copies = Array.from({ length: SIDE_BY_SIDE }, (_, i) => {
  const home = mkdtempSync(path.join(tmpdir(), `mutants-${i}-`));
  for (const name of ['src', 'test', 'public', 'tsconfig.json', 'package.json'])
    cpSync(path.join(ROOT, name), path.join(home, name), { recursive: true });
  symlinkSync(path.join(ROOT, 'node_modules'), path.join(home, 'node_modules'));
  return home;
});

// Whoever stops this stops its test runs too: one with an endless loop in it would go on for ever.
const running = new Set();
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
  process.on(signal, () => {
    for (const child of running) child.kill('SIGKILL');
    for (const home of copies) rmSync(home, { recursive: true, force: true });
    process.exit(1);
  });

/** Whether the tests notice. */
const noticed = (home, tests) =>
  new Promise((resolve) => {
    const specs = tests.map((t) => `test/unit/${t}.test.ts`);
    const mocha = [
      '--no-experimental-require-module',
      '--import',
      'tsx',
      'node_modules/mocha/bin/mocha.js',
      '--no-config',
      '--bail',
      '--timeout',
      '60000',
    ];
    const child = spawn(process.execPath, [...mocha, '--require', './test/unit/setup.ts', ...specs], {
      cwd: home,
      stdio: 'ignore',
    });
    running.add(child);
    const late = setTimeout(() => child.kill('SIGKILL'), LIMIT_MS);
    child.on('close', (code) => {
      clearTimeout(late);
      running.delete(child);
      resolve(code !== 0);
    });
  });

let survivors = 0;
let all = 0;
for (const name of chosen) {
  const module = MODULES[name];
  if (!module) throw new Error(`There is no module “${name}”. Choose among ${Object.keys(MODULES).join(', ')}.`);
  if (await noticed(copies[0], module.tests))
    throw new Error(`The tests of ${name} fail as they are. Mend them first.`);
  const changes = module.files.flatMap(filesOf).flatMap(changesOf);
  const picked = [];
  while (picked.length < count && changes.length > 0)
    picked.push(...changes.splice(Math.floor(random() * changes.length), 1));
  const alive = [];
  const queue = [...picked];
  await Promise.all(
    copies.map(async (home) => {
      for (let change = queue.shift(); change; change = queue.shift()) {
        const file = path.join(home, path.relative(ROOT, change.file));
        const before = readFileSync(change.file, 'utf8');
        writeFileSync(file, before.slice(0, change.start) + change.by + before.slice(change.end));
        if (!(await noticed(home, module.tests))) alive.push(change);
        writeFileSync(file, before);
      }
    }),
  );
  all += picked.length;
  survivors += alive.length;
  say(`${name}: ${alive.length} of ${picked.length} went unnoticed`);
  for (const c of alive) {
    const text = readFileSync(c.file, 'utf8');
    console.log(`  ${path.relative(ROOT, c.file)}:${c.line}  ${text.slice(c.start, c.end)} → ${c.by}`);
  }
}
say(`${survivors} of ${all} went unnoticed: ${Math.round((100 * survivors) / Math.max(1, all))} %.`);
for (const home of copies) rmSync(home, { recursive: true, force: true });
