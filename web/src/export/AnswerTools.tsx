import { Column } from '../kit/layout';
import type { ReactNode } from 'react';
import { useState } from 'react';
import type { Foot } from '../api/queries';
import { useLetter } from '../model/keys';
import { TextButton } from '../kit/buttons';
import type { PictureKind } from './answerFile';
import { KeepEvidence } from './KeepEvidence';

interface AnswerToolsProps {
  app: string;
  room: string;
  /** Name of the files that are saved, without what follows the dot. */
  file: string;
  /** What is kept as evidence; without it nothing can be kept. */
  answered?: { answer: object; foot: Foot } | undefined;
  onCsv: () => void;
  /** More formats of the rows, where a room has them. */
  formats?: Record<string, () => void>;
  children?: ReactNode;
}

const PICTURES: { kind: PictureKind; name: string }[] = [
  { kind: 'svg', name: 'SVG' },
  { kind: 'png', name: 'PNG' },
  { kind: 'pdf', name: 'PDF' },
];

/** What can be done with an answer, the same in every room: how it is looked at, export, and keeping it as evidence. */
export function AnswerTools({ app, room, file, answered, onCsv, formats = {}, children }: AnswerToolsProps) {
  const [message, setMessage] = useState('');
  useLetter('x', onCsv);
  const picture = async (kind: PictureKind) => {
    setMessage('');
    try {
      // What draws pictures is fetched when the first one is asked for.
      const { saveAnswer } = await import('./answerFile');
      await saveAnswer(file, kind);
    } catch (why) {
      setMessage(`The file could not be made: ${why instanceof Error ? why.message : String(why)}`);
    }
  };
  const exports: [string, () => void][] = [
    ['CSV', onCsv],
    ...Object.entries(formats),
    ...PICTURES.map(({ kind, name }): [string, () => void] => [name, () => void picture(kind)]),
  ];
  return (
    <Column className="answer-tools" sx={{ gap: 2.5, '& > p': { m: 0 } }}>
      {children}
      <p role="group" aria-label="Export">
        Export{' '}
        {exports.map(([name, save], at) => (
          <span key={name}>
            {at > 0 && (at === exports.length - 1 ? ' or ' : ', ')}
            <TextButton onClick={save}>{name}</TextButton>
          </span>
        ))}
      </p>
      {message && (
        <p className="fall" role="alert">
          {message}
        </p>
      )}
      {answered && <KeepEvidence app={app} room={room} answered={answered} />}
    </Column>
  );
}
