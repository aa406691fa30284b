// The layers of the code, held by `npm test`. A folder may import only what stands before it in its list.

/** Folders of the core, lowest first. docs/architecture.md says what each holds. */
const CORE = [
  ...['css', 'text', 'paths', 'values', 'properties', 'browsers', 'sheet'],
  ...['markup', 'selectors', 'cascade', 'states', 'diagnostics'],
  ...[
    'site',
    'model',
    'trace',
    'edit',
    'color',
    'backgrounds',
    'motion',
    'type',
    'advances',
    'boxes',
    'plan',
    'classes',
    'proof',
  ],
  ...['contrast', 'links', 'menu', 'fit', 'lift', 'tidy', 'writing'],
]

/** Folders of the interface, lowest first. */
const UI = ['state', 'controls', 'lineup', 'sheet', 'trace', 'findings', 'dialogs', 'facets', 'shell']

/** What each part of src/ may import beside itself. */
const PARTS = {
  core: [],
  protocol: ['core'],
  bridge: [],
  platform: ['core'],
  shaping: ['core'],
  workers: ['core', 'protocol', 'shaping'],
  server: ['core', 'protocol', 'platform'],
  cli: ['core', 'platform', 'server', 'shaping'],
  ui: ['core', 'protocol', 'bridge', 'workers'],
  app: ['core', 'protocol', 'server', 'ui'],
}

/** One rule a folder: it may not import what stands after it. */
const upward = (part, folders) =>
  folders.slice(0, -1).map((folder, at) => ({
    name: `${part}-${folder}-stands-below`,
    severity: 'error',
    comment: `${part}/${folder} imports only what stands before it in the list of layers.`,
    from: { path: `^src/${part}/${folder}/` },
    to: { path: `^src/${part}/(?:${folders.slice(at + 1).join('|')})/` },
  }))

const oneWay = Object.entries(PARTS).map(([part, open]) => ({
  name: `${part}-imports-one-way`,
  severity: 'error',
  comment: `src/${part} imports ${open.length === 0 ? 'nothing else of src/' : `only ${open.join(', ')}`}.`,
  from: { path: `^src/${part}/` },
  to: { path: '^src/', pathNot: `^src/(?:${[part, ...open].join('|')})/` },
}))

module.exports = {
  forbidden: [
    {
      name: 'no-circles',
      severity: 'error',
      comment: 'Modules that need each other are one module, or hide a third.',
      from: {},
      to: { circular: true },
    },
    {
      name: 'core-folder-has-a-layer',
      severity: 'error',
      comment: 'A new folder of the core gets its place in the list of layers.',
      from: { path: '^src/core/', pathNot: `^src/core/(?:${CORE.join('|')})/` },
      to: {},
    },
    {
      name: 'core-is-pure',
      severity: 'error',
      comment: 'core/ knows no Node, no React, no database.',
      from: { path: '^src/core/' },
      to: {
        dependencyTypes: ['core', 'npm', 'npm-dev', 'npm-optional', 'npm-no-pkg', 'unknown', 'undetermined'],
        pathNot:
          '^node_modules/(?:@csstools/|css-tree|culori|diff|entities|fastest-levenshtein|html-validate|parse5|zod)',
      },
    },
    {
      name: 'resolvable',
      severity: 'error',
      comment: 'What is imported is there.',
      from: {},
      to: { couldNotResolve: true },
    },
    ...upward('core', CORE),
    ...upward('ui', UI),
    ...oneWay,
  ],
  options: {
    doNotFollow: { path: '^node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'require', 'node', 'default'] },
  },
}
