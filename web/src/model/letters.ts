const OFF = 'coldtide-letters-off';

/** Whether single keys such as X, E and ? do something in this browser. */
export const lettersAreOn = () => localStorage.getItem(OFF) === null;

export const setLetters = (on: boolean) =>
  on ? localStorage.removeItem(OFF) : localStorage.setItem(OFF, 'yes');
