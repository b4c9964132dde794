import { isUnfinished } from '../../words/unfinished';

/** Says in an editor that its condition is not complete and so not asked yet. */
export function Incomplete({ of }: { of: unknown }) {
  return (
    <p className="second" role="status">
      {isUnfinished(of) && 'Incomplete: fill in the empty fields. The answer does not change until then.'}
    </p>
  );
}
