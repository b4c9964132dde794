import { EmptyState } from '../kit/states';
import type { ReactNode } from 'react';
import { ErrorBoundary, type FallbackProps } from 'react-error-boundary';
import { TextButton } from '../kit/buttons';
import { BadAddress } from '../model/question';

interface RoomBoundaryProps {
  /** Where the room is; another place is another try. */
  place: string;
  /** The address of the room as it opens by itself. */
  start: string;
  children: ReactNode;
}

/** Keeps a fault of one room from taking the whole page with it: says what failed, and offers ways on. */
export const RoomBoundary = ({ place, start, children }: RoomBoundaryProps) => (
  <ErrorBoundary
    resetKeys={[place]}
    fallbackRender={(fallback) => <Fault start={start} fallback={fallback} />}
  >
    {children}
  </ErrorBoundary>
);

function Fault({ start, fallback }: { start: string; fallback: FallbackProps }) {
  const { error, resetErrorBoundary } = fallback;
  const message = error instanceof Error ? error.message : String(error);
  const isAddress = error instanceof BadAddress;
  return (
    <EmptyState role="alert">
      <p>{isAddress ? `The address holds ${message}.` : `This room could not be shown: ${message}`}</p>
      <p>
        <a href={start}>Reset the room</a>
        {!isAddress && (
          <>
            , <TextButton onClick={resetErrorBoundary}>try again</TextButton>,
          </>
        )}{' '}
        or choose another room.
      </p>
    </EmptyState>
  );
}
