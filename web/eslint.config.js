import js from '@eslint/js';
import importX from 'eslint-plugin-import-x';
import a11y from 'eslint-plugin-jsx-a11y';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

// React calls what an effect returns. An effect without braces returns what its last call returned, which may be no function.
const SHORT_EFFECT = {
  selector: 'CallExpression[callee.name=/^use(Layout)?Effect$/] > ArrowFunctionExpression[expression=true]',
  message: 'Write the body of an effect in braces, so that it returns nothing but its end.',
};

export default tseslint.config(
  { ignores: ['target', 'node_modules', 'src/api/schema.generated.ts'] },
  js.configs.recommended,
  ...tseslint.configs.strict,
  ...tseslint.configs.stylistic,
  {
    files: ['src/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': reactHooks },
    rules: {
      ...reactHooks.configs.recommended.rules,
      '@typescript-eslint/consistent-type-definitions': ['error', 'interface'],
      '@typescript-eslint/no-non-null-assertion': 'error',
      'no-restricted-syntax': ['error', SHORT_EFFECT],
    },
  },
  {
    files: ['src/**/*.{ts,tsx}'],
    plugins: { 'import-x': importX, 'jsx-a11y': a11y },
    settings: {
      'import-x/resolver-next': [importX.createNodeResolver({ extensions: ['.ts', '.tsx', '.js'] })],
      'import-x/parsers': { '@typescript-eslint/parser': ['.ts', '.tsx'] },
      // Parts of the kit and of MUI that become what the browser knows.
      'jsx-a11y': {
        components: { TextButton: 'button', PlainButton: 'button', Button: 'button', Table: 'table' },
      },
    },
    rules: {
      'import-x/no-cycle': ['error', { ignoreExternal: true }],
      ...a11y.flatConfigs.recommended.rules,
      // A part that is scrolled is reached by Tab, so that keys can scroll it.
      'jsx-a11y/no-noninteractive-tabindex': ['error', { tags: ['section', 'aside'], roles: ['tabpanel'] }],
      // Focus goes to the first field of what was opened.
      'jsx-a11y/no-autofocus': 'off',
    },
  },
  // Floors, as docs/front-end.md lists them: nobody imports from a folder further down, and rooms do not use each other.
  {
    files: ['src/{charts,words,theme,api,model}/**/*.{ts,tsx}'],
    rules: {
      'no-restricted-imports': [
        'error',
        { patterns: ['**/rooms/**', '**/frame/**', '**/parts/**', '**/export/**', '**/help/**'] },
      ],
    },
  },
  {
    files: ['src/{parts,export}/**/*.{ts,tsx}'],
    rules: { 'no-restricted-imports': ['error', { patterns: ['**/rooms/**', '**/frame/**'] }] },
  },
  {
    files: ['src/{frame,help}/**/*.{ts,tsx}'],
    rules: {
      'no-restricted-imports': ['error', { patterns: ['**/rooms/**', '**/parts/**', '**/export/**'] }],
    },
  },
  {
    files: ['src/rooms/*/*.{ts,tsx}'],
    rules: { 'no-restricted-imports': ['error', { patterns: [{ regex: '^\\.\\./(?!\\.\\./)' }] }] },
  },
  {
    files: ['src/rooms/*/*/*.{ts,tsx}'],
    rules: { 'no-restricted-imports': ['error', { patterns: [{ regex: '^\\.\\./\\.\\./(?!\\.\\./)' }] }] },
  },
  // One kit: what the browser brings along is dressed there and nowhere else. The kit knows only the theme.
  {
    files: ['src/{charts,frame,parts,rooms,export,help}/**/*.tsx'],
    rules: {
      'no-restricted-syntax': [
        'error',
        SHORT_EFFECT,
        {
          selector: 'JSXOpeningElement[name.name=/^(button|select|input|table|textarea)$/]',
          message: 'Take it from src/kit.',
        },
      ],
    },
  },
  {
    files: ['src/kit/**/*.{ts,tsx}'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            '**/rooms/**',
            '**/frame/**',
            '**/parts/**',
            '**/model/**',
            '**/api/**',
            '**/charts/**',
            '**/words/**',
          ],
        },
      ],
    },
  },
  {
    files: ['scripts/*.mjs'],
    languageOptions: { globals: { process: 'readonly', console: 'readonly', URL: 'readonly' } },
  },
);
