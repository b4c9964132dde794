import js from '@eslint/js';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

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
    },
  },
  // Floors: charts, words, theme and api know nothing of frame and rooms; the frame knows no room; rooms do not use each other.
  {
    files: ['src/{charts,words,theme,api}/**/*.{ts,tsx}'],
    rules: { 'no-restricted-imports': ['error', { patterns: ['**/rooms/**', '**/frame/**'] }] },
  },
  {
    files: ['src/frame/**/*.{ts,tsx}'],
    rules: { 'no-restricted-imports': ['error', { patterns: ['**/rooms/**'] }] },
  },
  {
    files: ['src/rooms/**/*.{ts,tsx}'],
    rules: { 'no-restricted-imports': ['error', { patterns: [{ regex: '^\\.\\./(?!\\.\\./)' }] }] },
  },
  {
    files: ['scripts/*.mjs'],
    languageOptions: { globals: { process: 'readonly', console: 'readonly', URL: 'readonly' } },
  },
);
