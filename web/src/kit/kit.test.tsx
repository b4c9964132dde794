// @vitest-environment jsdom
import { cleanup, render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { CrossButton, PlainButton, TextButton } from './buttons';
import { ConfirmButton } from './ConfirmButton';
import { DateField } from './DateField';
import { Blank, Check, FileInput, OneOf, Select, TextArea } from './fields';
import { Hint } from './Hint';
import { Column, Row } from './layout';
import { Pages } from './Pages';
import { EmptyState } from './states';

afterEach(cleanup);

describe('TextButton and PlainButton', () => {
  it('are buttons, by pointer and by keys', async () => {
    const pressed = vi.fn();
    render(
      <>
        <TextButton onClick={pressed}>Show</TextButton>
        <PlainButton onClick={pressed}>Open</PlainButton>
      </>,
    );
    await userEvent.click(screen.getByRole('button', { name: 'Show' }));
    await userEvent.tab();
    await userEvent.keyboard('{Enter}');
    expect(pressed).toHaveBeenCalledTimes(2);
  });

  it('are named by their label alone where they are a cross', async () => {
    const removed = vi.fn();
    render(<CrossButton aria-label="Remove test 2" onClick={removed} />);
    await userEvent.click(screen.getByRole('button', { name: 'Remove test 2' }));
    expect(removed).toHaveBeenCalledOnce();
  });

  it('do nothing while disabled', () => {
    render(<TextButton disabled>Show</TextButton>);
    expect(screen.getByRole<HTMLButtonElement>('button').disabled).toBe(true);
  });
});

describe('ConfirmButton', () => {
  it('asks first, and does nothing when cancelled', async () => {
    const confirmed = vi.fn();
    render(<ConfirmButton word="Remove" question="Remove the segment?" onConfirm={confirmed} />);
    await userEvent.click(screen.getByRole('button', { name: 'Remove' }));
    screen.getByRole('dialog', { name: 'Remove the segment?' });
    await userEvent.click(screen.getByRole('button', { name: 'Cancel' }));
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
    expect(confirmed).not.toHaveBeenCalled();
    await userEvent.click(screen.getByRole('button', { name: 'Remove' }));
    await userEvent.click(screen.getAllByRole('button', { name: 'Remove' }).at(-1) as HTMLElement);
    expect(confirmed).toHaveBeenCalledOnce();
  });

  it('waits for the word that must be typed', async () => {
    const confirmed = vi.fn();
    render(<ConfirmButton word="Delete" question="Delete the app?" typed="gull" onConfirm={confirmed} />);
    await userEvent.click(screen.getByRole('button', { name: 'Delete' }));
    await userEvent.type(screen.getByLabelText('Type gull'), 'gul{Enter}');
    expect(confirmed).not.toHaveBeenCalled();
    await userEvent.type(screen.getByLabelText('Type gull'), 'l{Enter}');
    expect(confirmed).toHaveBeenCalledOnce();
  });
});

describe('fields', () => {
  it('Check has its label, seen or only heard', async () => {
    const changed = vi.fn();
    render(
      <>
        <Check label="Seen" checked={false} onChange={changed} />
        <Check label="Heard" hidesLabel checked onChange={changed} />
      </>,
    );
    await userEvent.click(screen.getByLabelText('Seen'));
    await userEvent.click(screen.getByLabelText('Heard'));
    expect(changed.mock.calls).toEqual([[true], [false]]);
  });

  it('OneOf is one of several', async () => {
    const chosen = vi.fn();
    render(
      <>
        <OneOf label="day" name="by" checked onChoose={chosen} />
        <OneOf label="week" name="by" checked={false} onChoose={chosen} />
      </>,
    );
    await userEvent.click(screen.getByRole('radio', { name: 'week' }));
    expect(chosen).toHaveBeenCalledOnce();
  });

  it('Select gives the value of the name that was chosen', async () => {
    const changed = vi.fn();
    render(<Select label="Period" value="DAY" options={{ DAY: 'day', WEEK: 'week' }} onChange={changed} />);
    await userEvent.selectOptions(screen.getByLabelText('Period'), 'week');
    expect(changed).toHaveBeenCalledWith('WEEK');
  });

  it('Blank counts a change when it is left, without blanks at its ends, and only when there is one', async () => {
    const changed = vi.fn();
    render(<Blank label="Name" value="a" onChange={changed} />);
    await userEvent.type(screen.getByLabelText('Name'), 'b ');
    expect(changed).not.toHaveBeenCalled();
    await userEvent.keyboard('{Enter}');
    expect(changed.mock.calls).toEqual([['ab']]);
    await userEvent.click(screen.getByLabelText('Name'));
    await userEvent.clear(screen.getByLabelText('Name'));
    await userEvent.type(screen.getByLabelText('Name'), 'a');
    await userEvent.tab();
    expect(changed).toHaveBeenCalledOnce();
  });

  it('TextArea is reached by its label', async () => {
    render(<TextArea label="Note" defaultValue="" />);
    await userEvent.type(screen.getByLabelText('Note'), 'two{Enter}lines');
    expect(screen.getByLabelText<HTMLTextAreaElement>('Note').value).toBe('two\nlines');
  });

  it('FileInput takes the same file twice', async () => {
    const taken = vi.fn();
    render(<FileInput ref={null} label="File" accept=".csv" onFile={taken} />);
    const file = new File(['a'], 'a.csv');
    await userEvent.upload(screen.getByLabelText('File'), file);
    await userEvent.upload(screen.getByLabelText('File'), file);
    expect(taken).toHaveBeenCalledTimes(2);
  });
});

describe('Pages', () => {
  const buttons = () => [
    screen.getByRole<HTMLButtonElement>('button', { name: 'Previous' }),
    screen.getByRole<HTMLButtonElement>('button', { name: 'Next' }),
  ];

  it.each([
    [0, 120, '1 to 50 of 120', [true, false]],
    [50, 120, '51 to 100 of 120', [false, false]],
    [100, 120, '101 to 120 of 120', [false, true]],
    [0, 0, 'No rows.', [true, true]],
    [0, 50, '1 to 50 of 50', [true, true]],
    [0, 12_345, '1 to 50 of 12,345', [true, false]],
  ])('from %s of %s: %s', (from, all, words, disabled) => {
    render(<Pages from={from} page={50} all={all} none="No rows." onGo={vi.fn()} />);
    screen.getByText(words);
    expect(buttons().map((each) => each.disabled)).toEqual(disabled);
  });

  it('goes a page on and back, never before the first row, and not beyond what can be asked', async () => {
    const go = vi.fn();
    const { rerender } = render(<Pages from={20} page={50} all={120} none="" onGo={go} />);
    for (const button of buttons()) await userEvent.click(button);
    expect(go.mock.calls).toEqual([[0], [70]]);
    rerender(<Pages from={0} page={50} all={120} none="" end={50} onGo={go} />);
    expect(buttons()[1]?.disabled).toBe(true);
  });
});

describe('Hint', () => {
  it('says more on focus, and is nothing to stop at without a text', async () => {
    render(
      <>
        <Hint text="27.3% (26.3–28.3)">27.3%</Hint>
        <Hint text={undefined}>plain</Hint>
      </>,
    );
    await userEvent.tab();
    expect((await screen.findByRole('tooltip')).textContent).toBe('27.3% (26.3–28.3)');
    expect(screen.getByText('plain').closest('[tabindex]')).toBeNull();
  });
});

describe('DateField', () => {
  it('gives a whole day or none', async () => {
    const changed = vi.fn();
    const Form = () => {
      const [day, setDay] = useState('');
      const change = (next: string) => {
        changed(next);
        setDay(next);
      };
      return <DateField label="From" value={day} onChange={change} />;
    };
    render(<Form />);
    const group = await screen.findByRole('group', { name: 'From' }, { timeout: 20_000 });
    await userEvent.click(group.querySelector('[role=spinbutton]') as HTMLElement);
    await userEvent.keyboard('202602');
    expect(changed).not.toHaveBeenCalledWith(expect.stringContaining('2026'));
    await userEvent.keyboard('28');
    expect(changed).toHaveBeenLastCalledWith('2026-02-28');
  }, 30_000);
});

describe('layout', () => {
  it('can be any element', () => {
    const { container } = render(
      <Column as="form">
        <Row as="nav" aria-label="Ways on">
          <EmptyState component="p">Nothing yet.</EmptyState>
        </Row>
      </Column>,
    );
    expect(container.querySelector('form > nav > p')?.textContent).toBe('Nothing yet.');
  });
});
