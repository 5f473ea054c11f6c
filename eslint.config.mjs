import { createTypeScriptImportResolver } from 'eslint-import-resolver-typescript';
import prettier from 'eslint-config-prettier';
import importX from 'eslint-plugin-import-x';
import vue from 'eslint-plugin-vue';
import ts from 'typescript-eslint';

/** The rooms and what each may import: everything not listed is out of bounds. See docs/architecture.md. */
const DOCUMENT = ['core/fields', 'core/geometry', 'core/stances', 'core/shapes', 'core/piece'];
const SETTING = [...DOCUMENT, 'core/curves', 'core/type'];
const DRAWING = [...SETTING, 'core/setting', 'core/ink'];
const ALLOWED = {
  'core/geometry': [],
  'core/ink': [],
  'core/fields': [],
  'core/stances': ['core/geometry'],
  'core/shapes': ['core/fields', 'core/geometry'],
  'core/piece': ['core/fields', 'core/shapes', 'core/stances', 'core/ink'],
  'core/curves': DOCUMENT,
  'core/type': ['core/geometry'],
  'core/import': [...DOCUMENT, 'core/ink'],
  'core/setting': SETTING,
  'core/drawing': DRAWING,
  'core/editing': [...DRAWING, 'core/import'],
  'core/proof': [...DRAWING, 'core/drawing', 'core/editing'],
  'core/output': [...DRAWING, 'core/drawing', 'core/editing', 'core/import'],
  'app': ['core', 'fonts'],
  'server': ['core', 'fonts'],
  'cli': ['core', 'fonts'],
  'fonts': ['core'],
};
const ROOMS = ['core', 'app', 'server', 'cli', 'fonts', 'demo', 'tests', 'bin'];

const zones = Object.entries(ALLOWED).map(([room, allowed]) => {
  const own = room.startsWith('core/') ? Object.keys(ALLOWED).filter((one) => one.startsWith('core/')) : [];
  const from = [...ROOMS.filter((one) => one !== 'core' || !room.startsWith('core/')), ...own].filter(
    (one) => one !== room && !allowed.includes(one),
  );
  return {
    target: `./${room}`,
    from: from.map((one) => `./${one}`),
    message: `${room} may import only ${[room, ...allowed].join(', ')}.`,
  };
});

/**
 * Files that are still longer, or have a function that is longer or more branched, than the limits. Nothing may join
 * them; who works on one parts it and takes it off the list.
 */
const OVER = {
  'max-lines': [
    'tests/bench/page.ts',
    'tests/e2e/space.test.ts',
    'tests/unit/curves/kinds.test.ts',
    'tests/unit/editing/rooms.test.ts',
    'tests/unit/output/series.test.ts',
    'tests/unit/setting/stance.test.ts',
  ],
  'max-lines-per-function': [
    'core/shapes/through.ts',
    'core/drawing/asOutlines.ts',
    'core/drawing/bend.ts',
    'core/editing/edits/bringArt.ts',
    'core/editing/edits/equalRooms.ts',
    'core/import/svg.ts',
    'core/output/pdf/pdf.ts',
    'core/proof/checks/nearlyAlike.ts',
    'core/proof/checks/thinLines.ts',
    'core/setting/line/setLettering.ts',
    'core/setting/space/white/profiles.ts',
  ],
  'complexity': [
    'app/bench/dialogs/BringInDialog.vue',
    'app/composables/useCorrections.ts',
    'app/composables/useWarmUp.ts',
    'app/gestures/useSnapping.ts',
    'core/drawing/items/curve.ts',
    'core/drawing/items/lettering.ts',
    'core/editing/rules/radius.ts',
    'core/geometry/outlines/closest.ts',
    'core/import/svg.ts',
    'core/piece/read.ts',
    'core/proof/thickness.ts',
    'core/setting/space/white/white.ts',
    'server/data/fontFile.ts',
    'tests/unit/editing/radius.test.ts',
  ],
};
/** Stores and composables: one function each that holds small ones, whose sum says nothing. */
const HOLDERS = [
  'app/composables/useCorrections.ts',
  'app/gestures/useCurveDrag.ts',
  'app/gestures/useLetteringDrag.ts',
  'app/gestures/usePointTools.ts',
  'app/stores/derived.ts',
  'app/stores/document.ts',
  'app/stores/faces.ts',
  'app/stores/view.ts',
];

export default ts.config(
  { ignores: ['.nuxt/', '.output/', 'dist/', 'node_modules/', 'fonts/files/', 'data/', 'tmp/'] },
  ...ts.configs.recommended,
  ...vue.configs['flat/recommended'],
  {
    files: ['**/*.vue'],
    languageOptions: { parserOptions: { parser: ts.parser } },
    rules: {
      'vue/max-attributes-per-line': 'off',
      'vue/singleline-html-element-content-newline': 'off',
      'vue/html-self-closing': ['warn', { html: { void: 'never', normal: 'always', component: 'always' } }],
      'vue/multi-word-component-names': ['error', { ignores: ['index', '[id]', 'app'] }],
      'vue/require-default-prop': 'off',
      'vue/first-attribute-linebreak': 'off',
      'vue/html-closing-bracket-newline': 'off',
      'no-undef': 'off',
    },
  },
  {
    files: ['**/*.{ts,mts,mjs,vue}'],
    plugins: { 'import-x': importX },
    settings: {
      'import-x/resolver-next': [
        createTypeScriptImportResolver({ project: ['core/tsconfig.json', 'cli/tsconfig.json'] }),
      ],
    },
    rules: {
      'import-x/no-restricted-paths': ['error', { zones }],
      'import-x/no-cycle': ['error', { maxDepth: 6 }],
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', ignoreRestSiblings: true }],
      '@typescript-eslint/no-explicit-any': 'error',
      'max-lines': ['error', { max: 300, skipBlankLines: true, skipComments: true }],
      'max-lines-per-function': ['error', { max: 60, skipBlankLines: true, skipComments: true }],
      'complexity': ['error', 15],
      'eqeqeq': ['error', 'always'],
    },
  },
  {
    // The core knows neither browser nor Node: its tsconfig leaves their types out, this their modules.
    files: ['core/**/*.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            'node:*',
            'fs',
            'path',
            'vue',
            'vue/*',
            'pinia',
            'nuxt',
            '#app',
            '#imports',
            'h3',
            '@electric-sql/*',
          ],
        },
      ],
      'no-restricted-globals': ['error', 'window', 'document', 'process', 'console', 'fetch', 'performance'],
    },
  },
  {
    // The list of formats is read where nothing is written, as by the help of the command line: what draws is loaded
    // when a format is asked for a file.
    files: ['core/output/formats/*.ts'],
    rules: {
      '@typescript-eslint/no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              regex: '^\\.\\./(?!\\.\\./(result|type/lineFace)$|cut/(forTools|dxfTolerance)$|marks/printMarks$)',
              allowTypeImports: true,
            },
          ],
        },
      ],
    },
  },
  {
    // Rules that need types: no promise is forgotten, no member of a union.
    files: ['{app,core,cli,server,fonts,tests}/**/*.{ts,vue}'],
    languageOptions: {
      parserOptions: {
        project: [
          'core/tsconfig.json',
          'cli/tsconfig.json',
          'tests/tsconfig.json',
          '.nuxt/tsconfig.app.json',
          '.nuxt/tsconfig.server.json',
        ],
        extraFileExtensions: ['.vue'],
      },
    },
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: false }],
      '@typescript-eslint/switch-exhaustiveness-check': ['error', { considerDefaultExhaustiveForUnions: true }],
    },
  },
  // A describe is a list of tests, not a function to be read at once.
  { files: ['tests/**/*.ts', ...HOLDERS], rules: { 'max-lines-per-function': 'off' } },
  // Tests of the page look into what the server answers.
  { files: ['tests/**/*.ts'], rules: { '@typescript-eslint/no-explicit-any': 'off' } },
  ...Object.entries(OVER).map(([rule, files]) => ({ files, rules: { [rule]: 'off' } })),
  // What the formatter decides is not asked twice.
  prettier,
);
