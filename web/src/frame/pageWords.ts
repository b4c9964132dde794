const plain = (element: HTMLElement) => element.innerText.replace(/\s+/g, ' ').trim();

/** The question as it stands on the page; a room that asks none marks what it is about. */
export function questionWords(): string {
  const sentence = document.querySelector<HTMLElement>('.sentence, [data-question]');
  // A word that only adds another one says nothing.
  return sentence ? plain(sentence).replace(/ \+(?= )/g, '') : '';
}

/** The findings as they stand beside the answer, or in an argument. */
export const findingWords = (): string[] =>
  [...document.querySelectorAll<HTMLElement>('.margin > ul > li, [data-finding]')].map(plain);
