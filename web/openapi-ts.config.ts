import { defineConfig } from '@hey-api/openapi-ts';

// The client, with its types and query hooks, is generated from the server's own description, docs/openapi.json; `npm run api`
// makes it anew.
export default defineConfig({
  input: '../docs/openapi.json',
  output: { path: 'src/api/generated' },
  // What is wrong comes as an ApiError (src/api/runtime.ts) from every operation, so the types of answers leave problems out.
  parser: {
    patch: {
      input: (spec: { paths?: Record<string, Record<string, { responses?: Record<string, unknown> }>> }) => {
        for (const path of Object.values(spec.paths ?? {}))
          for (const operation of Object.values(path)) delete operation.responses?.default;
      },
    },
  },
  plugins: [
    '@hey-api/typescript',
    { name: '@hey-api/client-fetch', throwOnError: true, runtimeConfigPath: '../runtime' },
    { name: '@hey-api/sdk', responseStyle: 'data' },
    '@tanstack/react-query',
  ],
});
