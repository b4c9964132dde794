// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, expect, it } from 'vitest';
import { WeekGrid } from './WeekGrid';

afterEach(cleanup);

const values = Array.from({ length: 7 }, (_, day) =>
  Array.from({ length: 24 }, (_, hour) => day * 24 + hour),
);

it('tells each square by keys alone: one stop of Tab, arrows within', async () => {
  render(
    <WeekGrid
      title="Events by hour"
      values={values}
      say={(day, hour) => `${hour}:00 has ${day * 24 + hour}`}
    />,
  );
  await userEvent.tab();
  expect(screen.getByText('Mon 0:00 has 0')).toBeDefined();
  await userEvent.keyboard('{ArrowDown}{ArrowDown}{ArrowRight}');
  expect(screen.getByText('Wed 1:00 has 49')).toBeDefined();
  await userEvent.keyboard('{ArrowLeft}{ArrowLeft}');
  expect(screen.getByText('Wed 0:00 has 48')).toBeDefined();
  await userEvent.tab();
  expect(document.activeElement).toBe(document.body);
});
