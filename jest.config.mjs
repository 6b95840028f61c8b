export default {
  testEnvironment: 'node',
  roots: ['<rootDir>/src', '<rootDir>/demo', '<rootDir>/tests/unit'],
  testMatch: ['**/*.test.ts', '**/*.test.tsx'],
  moduleNameMapper: {
    '^@/(.*)$': '<rootDir>/src/$1',
    '^#demo/(.*)$': '<rootDir>/demo/$1',
    '^d3-array$': '<rootDir>/node_modules/d3-array/dist/d3-array.js',
    '^lucide-react$': '<rootDir>/tests/unit/helpers/icons.cjs',
  },
  transform: {
    '^.+\\.(t|j)sx?$': [
      '@swc/jest',
      {
        jsc: {
          parser: { syntax: 'typescript', tsx: true },
          target: 'es2022',
          transform: { react: { runtime: 'automatic' } },
        },
        module: { type: 'commonjs' },
      },
    ],
  },
  // Packages that ship only ES modules and are reached by unit tests.
  transformIgnorePatterns: ['/node_modules/(?!(@noble|ulid|@tanstack|d3-array|internmap)/)'],
  // Test files run inside a vm, where every look at a global takes a detour: a loop over pixels takes ten times as long. What
  // such loops ask for at each step is handed to each file instead.
  sandboxInjectedGlobals: [
    'Array',
    'Float32Array',
    'Float64Array',
    'Infinity',
    'Int32Array',
    'JSON',
    'Map',
    'Math',
    'Number',
    'Object',
    'Set',
    'String',
    'Uint16Array',
    'Uint32Array',
    'Uint8Array',
    'Uint8ClampedArray',
  ],
  // All cores, the one of the runner too: it only waits.
  maxWorkers: '100%',
  runtime: '<rootDir>/tests/unit/runtime.cjs',
  testSequencer: '<rootDir>/tests/unit/longestFirst.mjs',
  testTimeout: 180_000,
};
