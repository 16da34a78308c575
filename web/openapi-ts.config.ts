import { defineConfig } from '@hey-api/openapi-ts';

// The client, with its types and query hooks, is generated from the server's own description, docs/openapi.json; `npm run api`
// makes it anew.
export default defineConfig({
  input: '../docs/openapi.json',
  output: { path: 'src/api/generated' },
  plugins: [
    '@hey-api/typescript',
    { name: '@hey-api/client-fetch', throwOnError: true, runtimeConfigPath: '../runtime' },
    { name: '@hey-api/sdk', responseStyle: 'data' },
    '@tanstack/react-query',
  ],
});
