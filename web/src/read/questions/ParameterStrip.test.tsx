// @vitest-environment jsdom
import { screen, waitFor, within } from '@testing-library/react';
import { useState } from 'react';
import { expect, test, vi } from 'vitest';
import type { ParameterInfo, Problem } from '../../api/generated';
import { stage } from '../../test/stage';
import { ParameterStrip } from './ParameterStrip';
import { goToParameter } from './StripField';

const plain: ParameterInfo = {
  name: 'p',
  caption: 'Vessel',
  type: 'text',
  shape: 'single',
  help: null,
  required: false,
  setBy: 'reader',
  hidden: false,
  hasChoices: false,
  every: null,
  value: '',
  words: '',
  labels: {},
  given: false,
};

/** The strip with what was given, as the page keeps it; defaults are those of the parameters. */
function start(parameters: Partial<ParameterInfo>[], problems: Problem[] = []) {
  const seen: { now: Record<string, string>; times: number } = { now: {}, times: 0 };
  function Around() {
    const [values, setValues] = useState<Record<string, string>>({});
    const offered = {
      choices: [
        { value: 'a', label: 'Aith' },
        { value: 'v', label: 'Voe' },
      ],
      more: false,
      problems: [],
    };
    return (
      <ParameterStrip
        parameters={parameters.map((p) => ({ ...plain, ...p }))}
        values={values}
        problems={problems}
        load={(_, search) =>
          Promise.resolve({ ...offered, choices: offered.choices.filter((c) => c.label.toLowerCase().includes(search)) })
        }
        today="2025-05-20"
        onChange={(next) => {
          seen.now = next;
          seen.times++;
          setValues(next);
        }}
      />
    );
  }
  return { user: stage(<Around />), seen };
}

test('a text is taken at Enter or when left, several with commas between, and an emptied one goes back to its default', async () => {
  const { user, seen } = start([{}, { name: 'q', caption: 'Ports', shape: 'several' }]);
  const [vessel, ports] = screen.getAllByPlaceholderText('any');
  await user.type(vessel, 'Ternhope{Enter}');
  expect(seen.now).toEqual({ p: 'Ternhope' });
  await user.type(ports, 'Voe, Aith ,');
  expect(seen.times).toBe(1);
  await user.tab();
  expect(seen.now).toEqual({ p: 'Ternhope', q: '["Voe","Aith"]' });
  await user.clear(vessel);
  await user.tab();
  expect(seen.now).toEqual({ q: '["Voe","Aith"]' });
  await user.click(screen.getByText('Reset'));
  expect(seen.now).toEqual({});
});

test('yes or no is a list, and what must be given says so', async () => {
  const { user, seen } = start([{ type: 'bool', required: true, caption: 'Sailed' }]);
  const list = screen.getByRole('combobox');
  expect(list.textContent).toBe('choose…');
  await user.click(list);
  await user.click(await screen.findByRole('option', { name: 'no' }));
  expect(seen.now).toEqual({ p: 'false' });
});

test('a date is typed part by part, and only the whole one is taken, once', async () => {
  const { user, seen } = start([{ name: 'day', caption: 'From', type: 'date', value: '2025-01-01' }]);
  // Whoever types fast is through before a part settles, on slow machines too.
  const later = window.setTimeout.bind(window);
  const settle = vi
    .spyOn(window, 'setTimeout')
    .mockImplementation(((run: () => void, ms = 0) => later(run, ms >= 200 ? 60_000 : ms)) as typeof window.setTimeout);
  await user.click(await screen.findByRole('spinbutton', { name: 'Day' }));
  await user.keyboard('30');
  await user.keyboard('6');
  await user.keyboard('2024');
  await user.tab();
  await waitFor(() => expect(seen.now).toEqual({ day: '2024-06-30' }));
  expect(seen.times).toBe(1);
  settle.mockRestore();
  await user.click(screen.getByTitle('Clear'));
  await user.click(document.body);
  await waitFor(() => expect(seen.now).toEqual({}));
});

test('a period has presets seen from today, and says what is wrong with two days', async () => {
  const { user, seen } = start([
    { name: 'sailed', caption: 'Sailed', type: 'date', shape: 'period', value: '2025-01-01/2025-01-31', words: 'January 2025' },
  ]);
  await user.click(screen.getByRole('button', { name: 'Sailed: January 2025' }));
  await user.click(await screen.findByText('Last month'));
  expect(seen.now).toEqual({ sailed: '2025-04-01/2025-04-30' });
  await user.click(screen.getByRole('button', { name: /^Sailed/ }));
  const dialog = await screen.findByRole('dialog', { name: 'Sailed' });
  await user.click((await within(dialog).findAllByRole('spinbutton', { name: 'Year' }))[1]);
  await user.keyboard('2024');
  await within(dialog).findByText('The first day is after the last one.');
  expect(within(dialog).getByText<HTMLButtonElement>('Show this period').disabled).toBe(true);
});

test('every one is a choice under its own name, Enter takes the first thing found, and what is missing is one step away', async () => {
  const problem: Problem = {
    code: 'parameter-required',
    severity: 'error',
    message: '',
    place: 'port',
    property: null,
    position: null,
    mends: null,
  };
  const { user, seen } = start(
    [
      { name: 'port', caption: 'Port', hasChoices: true, required: true, every: 'every port' },
      { name: 'pier', caption: 'Pier', setBy: 'link', words: 'North' },
      { name: 'secret', setBy: 'nobody', hidden: true, words: 'hidden' },
    ],
    [problem],
  );
  // What readers do not set is shown, unless its author hides it.
  expect(screen.getByText('North')).toBeTruthy();
  expect(screen.queryByText('hidden')).toBeNull();
  goToParameter('port');
  await user.type(await screen.findByLabelText('Find in Port'), 'vo{Enter}');
  await waitFor(() => expect(seen.now).toEqual({ port: 'v' }));
  goToParameter('port');
  await user.click(await screen.findByRole('option', { name: 'Every port' }));
  expect(seen.now).toEqual({ port: '*' });
});
