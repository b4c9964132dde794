import pdfMake from 'pdfmake/build/pdfmake';
import fonts from 'pdfmake/build/vfs_fonts';
import type { TDocumentDefinitions } from 'pdfmake/interfaces';

pdfMake.addVirtualFileSystem(fonts);

/** Colours on paper, of titles and of what is less important. */
export const DEEP = '#12414f';
export const SECOND = '#4a5c60';

/** How text is set unless a part says otherwise. */
export const STYLE: TDocumentDefinitions['defaultStyle'] = {
  fontSize: 10,
  lineHeight: 1.25,
  color: '#14262b',
};

/** The foot of every page: a text, and which page it is. */
export const pageFoot =
  (text: string): TDocumentDefinitions['footer'] =>
  (page, pages) => ({
    columns: [
      { text, width: '*' },
      { text: `${page} of ${pages}`, width: 'auto' },
    ],
    fontSize: 8,
    color: SECOND,
    margin: [40, 12, 40, 0],
  });

export const pdfFile = (definition: TDocumentDefinitions): Promise<Blob> =>
  pdfMake.createPdf(definition).getBlob();
