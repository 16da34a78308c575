// @vitest-environment jsdom
import { expect, test } from 'vitest';
import { hasOwnUndo, settle } from './ownUndo';

test('a field has an undo of its own while something is typed and not taken', () => {
  const field = document.createElement('input');
  field.value = 'before';
  document.body.append(field);
  field.focus();
  expect(hasOwnUndo(field)).toBe(false);
  field.value = 'typed';
  expect(hasOwnUndo(field)).toBe(true);
  field.value = 'before';
  expect(hasOwnUndo(field)).toBe(false);
  field.value = 'typed';
  settle();
  expect(hasOwnUndo(field)).toBe(false);
  expect(hasOwnUndo(document.body)).toBe(false);
});
