import { readdirSync } from 'node:fs';
import { dirname, relative } from 'node:path';
import { createTypeScriptImportResolver } from 'eslint-import-resolver-typescript';
import importX from 'eslint-plugin-import-x';
import reactHooks from 'eslint-plugin-react-hooks';
import { defineConfig } from 'eslint/config';
import tseslint from 'typescript-eslint';
import { rooms, zones } from './rooms.mjs';

// A folder without a place in the order would be free of it.
const folders = readdirSync('src', { recursive: true })
  .filter((file) => /\.tsx?$/.test(file) && !file.startsWith('api/generated') && !file.startsWith('test/'))
  .map((file) => relative('.', dirname(file)) || '.');
const strangers = [...new Set(folders)].filter((folder) => !rooms.includes(folder));
if (strangers.length > 0) throw new Error(`web/rooms.mjs gives no place to ${strangers.join(', ')}.`);

/** The usual rules of TypeScript and React; Prettier decides about the form, and how long a line may be is checked here. */
export default defineConfig(
  { ignores: ['dist', 'src/api/generated'] },
  tseslint.configs.recommended,
  {
    linterOptions: { reportUnusedDisableDirectives: 'error' },
    plugins: { 'react-hooks': reactHooks, 'import-x': importX },
    settings: { ...importX.flatConfigs.typescript.settings, 'import-x/resolver-next': [createTypeScriptImportResolver()] },
    rules: {
      'react-hooks/rules-of-hooks': 'error',
      'react-hooks/exhaustive-deps': 'error',
      'max-len': ['error', { code: 140 }],
      'import-x/no-cycle': 'error',
    },
  },
  {
    files: ['src/**'],
    ignores: ['src/**/*.test.*', 'src/test/**'],
    rules: { 'import-x/no-restricted-paths': ['error', { basePath: import.meta.dirname, zones }] },
  },
);
