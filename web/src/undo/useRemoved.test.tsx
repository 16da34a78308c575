// @vitest-environment jsdom
import { screen, waitFor } from '@testing-library/react';
import { useState } from 'react';
import { beforeEach, expect, test, vi } from 'vitest';
import { stage } from '../test/stage';
import { useRemoved } from './useRemoved';

function List() {
  const [names, setNames] = useState(['Tides', 'Winds']);
  const removed = useRemoved();
  return names.map((name) => (
    <article key={name} data-item={name}>
      <button
        onClick={() => {
          setNames((now) => now.filter((n) => n !== name));
          removed(name, `“${name}” is gone.`, `[data-item="${name}"]`, async () => setNames((now) => [...now, name]));
        }}
      >
        Remove {name}
      </button>
    </article>
  ));
}

// Nothing has a size here, so all of it counts as to be seen.
beforeEach(() => void vi.spyOn(Element.prototype, 'getClientRects').mockReturnValue([{}] as never));

test('what was removed comes back by its message or by Ctrl+Z, the last first, and has the focus', async () => {
  const user = stage(<List />);
  await user.click(screen.getByText('Remove Tides'));
  await user.click(screen.getByText('Remove Winds'));
  await user.keyboard('{Control>}z{/Control}');
  await waitFor(() => expect(document.activeElement?.textContent).toBe('Remove Winds'));
  expect(screen.queryByText('Remove Tides')).toBeNull();
  await user.click(await screen.findByText('Undo'));
  await waitFor(() => expect(document.activeElement?.textContent).toBe('Remove Tides'));
  // Nothing is left to bring back.
  await user.keyboard('{Control>}z{/Control}');
  expect(screen.getAllByRole('article')).toHaveLength(2);
});

test('the message brings it back after its screen was left, too', async () => {
  const restore = vi.fn(async () => {});
  function Screen() {
    const removed = useRemoved();
    return <button onClick={() => removed('Tides', '“Tides” is gone.', '#tides', restore)}>Remove</button>;
  }
  function Screens() {
    const [isLeft, setLeft] = useState(false);
    return isLeft ? (
      <p>Elsewhere</p>
    ) : (
      <div onDoubleClick={() => setLeft(true)}>
        <Screen />
      </div>
    );
  }
  const user = stage(<Screens />);
  await user.click(screen.getByText('Remove'));
  await user.dblClick(screen.getByText('Remove').parentElement!);
  await screen.findByText('Elsewhere');
  await user.click(await screen.findByText('Undo'));
  expect(restore).toHaveBeenCalledTimes(1);
});
