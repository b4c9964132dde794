const plain = (element: HTMLElement) => element.innerText.replace(/\s+/g, ' ').trim();

/** The heading of the page: the question, or what a room without one is about. */
export function questionWords(): string {
  const heading = document.querySelector<HTMLElement>('.room h1');
  // A word that only adds another one says nothing.
  return heading ? plain(heading).replace(/ \+(?= )/g, '') : '';
}

/** The findings as they stand beside the answer, or in an argument. */
export const findingWords = (): string[] =>
  [...document.querySelectorAll<HTMLElement>('.margin > ul > li, [data-finding]')].map(plain);

/** On which data the answer rests, as it stands at the foot of the page. */
export const footWords = (): string => {
  const foot = document.querySelector<HTMLElement>('.foot');
  return foot ? plain(foot) : '';
};
