import type { AppView } from '../../api/queries';
import { useStoreFeed, useTakeOver } from '../../api/settings';
import { count, plural } from '../../words/numbers';

/** What the app's store announced beside what is known; nothing where it announces nothing. */
export function StoreFeed({ app }: { app: AppView }) {
  const feed = useStoreFeed(app.key).data;
  const takeOver = useTakeOver(app.key);
  if (!feed || feed.announced === 0) return null;
  const { announced, unknown, otherwise } = feed;
  const open = [
    unknown > 0 && `${count(unknown)} not known here`,
    otherwise > 0 && `${count(otherwise)} with other steps or another build than here`,
  ].filter(Boolean);
  return (
    <p>
      The (simulated) store announced {plural(announced, 'release')}, each on one platform
      {open.length === 0 ? '; all are known as announced.' : `: ${open.join(', ')}. `}
      {open.length > 0 && (
        <button className="word" disabled={takeOver.isPending} onClick={() => takeOver.mutate()}>
          Take over what it announced
        </button>
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
