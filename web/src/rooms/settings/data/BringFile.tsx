import type { UseMutationResult } from '@tanstack/react-query';
import { FileButton } from '../../../parts/FileButton';

interface BringFileProps {
  /** Of what it is full. */
  what: string;
  /** What it holds, in words. */
  holds: string;
  main?: boolean;
  mayChange: boolean;
  bring: Pick<UseMutationResult<unknown, Error, File>, 'mutate' | 'isPending' | 'error'>;
}

/** A file of something is brought, all of it or nothing; what is wrong with it is said. */
export function BringFile({ what, holds, main = false, mayChange, bring }: BringFileProps) {
  return (
    <>
      <p>
        {mayChange && (
          <FileButton
            name={`Import ${what} from a file`}
            label={`File of ${what}`}
            accept=".csv"
            main={main}
            disabled={bring.isPending}
            onFile={(file) => bring.mutate(file)}
          />
        )}
        {mayChange && ' '}
        <span className="second">{holds}</span>
      </p>
      {bring.error && (
        <p className="fall" role="alert">
          {bring.error.message}
        </p>
      )}
    </>
  );
}
