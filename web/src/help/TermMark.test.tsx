// @vitest-environment jsdom
import { ThemeProvider } from '@mui/material/styles';
import { cleanup, render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, describe, expect, it } from 'vitest';
import { theme } from '../theme/theme';
import { TermMark } from './TermMark';

afterEach(cleanup);

describe('TermMark', () => {
  it('opens the definition, and gives the focus back when it is closed', async () => {
    render(
      <ThemeProvider theme={theme}>
        <TermMark term="ARPDAU" />
      </ThemeProvider>,
    );
    const mark = screen.getByRole('button', { name: 'What is: ARPDAU' });
    await userEvent.click(mark);
    await screen.findByText(/Handbook, 4\. Money/);
    await userEvent.keyboard('{Escape}');
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
    expect(document.activeElement).toBe(mark);
  });
});
