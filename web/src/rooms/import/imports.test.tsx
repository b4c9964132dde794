// @vitest-environment jsdom
import { QueryClientProvider } from '@tanstack/react-query';
import { cleanup, render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MemoryRouter } from 'react-router';
import { afterEach, expect, it, vi } from 'vitest';
import { queryClient, type AppView } from '../../api/queries';
import { Imports } from './Imports';

afterEach(() => {
  cleanup();
  queryClient.clear();
});

const run = vi.hoisted(() => (id: number) => ({
  id,
  fileName: `f${id}.csv`,
  bytes: 10,
  bytesRead: 10,
  started: '2026-11-01T10:00:00Z',
  finished: '2026-11-01T10:00:01Z',
  byUser: 'demo',
  state: 'DONE',
  rowsRead: 1,
  taken: 1,
  known: 0,
  heldBack: 0,
  newest: null,
  message: null,
}));

/** A server with imports 1 to 120, which lists the newest 50 before one. */
vi.mock('../../api/client', async (original) => ({
  ...(await original<typeof import('../../api/client')>()),
  api: {
    GET: (_: string, { params }: { params: { query?: { before?: number } } }) => {
      const before = params.query?.before ?? 121;
      const ids = Array.from({ length: Math.min(50, before - 1) }, (__, at) => before - 1 - at);
      return Promise.resolve({ data: ids.map(run), response: new Response() });
    },
  },
}));

it('shows older imports a page at a time until there are no more', async () => {
  render(
    <QueryClientProvider client={queryClient}>
      <MemoryRouter>
        <Imports app={{ key: 'sea', zone: 'UTC' } as AppView} onRejected={vi.fn()} onLook={vi.fn()} />
      </MemoryRouter>
    </QueryClientProvider>,
  );
  const rows = () => document.querySelectorAll('[data-import]').length;
  await waitFor(() => expect(rows()).toBe(50));
  await userEvent.click(screen.getByRole('button', { name: 'Show older imports' }));
  await waitFor(() => expect(rows()).toBe(100));
  await userEvent.click(screen.getByRole('button', { name: 'Show older imports' }));
  await waitFor(() => expect(rows()).toBe(120));
  expect(screen.queryByRole('button', { name: 'Show older imports' })).toBeNull();
  expect(document.querySelector('[data-import="1"]')).not.toBeNull();
});
