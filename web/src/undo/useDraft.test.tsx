// @vitest-environment jsdom
import { screen } from '@testing-library/react';
import { expect, test, vi } from 'vitest';
import { stage } from '../test/stage';
import { TextSetting } from '../sentence/TextSetting';
import { takeTyped } from './useDraft';

async function typed() {
  const commit = vi.fn();
  const shown = (there: boolean) => there && <TextSetting label="Title" value="old" onCommit={commit} />;
  const user = stage(shown(true));
  const field = screen.getByLabelText('Title');
  await user.clear(field);
  await user.type(field, 'new');
  return { commit, field, user };
}

test('a text is taken once, whatever follows', async () => {
  const { commit, user } = await typed();
  await user.tab();
  takeTyped();
  expect(commit.mock.calls).toEqual([['new']]);
});

test('a text is taken when the page is left before its field is', async () => {
  const { commit } = await typed();
  takeTyped();
  expect(commit.mock.calls).toEqual([['new']]);
});

test('Escape takes back what was typed', async () => {
  const { commit, field, user } = await typed();
  await user.keyboard('{Escape}');
  await user.tab();
  takeTyped();
  expect((field as HTMLInputElement).value).toBe('old');
  expect(commit).not.toHaveBeenCalled();
});
