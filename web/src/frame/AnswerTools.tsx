import type { ReactNode } from 'react';
import { useState } from 'react';
import type { Foot } from '../api/queries';
import { KeepEvidence } from './KeepEvidence';
import { savePicture } from './picture';

interface AnswerToolsProps {
  app: string;
  room: string;
  /** Of the files that are saved, without what follows the dot. */
  file: string;
  answered: { answer: object; foot: Foot };
  onCsv: () => void;
  children?: ReactNode;
}

/** What can be done with an answer, under its findings: how it is looked at, and taking it away or keeping it. */
export function AnswerTools({ app, room, file, answered, onCsv, children }: AnswerToolsProps) {
  const [fault, setFault] = useState('');
  const picture = (kind: 'svg' | 'png') => {
    setFault('');
    savePicture(file, kind).catch((why: unknown) => setFault(`No picture could be made: ${String(why)}`));
  };
  return (
    <div className="answer-tools">
      {children}
      <p>
        Save as{' '}
        <button className="word" onClick={onCsv}>
          CSV
        </button>
        ,{' '}
        <button className="word" onClick={() => picture('svg')}>
          SVG
        </button>{' '}
        or{' '}
        <button className="word" onClick={() => picture('png')}>
          PNG
        </button>
      </p>
      {fault && <p className="fall">{fault}</p>}
      <KeepEvidence app={app} room={room} answered={answered} />
    </div>
  );
}
