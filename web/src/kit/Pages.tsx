import Button from '@mui/material/Button';
import { styled } from '@mui/material/styles';

const count = (number: number) => number.toLocaleString('en');

const Line = styled('nav')({ display: 'flex', gap: 12, alignItems: 'center', padding: '4px 16px 16px' });

interface PagesProps {
  /** How many rows come before this page. */
  from: number;
  /** Rows a page has. */
  page: number;
  all: number;
  /** What is said of none. */
  none: string;
  /** No page begins at or after this. */
  end?: number;
  onGo: (from: number) => void;
}

/** Which part of a long list is shown, with the pages before and after it. */
export function Pages({ from, page, all, none, end = all, onGo }: PagesProps) {
  const last = Math.min(from + page, all);
  return (
    <Line aria-label="Pages">
      <Button disabled={from === 0} onClick={() => onGo(Math.max(0, from - page))}>
        Previous
      </Button>
      <span>{all === 0 ? none : `${count(from + 1)} to ${count(last)} of ${count(all)}`}</span>
      <Button disabled={last >= Math.min(all, end)} onClick={() => onGo(from + page)}>
        Next
      </Button>
    </Line>
  );
}
