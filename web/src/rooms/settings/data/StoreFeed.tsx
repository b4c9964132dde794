import type { AppView } from '../../../api/queries';
import { useStoreFeed, useTakeOver } from '../../../api/settings';
import { count, plural } from '../../../words/numbers';
import { TextButton } from '../../../kit/buttons';

/** What the app's store announced beside what is known; nothing where it announces nothing. */
export function StoreFeed({ app }: { app: AppView }) {
  const feed = useStoreFeed(app.key).data;
  const takeOver = useTakeOver(app.key);
  if (!feed || feed.announced === 0) return null;
  const { announced, unknown, otherwise } = feed;
  const open = [
    unknown > 0 && `${count(unknown)} not entered here`,
    otherwise > 0 && `${count(otherwise)} with different steps or build`,
  ].filter(Boolean);
  return (
    <p>
      The simulated store announced {plural(announced, 'release')}, each on one platform
      {open.length === 0 ? '; all are entered here.' : `: ${open.join(', ')}. `}
      {open.length > 0 && (
        <TextButton disabled={takeOver.isPending} onClick={() => takeOver.mutate()}>
          Import from the store
        </TextButton>
      )}
      {takeOver.error && (
        <span className="fall" role="alert">
          {' '}
          {takeOver.error.message}
        </span>
      )}
    </p>
  );
}
