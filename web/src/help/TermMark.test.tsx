// @vitest-environment jsdom
import { cleanup, render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, describe, expect, it } from 'vitest';
import { TermMark } from './TermMark';

afterEach(cleanup);

describe('TermMark', () => {
  it('opens the definition, and gives the focus back when it is closed', async () => {
    render(<TermMark term="ARPDAU" />);
    const mark = screen.getByRole('button', { name: 'What is: ARPDAU' });
    await userEvent.click(mark);
    await screen.findByText(/Handbook, 4\. Money/);
    await userEvent.keyboard('{Escape}');
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
    expect(document.activeElement).toBe(mark);
  });
});
