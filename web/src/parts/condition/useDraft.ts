import { useState } from 'react';
import { isUnfinished } from '../../words/unfinished';

/**
 * What is being edited, ahead of the address: the page follows the address a moment later, and two quick changes must not both
 * start from what it showed before. What is not complete yet stays in the editor; the address keeps the last complete one. For an
 * editor that is made again each time it opens.
 */
export function useDraft<T>(value: T, onChange: (value: T) => void): [T, (value: T) => void] {
  const [draft, setDraft] = useState(value);
  return [
    draft,
    (next) => {
      setDraft(next);
      if (!isUnfinished(next)) onChange(next);
    },
  ];
}
