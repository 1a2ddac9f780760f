import tseslint from 'typescript-eslint'
import vue from 'eslint-plugin-vue'
import vueParser from 'vue-eslint-parser'

const purity = {
  patterns: [
    {
      group: [
        '/vue',
        '/vue/*',
        'nuxt',
        'nuxt/*',
        '#*',
        'pinia',
        'primevue*',
        'knex',
        'pg',
        'h3',
        'node:*',
        'fs',
        'http',
        '~/*',
        '~~/server/*',
        '~~/app/*',
        '../server/*',
        '../../server/*',
      ],
      message: 'The core computes and nothing else: what it needs comes in as values.',
    },
  ],
}

export default tseslint.config(
  {
    ignores: [
      '.nuxt/**',
      '.output/**',
      '.build/**',
      '.data/**',
      'node_modules/**',
      'test-results/**',
      'playwright-report/**',
    ],
  },
  ...tseslint.configs.recommended,
  ...vue.configs['flat/recommended'],
  {
    files: ['**/*.ts', '**/*.vue', '**/*.mjs'],
    languageOptions: { parser: vueParser, parserOptions: { parser: tseslint.parser, sourceType: 'module' } },
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-non-null-assertion': 'off',
      'no-console': ['error', { allow: ['warn', 'error'] }],
      eqeqeq: 'error',
      'no-warning-comments': ['error', { terms: ['todo', 'fixme', 'xxx'], location: 'start' }],
      'vue/multi-word-component-names': 'off',
      'vue/max-attributes-per-line': 'off',
      'vue/singleline-html-element-content-newline': 'off',
      'vue/html-self-closing': [
        'error',
        { html: { void: 'always', normal: 'always', component: 'always' }, svg: 'always' },
      ],
      'vue/html-indent': 'off',
      'vue/html-closing-bracket-newline': 'off',
      'vue/first-attribute-linebreak': 'off',
      'vue/multiline-html-element-content-newline': 'off',
      'vue/attributes-order': 'off',
      'vue/require-default-prop': 'off',
      'vue/attribute-hyphenation': 'off',
      'vue/v-on-event-hyphenation': 'off',
      // a template belongs to one component, and the types say what it takes
      'vue/no-template-shadow': 'off',
    },
  },
  {
    // what only the types tell
    files: ['core/**/*.ts', 'server/**/*.ts', 'frame/**/*.ts', 'cli/**/*.ts', 'app/**/*.ts'],
    ignores: ['**/*.test.ts'],
    languageOptions: {
      parser: tseslint.parser,
      parserOptions: { project: './tsconfig.check.json', tsconfigRootDir: import.meta.dirname },
    },
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: false }],
      '@typescript-eslint/await-thenable': 'error',
      '@typescript-eslint/no-unnecessary-condition': 'error',
      '@typescript-eslint/no-unsafe-argument': 'error',
      '@typescript-eslint/no-unsafe-assignment': 'error',
      '@typescript-eslint/no-unsafe-call': 'error',
      '@typescript-eslint/no-unsafe-member-access': 'error',
      '@typescript-eslint/no-unsafe-return': 'error',
    },
  },
  {
    // what is longer says why, beside it
    files: [
      'core/**/*.ts',
      'server/**/*.ts',
      'frame/**/*.ts',
      'cli/**/*.ts',
      'app/**/*.ts',
      'tools/**/*.mjs',
    ],
    ignores: ['**/*.test.ts'],
    rules: {
      'max-lines-per-function': ['error', { max: 60, skipBlankLines: true, skipComments: true }],
      'max-lines': ['error', 300],
    },
  },
  {
    // a store and a composable are one function by the form of their framework: what they do are those in it
    files: ['app/stores/**/*.ts', 'app/composables/**/*.ts'],
    rules: { 'max-lines-per-function': ['error', { max: 210, skipBlankLines: true, skipComments: true }] },
  },
  {
    // rows come out of the store as the query says; each file there gives them their types
    files: ['server/store/**/*.ts'],
    rules: Object.fromEntries(
      ['argument', 'assignment', 'call', 'member-access', 'return'].map((what) => [
        `@typescript-eslint/no-unsafe-${what}`,
        'off',
      ]),
    ),
  },
  {
    files: ['core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: { 'no-restricted-imports': ['error', purity] },
  },
  { files: ['tools/**', 'tests/**'], rules: { 'no-console': 'off' } },
)
