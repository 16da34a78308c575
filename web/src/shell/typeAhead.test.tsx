// @vitest-environment jsdom
import MenuItem from '@mui/material/MenuItem';
import { screen } from '@testing-library/react';
import { expect, test, vi } from 'vitest';
import { stage } from '../test/stage';
import { fit } from './typeAhead';
import { Menu } from './whenOpen';

test('typing in a menu leads to the word that tells an item apart, and a space does not choose', async () => {
  const choose = vi.fn();
  const anchor = document.body.appendChild(document.createElement('button'));
  const user = stage(
    <Menu open anchorEl={anchor}>
      {['is equal to', 'is at least', 'is at most', 'sailings in detail'].map((words) => (
        <MenuItem key={words} onClick={() => choose(words)}>
          {words}
        </MenuItem>
      ))}
    </Menu>,
  );
  screen.getByText('is equal to').focus();
  await user.keyboard('at m');
  expect(document.activeElement?.textContent).toBe('is at most');
  expect(choose).not.toHaveBeenCalled();
  await user.keyboard('{Enter}');
  expect(choose).toHaveBeenCalledWith('is at most');
});

test('the start of an item fits better than a later word, and that better than what lies inside of one', () => {
  expect(['sail', 'no sail', 'assail', 'ferry'].map((words) => fit(words, 'sail'))).toEqual([0, 1, 2, 3]);
});
