import { createTypeScriptImportResolver } from 'eslint-import-resolver-typescript';
import prettier from 'eslint-config-prettier';
import importX from 'eslint-plugin-import-x';
import vue from 'eslint-plugin-vue';
import ts from 'typescript-eslint';

/** The rooms and what each may import: everything not listed is out of bounds. See docs/architecture.md. */
const SETTING = ['core/geometry', 'core/piece', 'core/curves', 'core/type'];
const DRAWING = [...SETTING, 'core/setting', 'core/ink'];
const ALLOWED = {
  'core/geometry': [],
  'core/ink': [],
  'core/piece': ['core/ink'],
  'core/curves': ['core/geometry', 'core/piece'],
  'core/type': ['core/geometry'],
  'core/import': ['core/geometry', 'core/piece', 'core/ink'],
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
      '@typescript-eslint/no-explicit-any': 'off',
      'max-lines': ['error', { max: 330, skipBlankLines: true }],
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
  // What the formatter decides is not asked twice.
  prettier,
);
