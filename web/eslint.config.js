import reactHooks from 'eslint-plugin-react-hooks';
import { defineConfig } from 'eslint/config';
import tseslint from 'typescript-eslint';

/** The usual rules of TypeScript and React; Prettier decides about the form, and how long a line may be is checked here. */
export default defineConfig(
  { ignores: ['dist', 'src/api/generated'] },
  tseslint.configs.recommended,
  {
    linterOptions: { reportUnusedDisableDirectives: 'error' },
    plugins: { 'react-hooks': reactHooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error', 'max-len': ['error', { code: 140 }] },
  },
);
