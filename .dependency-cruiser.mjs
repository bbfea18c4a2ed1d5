/**
 * Which part may import which (docs/architecture.md). `npm run lint` holds every source file against this: a folder may import those
 * before it in its list, and no file may be part of a circle.
 */
const CORE = [
  'money',
  'dates',
  'shapes',
  'text',
  'geometry',
  'pictures',
  'similarity',
  'units',
  'identifiers',
  'arithmetic',
  'tax',
  'permissions',
  'documents',
  'e-invoices',
  'e-invoice-files',
  'intake',
  'audit',
  'languages',
  'reading',
  'habits',
  'separating',
  'sorting',
  'suppliers',
  'matching',
  'orders',
  'coding',
  'approval',
  'ledger',
  'importing',
  'searching',
  'naming',
  'exports',
];
/** Within reading; `reading.ts`, the types of what is read, is everybody's. */
const READING = ['print', 'language', 'scanned', 'rules', 'header', 'fitted', 'table', 'confidence', 'structured'];

/** Areas of the server. */
const SERVER = [
  'database',
  'audit',
  'people',
  'archive',
  'readers',
  'waiting',
  'coding',
  'suppliers',
  'orders',
  'own-fields',
  'documents',
  'letters',
  'around',
  'intake',
  'approval',
  'matching',
  'reading',
  'separating',
  'habits',
  'sorting',
  'checking',
  'sweeping',
  'ledger',
  'receiving',
  'importing',
  'searching',
  'exports',
  'keeping',
  'retention',
  'hooks',
  'other-ledger',
  'batch',
  'asking',
  'programs',
  'trays',
  'arrivals',
  'pipeline',
  'demo',
];

const SOURCE = '\\.(spec|test)\\.ts$|/fixtures/|/test/|/dist/';

/** Each folder of the list may import itself and those before it. */
const inOrder = (root, folders, name) =>
  folders.slice(0, -1).map((folder, i) => ({
    name: `${name}: ${folder} comes before ${folders.slice(i + 1).join(', ')}`,
    severity: 'error',
    from: { path: `^${root}/${folder}/`, pathNot: SOURCE },
    to: { path: `^${root}/(${folders.slice(i + 1).join('|')})/` },
  }));

const never = (name, from, to, more = {}) => ({
  name,
  severity: 'error',
  from: { path: from, pathNot: SOURCE },
  to: { path: to, ...more },
});

export default {
  forbidden: [
    { name: 'no circles', severity: 'error', from: {}, to: { circular: true } },
    ...inOrder('core/src', CORE, 'core'),
    ...inOrder('core/src/reading', READING, 'reading'),
    ...inOrder('server/src', SERVER, 'server'),
    never(
      'reading: its parts know nothing of the whole',
      '^core/src/reading/.+/',
      '^core/src/reading/(read-document|gather|explain|unproven|index)\\.ts$',
    ),
    never(
      'the core is pure',
      '^core/src/',
      '^(node:|fs|path|crypto)|node_modules/(?!decimal\\.js|ibantools|saxes)|^(contract|server|web|demo)/',
      {
        dependencyTypesNot: ['type-only'],
      },
    ),
    never(
      'the contract knows the core, and its schemas Joi',
      '^contract/src/',
      '^(server|web|demo|stand-ins)/|node_modules/(express|pg|@angular|@ngrx)/',
    ),
    never('what the browser carries is without Joi', '^contract/src/(?!.*schemas\\.ts$)', 'node_modules/joi/|/(common-)?schemas\\.ts$'),
    never('the web checks nothing with Joi', '^web/src/', 'node_modules/joi/|contract/.*schemas'),
    never('what draws documents does not score them', '^corpus/src/', '^evaluation/'),
    never('the server does not know the web', '^server/src/', '^(web|stand-ins|e2e)/'),
    never('the web talks to the server through the contract', '^web/src/', '^(server|demo|stand-ins|e2e)/'),
    never('SQL is asked through the database', '^server/src/(?!database/|events/live|demo/)', 'node_modules/pg/'),
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)(dist|node_modules/(?!pg/|joi/|express/|@angular/|@ngrx/|decimal)|\\.angular)/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
      extensions: ['.ts', '.js'],
    },
  },
};
