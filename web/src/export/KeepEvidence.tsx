import { useState } from 'react';
import { useKeep } from '../api/evidence';
import { useSession, type Foot } from '../api/queries';
import { useLetter } from '../model/keys';
import { findingWords, questionWords } from './pageWords';
import { TextButton } from '../kit/buttons';

interface KeepEvidenceProps {
  app: string;
  room: string;
  /** The answer that stands beside it, with what it rests on. */
  answered: { answer: object; foot: Foot };
}

/** Keeps the answer with its question and findings as they stand on the page: by a click, or by the letter E. */
export function KeepEvidence({ app, room, answered: { answer, foot } }: KeepEvidenceProps) {
  const mayKeep = useSession().data?.role !== 'READER';
  const keep = useKeep(app);
  const [kept, setKept] = useState<object>();
  const isKept = keep.isSuccess && kept === answer;
  const run = () => {
    if (!mayKeep || isKept || keep.isPending) return;
    setKept(answer);
    keep.mutate({ room, answer, foot, question: questionWords(), findings: findingWords() });
  };
  useLetter('e', run);
  if (!mayKeep) return null;
  return (
    <div role="status">
      {isKept ? (
        <span className="second">
          Saved as evidence number {keep.data.id}, with the data received so far.
        </span>
      ) : (
        <TextButton onClick={run}>Keep as evidence</TextButton>
      )}
      {keep.isError && <p className="fall">{keep.error.message}</p>}
    </div>
  );
}
