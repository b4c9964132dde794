const plain = (element: HTMLElement) => element.innerText.replace(/\s+/g, ' ').trim();

/** The question as it stands on the page. */
export function questionWords(): string {
  const sentence = document.querySelector<HTMLElement>('.sentence');
  // A word that only adds another one says nothing.
  return sentence ? plain(sentence).replace(/ \+(?= )/g, '') : '';
}

/** The findings as they stand beside the answer. */
export const findingWords = (): string[] =>
  [...document.querySelectorAll<HTMLElement>('.margin > ul > li')].map(plain);
