// npm run mutants [module …] [--count 20] [--seed 1]: changes the meaning of core, store, threads and server in small ways, one at a time, and sees whether a unit test notices.
// What no test notices is printed. Slow on purpose; no part of npm test.
import { spawn } from 'node:child_process';
import {
  cpSync,
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import ts from 'typescript';
import { bundleTests } from './bundle-tests.mjs';
import { bin, installPackages, needNode, ROOT, say } from './lib.mjs';

needNode();
installPackages();

const TESTS = path.join(ROOT, 'test/unit');
/** What the tests reach by way of something else: the plan runs all that it stands on. */
const BESIDES = {
  'core/lay/recipe': ['recipe', 'crafts', 'framed'],
  'core/hands/making': ['making', 'crafts', 'framed', 'plan'],
  'core/choose/press': ['press-guards', 'press', 'press-settings', 'press-enthalpy', 'press-reference'],
  'core/base/derive': ['derive'],
  'core/print/sheet': ['sheet-by-hand', 'sheets-kept', 'sheet', 'trace', 'standin', 'mats'],
  'core/plan': ['plan', 'snags', 'seen', 'enough', 'match'],
  'core/lay/laid': ['laid', 'layer', 'joins', 'framed', 'crafts'],
  store: ['store', 'keeping'],
  workers: ['job', 'thread', 'worked-out', 'crossing'],
  server: ['server'],
};
/** Every module of core, and what lies around it. */
const MODULES = [
  ...readdirSync(path.join(ROOT, 'src/core')).flatMap((wing) =>
    wing === 'plan' ? ['core/plan'] : readdirSync(path.join(ROOT, 'src/core', wing)).map((m) => `core/${wing}/${m}`),
  ),
  'store',
  'workers',
  'server',
];
/** The unit tests that should notice: those that name the module, the shortest files first, since the first failure ends a run. */
function testsOf(module) {
  const named = readdirSync(TESTS)
    .filter((f) => f.endsWith('.test.ts') && readFileSync(path.join(TESTS, f), 'utf8').includes(`~/${module}`))
    .map((f) => f.slice(0, -'.test.ts'.length));
  const all = [...new Set([...(BESIDES[module] ?? []), ...named])];
  return all.filter((t) => existsSync(path.join(TESTS, `${t}.test.ts`)));
}
/** A run that takes longer counts as noticed: somebody would. */
const LIMIT_MS = 300_000;
const SIDE_BY_SIDE = 2;

const args = process.argv.slice(2);
const option = (name, usual) => {
  const i = args.indexOf(`--${name}`);
  return i < 0 ? usual : Number(args.splice(i, 2)[1]);
};
const count = option('count', 20);
let state = option('seed', 1);
const random = () => {
  state = (state + 0x6d2b79f5) | 0;
  let t = Math.imul(state ^ (state >>> 15), 1 | state);
  t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
  return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
};
const chosen = args.length > 0 ? MODULES.filter((m) => args.some((a) => m === a || m.endsWith(`/${a}`))) : MODULES;
if (chosen.length === 0) throw new Error(`There is no such module. Choose among ${MODULES.join(', ')}.`);

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

const filesOf = (module) =>
  readdirSync(path.join(ROOT, 'src', module))
    .filter((f) => f.endsWith('.ts') && f !== 'index.ts' && !f.endsWith('.worker.ts'))
    .map((f) => path.join(ROOT, 'src', module, f));

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

/** Whether the tests notice; what cannot be bundled any more is noticed. */
async function noticed(home, tests) {
  let files;
  try {
    files = [...(await bundleTests('test/unit', tests, home)).values()];
  } catch {
    return true;
  }
  const setup = path.join(path.dirname(files[0]), 'setup.mjs');
  return new Promise((resolve) => {
    const mocha = ['--no-config', '--bail', '--timeout', '60000', '--require', setup, ...files];
    const child = spawn(bin('mocha'), mocha, { cwd: home, stdio: 'ignore' });
    running.add(child);
    const late = setTimeout(() => child.kill('SIGKILL'), LIMIT_MS);
    child.on('close', (code) => {
      clearTimeout(late);
      running.delete(child);
      resolve(code !== 0);
    });
  });
}

let survivors = 0;
let all = 0;
for (const name of chosen) {
  const tests = testsOf(name);
  if (tests.length === 0) {
    say(`${name}: no unit test names it`);
    continue;
  }
  if (await noticed(copies[0], tests)) throw new Error(`The tests of ${name} fail as they are. Mend them first.`);
  const changes = filesOf(name).flatMap(changesOf);
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
        if (!(await noticed(home, tests))) alive.push(change);
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
