import { download } from './download';
import { findingWords, footWords, questionWords } from './pageWords';
import { dataUrl, pictureOf, pngFile, svgFile } from './picture';

export type PictureKind = 'svg' | 'png' | 'pdf';

/** Hands the answer on the page to the browser as a file: a picture under its question, or a page with the findings as well. */
export async function saveAnswer(name: string, kind: PictureKind) {
  const answer =
    document.querySelector<HTMLElement>('.answer-main') ?? document.querySelector<HTMLElement>('.sheet');
  if (!answer) throw new Error('There is no answer on the page.');
  const question = questionWords();
  const picture = await pictureOf(answer, kind === 'pdf' ? '' : question);
  if (kind === 'svg') download(`${name}.svg`, svgFile(picture));
  else if (kind === 'png') download(`${name}.png`, await pngFile(picture));
  else {
    const { answerPdf } = await import('./answerPdf');
    const page = {
      question,
      findings: findingWords(),
      foot: footWords(),
      png: await dataUrl(await pngFile(picture)),
    };
    download(`${name}.pdf`, await answerPdf({ ...page, width: picture.width, height: picture.height }));
  }
}
