import angular from 'angular-eslint';
import tseslint from 'typescript-eslint';

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
      selector: "CallExpression[callee.name='Number'][arguments.0.name=/(amount|net|tax|gross|price|debit|credit|total)$/i]",
      message: 'Amounts are decimal strings: use decimal() from core/money.',
    },
    {
      selector:
        "UnaryExpression[operator='+'] > MemberExpression[property.name=/^(amount|net|tax|gross|price|debit|credit|netAmount|unitPrice|netTotal|taxTotal|grossTotal|amountDue)$/]",
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
  { ignores: ['**/dist/**', '**/node_modules/**', '**/.angular/**', 'coverage/**', '.data/**', 'e2e/results/**'] },
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
  {
    files: ['server/src/*/routes.ts', 'server/src/*/jobs.ts', 'server/src/**/!(queries|change-queries|database|migrate|live).ts'],
    ignores: ['server/src/**/queries.ts', 'server/src/**/*-queries.ts', 'server/src/database/**', 'server/src/events/live.ts'],
    rules: {
      'no-restricted-syntax': [
        ...noFloats['no-restricted-syntax'],
        ...[
          "CallExpression[callee.property.name='query'][arguments.0.type=/Literal|TemplateLiteral/]",
          'CallExpression[callee.name=/^(one|maybe|many|run)$/][arguments.1.type=/Literal|TemplateLiteral/]',
          'Literal[value=/^\\s*(select|insert into|update|delete from|with)\\s.*\\s(from|set|values|where|as)\\s/is]',
          'TemplateElement[value.raw=/^\\s*(select|insert into|update|delete from|with)\\s.*\\s(from|set|values|where|as)\\s/is]',
        ].map((selector) => ({ selector, message: 'SQL stands in queries.ts, *-queries.ts and migrations/ only.' })),
      ],
    },
  },
  {
    files: ['core/src/**/*.ts', 'contract/src/**/*.ts', 'server/src/**/*.ts', 'stand-ins/src/**/*.ts'],
    ignores: ['**/*.spec.ts', '**/fixtures/**'],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/await-thenable': 'error',
      '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: { arguments: false, attributes: false } }],
      '@typescript-eslint/switch-exhaustiveness-check': ['error', { considerDefaultExhaustiveForUnions: true }],
    },
  },
  {
    files: ['web/src/**/*.ts'],
    extends: [...angular.configs.tsRecommended],
    processor: angular.processInlineTemplates,
    rules: {
      '@angular-eslint/prefer-on-push-component-change-detection': 'error',
      '@angular-eslint/component-selector': ['error', { type: 'element', prefix: 'umber', style: 'kebab-case' }],
    },
  },
  {
    files: ['web/src/**/*.html'],
    extends: [...angular.configs.templateRecommended, ...angular.configs.templateAccessibility],
    rules: {
      ...keysElsewhere,
      'no-restricted-syntax': [
        'error',
        {
          selector: "Element[name='form'][references.0.value!='ngForm']:not(:has(BoundAttribute[name='formGroup']))",
          message: 'A form without [formGroup] or ngForm sends the page itself when its button is clicked.',
        },
      ],
    },
  },
  { files: ['**/*.spec.ts', '**/test/**/*.ts', 'e2e/**/*.ts'], rules: { 'no-restricted-syntax': 'off', 'no-restricted-imports': 'off' } },
);
