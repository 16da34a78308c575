import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, configure, render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { SnackbarProvider } from 'notistack';
import { useState, type ReactNode } from 'react';
import { MemoryRouter } from 'react-router';
import { afterEach } from 'vitest';
import type { Dataset } from '../data/document/types';

// Waiting is for conditions; how long that takes is the machine's affair.
configure({ asyncUtilTimeout: 15_000 });
afterEach(cleanup);

/** Puts a part of the interface on a stage with what the application puts around it. */
export function stage(part: ReactNode) {
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  render(
    <QueryClientProvider client={client}>
      <SnackbarProvider>
        <MemoryRouter>{part}</MemoryRouter>
      </SnackbarProvider>
    </QueryClientProvider>,
  );
  return userEvent.setup();
}

/** A part that changes a dataset, with the dataset as it is after each change. */
export function stageEdits(start: Dataset, part: (dataset: Dataset, edit: (next: Dataset) => void) => ReactNode) {
  const seen: { now: Dataset } = { now: start };
  function Around() {
    const [dataset, setDataset] = useState(start);
    return part(dataset, (next) => {
      seen.now = next;
      setDataset(next);
    });
  }
  return { user: stage(<Around />), seen };
}

type User = ReturnType<typeof userEvent.setup>;

/** The blank of a sentence by what it is for; the nth if there are several. */
export const blank = (label: string, nth = 0) => screen.getAllByRole('button', { name: new RegExp(`^${label}:`) })[nth];

/** Fills a blank from its list. */
export async function choose(user: User, label: string, choice: string, nth = 0) {
  await user.click(blank(label, nth));
  await user.click(await within(await screen.findByRole('menu')).findByText(choice));
}

/** Fills a blank by typing. */
export async function typeInto(user: User, label: string, text: string, nth = 0) {
  await user.click(blank(label, nth));
  const input = await screen.findByRole('textbox', { name: label });
  await user.clear(input);
  await user.type(input, `${text}{Enter}`);
}
