import { useEffect } from 'react';
import { useCatalogueEvents, useEventNames } from '../../api/catalogue';
import type { RetentionView } from '../../api/queries';
import { useRetention } from '../../api/queries';
import { useFrame, type FrameContext } from '../../frame/Frame';
import { Answer, type Finding } from '../../frame/Margin';
import { NoEvents } from '../../frame/NoEvents';
import { useLetter } from '../../frame/keys';
import { amongOf } from '../../frame/question';
import { saveCsv } from '../../frame/saveCsv';
import { csvRows } from './csv';
import { findings } from './findings';
import { ANY, askOf, wordsOf, type Chosen, type Words } from './question';
import { RetentionSentence } from './RetentionSentence';
import { oneWay } from './triangle';
import { Triangle } from './Triangle';
import './retention.css';

/** Of those who started in a period, how many came back at each age. */
export default function Retention() {
  const frame = useFrame();
  const { asked, rail, setFoot } = frame;
  const words = wordsOf(asked.param);
  const { range } = asked;
  const names = useEventNames(asked.app);
  const way = words.ways[words.shown] ?? null;
  const recorded = useCatalogueEvents(asked.app, way === null ? undefined : range);
  const answer = useRetention(asked.app, range && { range, ...askOf(words), among: amongOf(asked) });
  useEffect(() => setFoot(answer.data?.foot), [answer.data, setFoot]);
  const shownAs = (chosen: Chosen) => (chosen === null ? ANY : names.shown(chosen));
  const view = answer.data && named(answer.data.answer, words, shownAs);
  useLetter('x', () => {
    if (view) saveCsv(`${asked.app}-retention.csv`, csvRows(view, words));
  });
  if (!rail) return <NoEvents app={frame.app} />;
  return (
    <>
      <RetentionSentence frame={frame} words={words} events={view?.events ?? []} />
      {answer.isError && <p className="fall room-fault">{answer.error.message}</p>}
      {view && (
        <View
          frame={frame}
          view={view}
          words={words}
          found={findings(
            view,
            words,
            shownAs,
            recorded.data?.answer.events.find((event) => event.name === way),
          )}
        />
      )}
    </>
  );
}

/** Ways of coming back by the names they are shown as. */
const named = (view: RetentionView, words: Words, shownAs: (way: Chosen) => string): RetentionView => ({
  ...view,
  triangles: view.triangles.map((triangle, at) => {
    const way = words.ways[at];
    return way === undefined ? triangle : { ...triangle, name: shownAs(way) };
  }),
});

interface ViewProps {
  frame: FrameContext;
  view: RetentionView;
  words: Words;
  found: Finding[];
}

function View({ frame, view, words, found }: ViewProps) {
  const { asked, rail } = frame;
  return (
    <Answer
      findings={found}
      tools={
        <div className="retention-tools">
          <p className="second">
            {words.plain
              ? 'The fuller a cell, the more of its cohort came back.'
              : 'Rust lies below the pooled value of its age, pine above; at three standard errors the colour is full. What is underlined stays apart when all cells are tested together.'}
          </p>
          <label>
            <input
              type="checkbox"
              checked={words.plain}
              onChange={(event) => asked.set({ shade: event.target.checked ? 'plain' : null })}
            />{' '}
            Shade by size instead of by distance from pooled
          </label>
          <button
            className="word"
            onClick={() => saveCsv(`${asked.app}-retention.csv`, csvRows(view, words))}
          >
            Save as CSV
          </button>
        </div>
      }
    >
      {view.triangles.length > 1 && (
        <Ways
          view={view}
          shown={words.shown}
          onShow={(at) => asked.set({ way: at === 0 ? null : String(at) })}
        />
      )}
      <Triangle
        way={oneWay(view, words.shown)}
        shown={words.shown}
        triangles={view.triangles}
        words={words}
        versions={rail?.versions ?? []}
      />
    </Answer>
  );
}

/** Whose triangle stands below; all curves are drawn above it. */
function Ways({ view, shown, onShow }: { view: RetentionView; shown: number; onShow: (at: number) => void }) {
  return (
    <div className="ways" role="radiogroup" aria-label="The cells are of coming back with">
      <span className="second">The cells are of coming back with</span>
      {view.triangles.map((triangle, at) => (
        <label key={triangle.name}>
          <input type="radio" name="way" checked={at === shown} onChange={() => onShow(at)} />
          <span className="way-mark" style={{ background: `var(--series-${at})` }} />
          {triangle.name}
        </label>
      ))}
    </div>
  );
}
