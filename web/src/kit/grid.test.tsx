// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, expect, it, vi } from 'vitest';
import Grid from './grid';
import { TextButton } from './buttons';

afterEach(cleanup);

const column = { key: 'visits', name: 'Visits', text: () => '3', isOrdering: true };
const rows = [{ id: 1 }];
const order = { key: 'visits', largestFirst: true };

it('orders by a head that is clicked, not by the mark beside its name', async () => {
  const onOrder = vi.fn();
  const onMark = vi.fn();
  const mark = <TextButton onClick={onMark}>What is it</TextButton>;
  render(<Grid label="Users" columns={[{ ...column, mark }]} rows={rows} order={order} onOrder={onOrder} />);
  await userEvent.click(screen.getByRole('button', { name: 'What is it' }));
  await userEvent.keyboard('{Enter}');
  await userEvent.keyboard(' ');
  expect(onMark).toHaveBeenCalledTimes(3);
  expect(onOrder).not.toHaveBeenCalled();
  await userEvent.click(screen.getByText('Visits'));
  expect(onOrder).toHaveBeenCalledWith({ key: 'visits', largestFirst: false });
});
