// @vitest-environment node
import { ESLint } from 'eslint';
import { expect, test } from 'vitest';

/** What ESLint says to a text that would stand in a file, as the rules that it breaks. */
async function broken(file: string, text: string) {
  const [result] = await new ESLint().lintText(text, { filePath: `src/${file}` });
  return result.messages.map((message) => message.ruleId);
}

test('a folder that uses one above it is refused', async () => {
  expect(await broken('compose/store/planted.ts', "export { Paper } from '../page/Paper';\n")).toContain('import-x/no-restricted-paths');
  expect(await broken('compose/page/planted.ts', "export { composeStore } from '../store/composeStore';\n")).toEqual([]);
});

test('files that use each other are refused', async () => {
  expect(await broken('shell/midSentence.ts', "export { midSentence } from '../compose/document/levelChoices';\n")).toContain(
    'import-x/no-cycle',
  );
});
