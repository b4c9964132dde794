import Box from '@mui/material/Box';
import { useEffect, useLayoutEffect, useRef, useState, type ReactNode } from 'react';
import { queryClient } from '../../api/queries';
import { TextButton } from '../../kit/buttons';

/** What is known of the asking of a question; a query of any room fits. */
export interface Asking {
  isError: boolean;
  data: unknown;
  error: Error | null;
  /** Whether what is at hand answers an earlier question. */
  isPlaceholderData: boolean;
  fetchStatus: 'fetching' | 'paused' | 'idle';
  /** Whether the question is complete, so that it can be asked. */
  isEnabled: boolean;
  refetch: () => unknown;
}

interface AnswerFrameProps {
  answer: Asking;
  /** The answer with its headings and findings. */
  children: ReactNode;
}

const PATIENCE_MS = 150;

/** Above the upper right corner of the answer, without moving it. */
const late = {
  position: 'relative',
  zIndex: 2,
  height: 0,
  pr: '304px',
  textAlign: 'right',
  lineHeight: '28px',
  color: 'text.secondary',
  '& > span': { display: 'inline-block', px: 1.5, bgcolor: 'background.paper' },
} as const;

/**
 * An answer, always under its own question: while that of a changed question is on its way, the last one stays exactly as it was,
 * findings included, greyed and out of reach, and says so. A failed one says why and can be tried again.
 */
export function AnswerFrame({ answer, children }: AnswerFrameProps) {
  const [shown, setShown] = useState<ReactNode>();
  const isOld = answer.isPlaceholderData || (answer.isError && shown !== undefined);
  if (!isOld && answer.data !== undefined && shown !== children) setShown(children);
  const isLate = useLate(isOld);
  const frame = useKeptFocus(isOld);
  return (
    <>
      {answer.isError && (
        <p className="fall room-fault" role="alert">
          {answer.error?.message} <TextButton onClick={() => void answer.refetch()}>Try again</TextButton>
        </p>
      )}
      <Box role="status" aria-live="polite" sx={late}>
        {isLate && (
          <span>
            {answer.fetchStatus === 'fetching' ? (
              <>
                updating … <TextButton onClick={stop}>Stop</TextButton>
              </>
            ) : (
              <>
                This answer belongs to the previous question.{' '}
                {answer.isEnabled && !answer.isError && (
                  <TextButton onClick={() => void answer.refetch()}>Ask again</TextButton>
                )}
              </>
            )}
          </span>
        )}
      </Box>
      <Box
        ref={frame}
        sx={{ display: 'contents', ...(isLate && { '& > *': { opacity: 0.5 } }) }}
        data-updating={isOld}
        aria-busy={isOld}
        inert={isOld}
      >
        {isOld ? shown : children}
      </Box>
    </>
  );
}

/** Takes back every question whose last answer still stands; the server gives them up, too. */
const stop = () =>
  void queryClient.cancelQueries({
    predicate: (query) => query.observers.some((observer) => observer.getCurrentResult().isPlaceholderData),
  });

/** Whether something has been so for longer than anybody notices. */
function useLate(isSo: boolean): boolean {
  const [late, setLate] = useState(false);
  if (!isSo && late) setLate(false);
  useEffect(() => {
    if (!isSo) return undefined;
    const timer = setTimeout(() => setLate(true), PATIENCE_MS);
    return () => clearTimeout(timer);
  }, [isSo]);
  return isSo && late;
}

/** Gives the focus back to what had it inside an element, once the element is no longer out of reach. */
function useKeptFocus(isOutOfReach: boolean) {
  const frame = useRef<HTMLDivElement>(null);
  const kept = useRef<HTMLElement>(null);
  // Before the browser takes the focus away, which it does when it next draws.
  useLayoutEffect(() => {
    const focused = document.activeElement;
    if (isOutOfReach && focused instanceof HTMLElement && frame.current?.contains(focused))
      kept.current = focused;
  }, [isOutOfReach]);
  useEffect(() => {
    if (isOutOfReach) return;
    const isFree = document.activeElement === null || document.activeElement === document.body;
    if (isFree) kept.current?.focus({ preventScroll: true });
    kept.current = null;
  }, [isOutOfReach]);
  return frame;
}
