import Button from '@mui/material/Button';
import { count } from '../words/numbers';
import './pages.css';

interface PagesProps {
  /** How many stand before this page. */
  from: number;
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
    <p className="pages">
      <Button disabled={from === 0} onClick={() => onGo(Math.max(0, from - page))}>
        Before
      </Button>
      <span>{all === 0 ? none : `${count(from + 1)} to ${count(last)} of ${count(all)}`}</span>
      <Button disabled={last >= Math.min(all, end)} onClick={() => onGo(from + page)}>
        Next
      </Button>
    </p>
  );
}
