import { useState } from 'react';

/**
 * What is being edited, ahead of the address: the page follows the address a moment later, and two quick changes must not both
 * start from what it showed before. For an editor that is made anew each time it opens.
 */
export function useDraft<T>(value: T, onChange: (value: T) => void): [T, (value: T) => void] {
  const [draft, setDraft] = useState(value);
  return [
    draft,
    (next) => {
      setDraft(next);
      onChange(next);
    },
  ];
}
