import angular from 'angular-eslint';
import tseslint from 'typescript-eslint';

/** The core's areas in the order of the work: an area may use those before it, never those after. */
const AREAS = [
  'money',
  'dates',
  'geometry',
  'pictures',
  'similarity',
  'identifiers',
  'intake',
  'reading',
  'separating',
  'sorting',
  'checking',
  'suppliers',
  'matching',
  'coding',
  'approval',
  'ledger',
];

const restrict = (patterns) => ({ 'no-restricted-imports': ['error', { patterns }] });
const later = AREAS.map((area, i) => ({
  files: [`core/src/${area}/**/*.ts`],
  rules: restrict([
    { regex: '^(node:|express|pg|@angular|@ngrx|@umber)', message: 'The core is pure: no I/O, no framework, no other package.' },
    ...AREAS.slice(i + 1).map((other) => ({
      regex: `^\\.\\./(\\.\\./)*${other}/`,
      message: `${area} comes before ${other}: imports go to earlier areas only.`,
    })),
  ]),
}));

/** Money is decimals: no float is made of an amount. */
const noFloats = {
  'no-restricted-syntax': [
    'error',
    { selector: "CallExpression[callee.name='parseFloat']", message: 'Amounts are decimal strings: use decimal() from core/money.' },
    {
      selector:
        "CallExpression[callee.name='Number'] > MemberExpression[property.name=/^(amount|net|tax|gross|price|quantity|debit|credit|netAmount|unitPrice|netTotal|taxTotal|grossTotal|amountDue)$/]",
      message: 'Amounts are decimal strings: use decimal() from core/money.',
    },
    {
      selector:
        "CallExpression[callee.property.name='toNumber'] > MemberExpression[object.property.name=/(amount|net|tax|gross|price|debit|credit)$/i]",
      message: 'An amount never becomes a float.',
    },
  ],
};

/** Every click has its key in the list that `?` shows; the cursor waits in the only form of the sign-in page. */
const keysElsewhere = {
  '@angular-eslint/template/click-events-have-key-events': 'off',
  '@angular-eslint/template/interactive-supports-focus': 'off',
  '@angular-eslint/template/no-autofocus': 'off',
};

export default tseslint.config(
  { ignores: ['**/dist/**', '**/node_modules/**', '**/.angular/**', 'coverage/**', '.data/**'] },
  ...tseslint.configs.recommended,
  ...tseslint.configs.stylistic,
  {
    files: ['**/*.ts'],
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { varsIgnorePattern: '^_', argsIgnorePattern: '^_' }],
      '@typescript-eslint/no-unused-expressions': 'off',
      '@typescript-eslint/consistent-type-definitions': 'off',
      eqeqeq: ['error', 'always', { null: 'ignore' }],
      ...noFloats,
    },
  },
  ...later,
  {
    files: ['contract/src/**/*.ts'],
    rules: restrict([
      { regex: '^(node:|express|pg|@angular|@ngrx|@umber/(server|web))', message: 'The contract knows the core and Joi, nothing else.' },
    ]),
  },
  {
    files: ['server/src/**/*.ts'],
    rules: restrict([
      { regex: '^(@angular|@ngrx|@umber/(web|stand-ins))', message: 'Imports go one way: web → contract → core ← server.' },
    ]),
  },
  {
    files: ['server/src/*/routes.ts', 'server/src/*/jobs.ts', 'server/src/**/!(queries|database|migrate|live).ts'],
    ignores: ['server/src/**/queries.ts', 'server/src/database/**', 'server/src/events/live.ts'],
    rules: {
      'no-restricted-syntax': [
        ...noFloats['no-restricted-syntax'],
        {
          selector: "CallExpression[callee.property.name='query'][arguments.0.type=/Literal|TemplateLiteral/]",
          message: 'SQL stands in queries.ts and migrations/ only.',
        },
      ],
    },
  },
  {
    files: ['web/src/**/*.ts'],
    extends: [...angular.configs.tsRecommended],
    processor: angular.processInlineTemplates,
    rules: {
      '@angular-eslint/prefer-on-push-component-change-detection': 'error',
      '@angular-eslint/component-selector': ['error', { type: 'element', prefix: 'umber', style: 'kebab-case' }],
      ...restrict([
        { regex: '^(node:|express|pg$|@umber/(server|demo|stand-ins))', message: 'Imports go one way: web → contract → core ← server.' },
      ]),
    },
  },
  {
    files: ['web/src/**/*.html'],
    extends: [...angular.configs.templateRecommended, ...angular.configs.templateAccessibility],
    rules: keysElsewhere,
  },
  { files: ['**/*.spec.ts', '**/test/**/*.ts', 'e2e/**/*.ts'], rules: { 'no-restricted-syntax': 'off', 'no-restricted-imports': 'off' } },
);
