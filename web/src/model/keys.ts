import { useEffect, useRef } from 'react';
import { lettersAreOn } from './letters';

interface Keys {
  onFind: () => void;
  onHelp: () => void;
  onShift: (direction: 1 | -1) => void;
}

const isTyping = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));

/** Whether something is open that has keys of its own, or an answer is on its way that nothing may be done with yet. */
const isElsewhere = (target: EventTarget | null) =>
  (target instanceof HTMLElement &&
    target.closest('[role=menu],[role=listbox],[role=dialog],dialog,[popover]') !== null) ||
  document.querySelector('[role=menu],[role=listbox],[role=dialog],dialog[open]') !== null;

const isUpdating = () => document.querySelector('[data-updating=true]') !== null;

/** Moves the focus to the next or previous changeable word of the sentence. */
function moveWord(step: 1 | -1) {
  const words = [...document.querySelectorAll<HTMLElement>('[data-word]')];
  const at = words.indexOf(document.activeElement as HTMLElement);
  const next = at < 0 ? (step > 0 ? 0 : words.length - 1) : (at + step + words.length) % words.length;
  words[next]?.focus();
}

/** The keys that work in every room. */
export function useKeys(keys: Keys) {
  const current = useRef(keys);
  useEffect(() => {
    current.current = keys;
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k') {
        event.preventDefault();
        current.current.onFind();
        return;
      }
      if (isTyping(event.target) || event.ctrlKey || event.metaKey) return;
      if (event.altKey && (event.key === 'ArrowLeft' || event.key === 'ArrowRight')) {
        event.preventDefault();
        current.current.onShift(event.key === 'ArrowLeft' ? -1 : 1);
      } else if (isElsewhere(event.target) || !lettersAreOn()) return;
      else if (event.key === '?') current.current.onHelp();
      else if (event.key === '.') moveWord(1);
      else if (event.key === ',') moveWord(-1);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
}

/** A single letter that does something in the room at hand. */
export function useLetter(letter: string, action: () => void) {
  const current = useRef(action);
  useEffect(() => {
    current.current = action;
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const plain = !event.ctrlKey && !event.metaKey && !event.altKey;
      const isFree = !isTyping(event.target) && !isElsewhere(event.target) && !isUpdating() && lettersAreOn();
      if (plain && isFree && event.key.toLowerCase() === letter) current.current();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [letter]);
}
