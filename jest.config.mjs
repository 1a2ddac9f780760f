const swc = [
  '@swc/jest',
  { jsc: { parser: { syntax: 'typescript' }, target: 'es2023' }, module: { type: 'commonjs' } },
]
const common = {
  transform: { '^.+\\.(ts|mjs|js)$': swc },
  moduleNameMapper: { '^~~/(.*)$': '<rootDir>/$1', '^~/(.*)$': '<rootDir>/app/$1' },
  // packages that ship ES modules only
  transformIgnorePatterns: [
    '/node_modules/(?!(pixelmatch|parse5|entities|culori|css-tree|mdn-data|@adonisjs|@poppinsss|@poppinss|@phc|@lukeed|@sindresorhus|camelcase|dot-prop|lru-cache|p-limit|yocto-queue|ssri|minipass|fast-check|pure-rand|property-information|nostics|@vue)/)',
  ],
  modulePathIgnorePatterns: ['<rootDir>/.data/', '<rootDir>/.output/'],
  testEnvironment: 'node',
}

export default {
  projects: [
    {
      ...common,
      displayName: 'unit',
      testMatch: [
        '<rootDir>/core/**/*.test.ts',
        '<rootDir>/frame/**/*.test.ts',
        '<rootDir>/server/**/*.test.ts',
        '<rootDir>/app/**/*.test.ts',
      ],
    },
    { ...common, displayName: 'server', testMatch: ['<rootDir>/tests/server/**/*.test.ts'] },
  ],
}
