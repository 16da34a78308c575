// @vitest-environment jsdom
import { screen } from '@testing-library/react';
import { useState } from 'react';
import { expect, test, vi } from 'vitest';
import { api } from '../api/client';
import type { Parameter, Problem } from '../api/generated';
import { choose, stage, typeInto } from '../test/stage';
import { ParameterCard } from './ParameterCard';
import type { Around } from './parameterChoices';

const around: Around = {
  parameters: [
    { name: 'region', type: 'text' },
    { name: 'route', type: 'text' },
  ],
  datasets: [
    {
      id: 'd',
      name: 'Sailings',
      database: 'x',
      source: { type: 'table', table: 't' },
      fields: [
        { name: 'region', type: 'text' },
        { name: 'route', type: 'text' },
      ],
    },
  ],
};

function start(from: Parameter, problems: Problem[] = []) {
  const seen = { now: from };
  function Around() {
    const [parameter, setParameter] = useState(from);
    return (
      <ParameterCard
        parameter={parameter}
        around={around}
        problems={problems}
        onChange={(change) => {
          seen.now = { ...parameter, ...change };
          setParameter(seen.now);
        }}
        onRemove={() => undefined}
      />
    );
  }
  return { user: stage(<Around />), seen };
}

test('choices from a field depend on the parameters before it that are called as other fields', async () => {
  const { user, seen } = start(around.parameters![1]);
  vi.spyOn(api, 'fieldChoices').mockImplementation(async ({ dataset, field }) => ({
    dataset: dataset.id,
    value: field,
    filter: 'region IN :region',
  }));
  await choose(user, 'Chosen from', 'from route of Sailings');
  await screen.findByText(/those where/);
  expect(seen.now.choices).toMatchObject({ type: 'dataset', dataset: 'd', value: 'route', filter: 'region IN :region' });
  expect(document.body.textContent).toContain('those where region IN :region');
  await choose(user, 'Chosen from', 'typed freely');
  expect(seen.now.choices).toBeNull();
});

test('a period is of days and has two defaults', async () => {
  const { user, seen } = start({ name: 'sailed', type: 'text', choices: { type: 'fixed', values: [{ value: 'a' }] } });
  await choose(user, 'How many', 'a period');
  expect(seen.now).toMatchObject({ shape: 'period', type: 'date', choices: null });
  expect(screen.getByLabelText('Last day by default, an expression')).toBeTruthy();
});

test('every one has a name of its own; without it, it is no default either', async () => {
  const { user, seen } = start({ name: 'region', type: 'text', shape: 'several', default: '*', every: 'every region' });
  await typeInto(user, 'Every one', 'all of them');
  expect(seen.now.every).toBe('all of them');
  await typeInto(user, 'Every one', ' ');
  expect(seen.now).toMatchObject({ every: null, default: null });
});

test('who may set it decides whether it can be hidden', async () => {
  const { user, seen } = start({ name: 'region', type: 'text' });
  expect(screen.queryByText('shown to readers')).toBeNull();
  await choose(user, 'Set by', 'links alone');
  await choose(user, 'Shown', 'hidden from readers');
  expect(seen.now).toMatchObject({ setBy: 'link', hidden: true });
});

test('what is wrong with it is said on its card', () => {
  const problem = (place: string, property: string): Problem => ({
    code: 'x',
    severity: 'error',
    message: `${place} ${property}`,
    place,
    property,
    position: null,
    mends: ['Mend it.'],
    isError: true,
  });
  start({ name: 'region', type: 'text' }, [problem('region', 'default'), problem('route', 'default'), problem('region', 'fields')]);
  expect(screen.getAllByRole('alert').map((a) => a.textContent)).toEqual(['region default Mend it.']);
});
