import { useState } from 'react';
import { useSession } from '../../api/queries';
import { WatchIt, type Watchable } from '../../parts/WatchIt';
import { isEveryone } from '../../words/conditions';
import type { Words } from './question';
import type { Column } from './series';
import { TextButton } from '../../kit/buttons';

interface WatchMeasureProps {
  app: string;
  words: Words;
  columns: Column[];
}

/** Has one of the measures watched by the day. */
export function WatchMeasure({ app, words, columns }: WatchMeasureProps) {
  const mayWatch = useSession().data?.role !== 'READER';
  const [open, setOpen] = useState(false);
  if (!mayWatch) return null;
  if (!open) return <TextButton onClick={() => setOpen(true)}>Create monitor</TextButton>;
  const without = words.splits.length > 0 ? ', without the split' : '';
  return (
    <WatchIt
      app={app}
      choices={columns.map((column) => watchable(column, words))}
      asksWorse
      about={`Checked daily${without}. It is compared with its own past; a drop becomes a case.`}
      onDone={() => setOpen(false)}
    />
  );
}

/** A measure needs only itself, a formula all that it may speak of. */
function watchable(column: Column, words: Words): Watchable {
  const formula = words.formulas.filter((each) => each.name === column.name);
  return {
    key: column.name,
    title: column.title,
    name: column.title.replace(`${column.name}: `, '').slice(0, 80),
    question: {
      watched: column.name,
      measures:
        formula.length > 0 ? words.measures : words.measures.filter((each) => each.name === column.name),
      formulas: formula,
      only: words.only,
      among: isEveryone(words.among) ? null : words.among,
    },
  };
}
