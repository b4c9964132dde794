import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import { DEEP, pageFoot, pdfFile, SECOND, STYLE } from '../../../export/pdf';
import type { CaseDocument, CaseTable } from './document';

const RULE = '#d9d6cb';
/** Points between the margins of an upright A4 page. */
const WIDTH = 515;

const tableOf = ({ caption, head, rows }: CaseTable): Content[] => [
  { text: caption, bold: true, margin: [0, 12, 0, 4] },
  {
    fontSize: 8,
    layout: {
      hLineWidth: () => 0.5,
      vLineWidth: () => 0,
      hLineColor: () => RULE,
      paddingLeft: () => 0,
    },
    table: {
      headerRows: 1,
      widths: head.map((_, at) => (at === 0 ? '*' : 'auto')),
      body: [head.map((text) => ({ text, bold: true, color: SECOND })), ...rows],
    },
  },
];

/** The fonts of the page are not in the file; those of the PDF are. */
const inItsFont = (svg: string) => svg.replace(/font-family:[^;"]*/g, 'font-family:Roboto');

/** The same as pages. @param chart an SVG */
export function pdfOf(document: CaseDocument, chart: string, chartTitle: string): Promise<Blob> {
  const definition: TDocumentDefinitions = {
    pageSize: 'A4',
    pageMargins: [40, 40, 40, 48],
    info: { title: document.title },
    defaultStyle: STYLE,
    footer: pageFoot(document.title),
    content: [
      { text: document.title, fontSize: 18, color: DEEP, margin: [0, 0, 0, 6] },
      ...document.about.map((text) => ({ text, color: SECOND })),
      ...document.parts.flatMap<Content>((part) => [
        { text: part.title, bold: true, color: DEEP, margin: [0, 10, 0, 2] },
        ...part.paragraphs.map((text) => ({ text })),
      ]),
      {
        unbreakable: true,
        stack: [
          { text: chartTitle, bold: true, margin: [0, 14, 0, 4] },
          { svg: inItsFont(chart), width: WIDTH },
        ],
      },
      ...document.tables.flatMap(tableOf),
      ...(document.comments.length > 0
        ? [
            {
              text: 'Comments',
              bold: true,
              color: DEEP,
              margin: [0, 12, 0, 2] as [number, number, number, number],
            },
          ]
        : []),
      ...document.comments.flatMap<Content>(({ who, text }) => [{ text: who, color: SECOND }, { text }]),
    ],
  };
  return pdfFile(definition);
}
