import { isUnfinished } from '../../words/unfinished';

/** Says in an editor that its condition is not complete and so not asked yet. */
export function Incomplete({ of }: { of: unknown }) {
  return (
    <p className="second" role="status">
      {isUnfinished(of) && 'Not complete yet: choose what is empty. The answer stays as it is until then.'}
    </p>
  );
}
