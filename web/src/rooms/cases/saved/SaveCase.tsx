import { Column } from '../../../kit/layout';
import { useState } from 'react';
import type { CaseView } from '../../../api/cases';
import type { ChangesView, IncidentView } from '../../../api/changes';
import { download } from '../../../export/download';
import type { FrameContext } from '../../../model/frame';
import { light } from '../../../theme/roles';
import { chartOf } from '../evidence/CaseChart';
import { documentOf } from '../paper/document';
import { htmlOf } from '../paper/html';
import type { Step } from '../steps';
import { TextButton } from '../../../kit/buttons';

interface SaveCaseProps {
  frame: FrameContext;
  kept: CaseView;
  view: ChangesView;
  incident: IncidentView;
  steps: Step[];
}

const SIZE = { width: 820, height: 300 };

/** Takes a case away whole: as one page that needs nothing beside itself, or as a PDF. */
export function SaveCase({ frame: { app, rail }, kept, view, incident, steps }: SaveCaseProps) {
  const [fault, setFault] = useState('');
  const save = (kind: 'html' | 'pdf') => {
    setFault('');
    write(kind).catch((why: unknown) => setFault(`The file could not be written: ${String(why)}`));
  };
  const write = async (kind: 'html' | 'pdf') => {
    const { drawnSeries } = await import('../../../charts/drawn');
    const chart = chartOf({ rail, view, incident });
    const svg = drawnSeries(chart, light, SIZE);
    const document = documentOf({ app, kept, view, incident, steps });
    const name = `${app.key}-case-${kept.id}.${kind}`;
    if (kind === 'html') {
      const evidence = JSON.stringify(kept.findings.at(-1));
      download(name, new Blob([htmlOf(document, svg, chart.title, evidence)], { type: 'text/html' }));
    } else {
      const { pdfOf } = await import('../paper/pdf');
      download(name, await pdfOf(document, svg, chart.title));
    }
  };
  return (
    <Column className="answer-tools" sx={{ gap: 2.5, '& > p': { m: 0 } }}>
      <p>
        Export case as <TextButton onClick={() => save('html')}>HTML</TextButton> or{' '}
        <TextButton onClick={() => save('pdf')}>PDF</TextButton>
      </p>
      {fault && (
        <p className="fall" role="alert">
          {fault}
        </p>
      )}
    </Column>
  );
}
