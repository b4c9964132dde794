import type { TDocumentDefinitions } from 'pdfmake/interfaces';
import { DEEP, pageFoot, pdfFile, STYLE } from './pdf';

/** Points between the margins of an A4 page on its side, and how high a picture may be there. */
const WIDTH = 762;
const HEIGHT = 400;

/** An answer on paper. */
export interface AnswerPage {
  question: string;
  findings: string[];
  /** On which data the answer rests. */
  foot: string;
  /** The picture as an address that holds it, and its size in pixels. */
  png: string;
  width: number;
  height: number;
}

/** The question, the picture, the findings and the foot. A high picture is made as small as one page needs. */
export function answerDefinition(page: AnswerPage): TDocumentDefinitions {
  const scale = Math.min(WIDTH / page.width, HEIGHT / page.height, 0.75);
  return {
    pageSize: 'A4',
    pageOrientation: 'landscape',
    pageMargins: [40, 36, 40, 44],
    info: { title: page.question },
    defaultStyle: STYLE,
    footer: pageFoot(page.foot),
    content: [
      { text: page.question, fontSize: 14, color: DEEP, margin: [0, 0, 0, 8] },
      { image: page.png, width: page.width * scale },
      ...(page.findings.length > 0
        ? [
            {
              text: 'Findings',
              bold: true,
              color: DEEP,
              margin: [0, 12, 0, 4] as [number, number, number, number],
            },
            { ul: page.findings },
          ]
        : []),
    ],
  };
}

export const answerPdf = (page: AnswerPage): Promise<Blob> => pdfFile(answerDefinition(page));
