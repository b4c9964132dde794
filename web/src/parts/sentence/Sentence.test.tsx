// @vitest-environment jsdom
import { ThemeProvider } from '@mui/material/styles';
import { act, cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { theme } from '../../theme/theme';
import { TextButton } from '../../kit/buttons';
import { ChoiceWord, Word } from './Sentence';

afterEach(cleanup);

const options = [
  { value: 'day', name: 'day' },
  { value: 'week', name: 'week' },
] as const;

/** An editor whose only button goes when it is pressed, and takes the focus with it. */
function Vanishing() {
  const [isThere, setThere] = useState(true);
  return isThere ? (
    <TextButton autoFocus onClick={() => setThere(false)}>
      Add
    </TextButton>
  ) : (
    <p>Added</p>
  );
}

describe('Word', () => {
  it('keeps the focus in its editor when what had it goes, so that Escape closes it', async () => {
    render(
      <ThemeProvider theme={theme}>
        <Word label="Split by" text="nothing">
          {() => <Vanishing />}
        </Word>
      </ThemeProvider>,
    );
    await userEvent.click(screen.getByRole('button', { name: 'Split by: nothing' }));
    await userEvent.click(screen.getByRole('button', { name: 'Add' }));
    const editor = screen.getByRole('dialog', { name: 'Split by' });
    await waitFor(() => expect(editor.contains(document.activeElement)).toBe(true));
    await userEvent.keyboard('{Escape}');
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  });
});

describe('ChoiceWord', () => {
  it('leaves nothing over the page, however soon after it was opened one chooses', async () => {
    for (const delay of [0, 1, 5, 20, 60]) {
      const chosen = vi.fn();
      render(
        <ThemeProvider theme={theme}>
          <ChoiceWord label="Period" value="day" options={options} onChange={chosen} />
        </ThemeProvider>,
      );
      fireEvent.click(screen.getByRole('button', { name: 'Period: day' }));
      await act(() => new Promise((resolve) => setTimeout(resolve, delay)));
      fireEvent.click(screen.getByRole('menuitem', { name: 'week' }));
      expect(chosen).toHaveBeenCalledWith('week');
      await waitFor(() => expect(document.querySelector('.MuiPopover-root')).toBeNull());
      expect(document.querySelector('[aria-hidden=true]')).toBeNull();
      cleanup();
    }
  });
});
