// @vitest-environment jsdom
import { act, screen } from '@testing-library/react';
import { expect, test, vi } from 'vitest';
import { stage } from '../../../test/stage';
import { useCompose } from '../../store/composeStore';
import { LastTrial } from './LastTrial';

let links: unknown[] = [];
const asked = vi.fn(() => Promise.resolve({ reports: [], links }));
vi.mock('../../../api/generated/@tanstack/react-query.gen', () => ({
  getLinkMapOptions: () => ({ queryKey: ['map'], queryFn: asked }),
}));

test('a link that was tried before it was saved shows how it came out once it is', async () => {
  useCompose.setState({ id: 'r', version: 1 });
  stage(<LastTrial on="t1" index={0} />);
  await act(async () => Promise.resolve());
  expect(asked).toHaveBeenCalledTimes(1);
  expect(screen.queryByText(/added up/)).toBeNull();
  links = [
    {
      from: 'r',
      on: 't1',
      index: 0,
      trial: { differ: 0, tried: 3, compared: 'the total of x', triedAt: '2026-11-27T12:00:00Z', since: 'nothing' },
    },
  ];
  act(() => useCompose.setState({ version: 2 }));
  expect(await screen.findByText(/all 3 added up to the total of x/)).toBeTruthy();
  expect(asked).toHaveBeenCalledTimes(2);
});

test('the result of a link that was changed since is not shown', async () => {
  useCompose.setState({ id: 'r', version: 1 });
  links = [{ from: 'r', on: 't1', index: 0, trial: { differ: 0, tried: 3, compared: 'the total of x', since: 'definition' } }];
  stage(<LastTrial on="t1" index={0} />);
  expect(await screen.findByText('not tried since it was changed')).toBeTruthy();
  expect(screen.queryByText(/added up/)).toBeNull();
});
