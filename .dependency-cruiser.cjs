/** The arrows of the house: pages → islands → components, store, workers → core. Inside core, plan on top, units and shape at the bottom. */
const may = (from, to) => ({
  name: `${from.replace(/\W+/g, '-')}-only-knows-what-lies-below`,
  severity: 'error',
  from: { path: `^src/${from}/` },
  to: { path: '^src/', pathNot: [`^src/${from}/`, ...to.map((t) => `^src/${t}`)] },
});
/** Every module of core may look things up. */
const core = (from, to) =>
  may(
    `core/${from}`,
    ['lists', ...to].map((t) => `core/${t}/`),
  );

module.exports = {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-is-pure',
      comment: 'Core runs in the page, a worker, the server and tests: no interface, no storage.',
      severity: 'error',
      from: { path: '^src/core/' },
      to: { path: ['^src/(?!core/)', 'node_modules/(react|react-dom|dexie|astro|comlink|zustand|zundo)/'] },
    },
    {
      name: 'core-modules-have-one-door',
      comment: 'A module of core is entered by its index.ts.',
      severity: 'error',
      from: { path: '^src/core/([^/]+)/' },
      to: { path: '^src/core/([^/]+)/(?!index\\.ts$)', pathNot: '^src/core/$1/' },
    },
    {
      name: 'outside-enters-core-by-its-doors',
      severity: 'error',
      from: { path: '^src/(?!core/)' },
      to: { path: '^src/core/[^/]+/(?!index\\.ts$|pdf\\.ts$|csv\\.ts$)' },
    },
    core('units', []),
    core('colour', []),
    core('shape', []),
    core('model', ['units', 'shape']),
    core('recipe', ['material', 'model']),
    core('laid', ['model', 'recipe', 'shape']),
    core('facing', ['laid', 'model', 'shape', 'units']),
    core('lettering', ['model', 'shape', 'units']),
    core('drawing', ['model', 'shape', 'units']),
    core('arrange', ['lettering', 'model', 'shape', 'units']),
    core('material', ['model', 'units']),
    core('layer', ['colour', 'laid', 'material', 'model', 'shape', 'units']),
    core('match', ['colour', 'facing', 'material', 'model', 'units']),
    core('drawer', ['colour', 'match', 'material', 'model', 'units']),
    core('start', ['colour', 'drawer', 'material', 'model', 'recipe', 'units']),
    core('repair', ['drawer', 'material', 'model', 'shape', 'units']),
    core('archive', ['drawer', 'model', 'shape']),
    core('standin', ['drawing', 'model', 'shape', 'sheet', 'units']),
    core('press', ['material', 'model', 'shape', 'units']),
    core('nest', ['shape', 'units']),
    core('layout', ['facing', 'laid', 'material', 'model', 'nest', 'recipe', 'shape']),
    core('making', ['facing', 'laid', 'layer', 'layout', 'material', 'model', 'nest', 'press', 'recipe', 'shape']),
    core('board', ['facing', 'model']),
    core('sheet', ['arrange', 'facing', 'laid', 'layout', 'nest', 'model', 'shape', 'units']),
    may('words', ['core/']),
    may('demo', ['core/']),
    may('server', ['core/', 'workers/']),
    may('workers', ['core/', 'words/']),
    may('store', ['core/', 'workers/', 'demo/']),
    may('components', ['core/', 'styles/', 'words/']),
    may('islands', ['demo/', 'core/', 'components/', 'store/', 'workers/', 'styles/', 'words/']),
    may('pages', ['core/', 'server/', 'islands/', 'layouts/', 'components/', 'workers/', 'styles/', 'demo/']),
    may('layouts', ['styles/']),
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: { extensions: ['.ts', '.tsx', '.js', '.json'] },
  },
};
