import { defineConfig } from '@hey-api/openapi-ts';

// Types are generated from the server's own description, docs/openapi.json; `npm run api` makes them anew.
export default defineConfig({
  input: '../docs/openapi.json',
  output: { path: 'src/api/generated' },
  plugins: ['@hey-api/typescript'],
});
