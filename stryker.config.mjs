// Mutation tests, by file: `npm run mutate core/proof/checks/trim.ts`. See bin/mutate.mjs.
export default {
  testRunner: 'vitest',
  vitest: { configFile: 'vitest.mutate.ts', related: false },
  coverageAnalysis: 'perTest',
  ignoreStatic: true,
  concurrency: 2,
  // The app's types are needed by the configuration of TypeScript.
  ignorePatterns: ['!.nuxt', '.output', 'dist', 'tmp', 'data', 'docs', 'public'],
  tempDirName: 'tmp/stryker',
  reporters: ['clear-text', 'progress'],
  clearTextReporter: { allowColor: false, logTests: false, reportTests: false },
};
