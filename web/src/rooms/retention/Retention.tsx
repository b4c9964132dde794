import { useEffect } from 'react';
import { useCatalogueEvents, useEventNames } from '../../api/catalogue';
import type { Grain, RetentionView } from '../../api/queries';
import { useRetention } from '../../api/queries';
import { useWords } from '../../api/words';
import { AmongWord } from '../../frame/condition/ConditionWords';
import { useFrame, type FrameContext } from '../../frame/Frame';
import { Answer, type Finding } from '../../frame/Margin';
import { NoEvents } from '../../frame/NoEvents';
import { useLetter } from '../../frame/keys';
import { amongOf, amongParam } from '../../frame/question';
import { saveCsv } from '../../frame/saveCsv';
import { RangeWord } from '../../frame/sentence/RangeWords';
import { ChoiceWord, Sentence } from '../../frame/sentence/Sentence';
import { isEveryone } from '../../words/conditions';
import { GRAINS, grainWord } from '../../words/dates';
import { csvRows } from './csv';
import { findings } from './findings';
import { Triangle } from './Triangle';
import './retention.css';

const AGES: Record<Grain, readonly number[]> = {
  DAY: [7, 14, 21, 30, 60],
  WEEK: [4, 8, 12, 26, 52],
  MONTH: [3, 6, 12],
};

const USUAL_AGES: Record<Grain, number> = { DAY: 21, WEEK: 12, MONTH: 6 };
const ANY = 'any activity';
/** A behaviour as it stands among events. */
const quoted = (behaviour: string) => `\u201c${behaviour}\u201d`;

interface Words {
  grain: Grain;
  ages: number;
  cameBack: string | null;
  /** A named behaviour in place of an event. */
  behaviour: string | null;
  plain: boolean;
}

function wordsOf(param: (name: string) => string | null): Words {
  const grain = GRAINS.find((each) => each.name === param('by'))?.value ?? 'WEEK';
  const ages = Number(param('ages'));
  return {
    grain,
    ages: Number.isInteger(ages) && ages >= 1 && ages <= 60 ? ages : USUAL_AGES[grain],
    cameBack: param('back'),
    behaviour: param('behaviour'),
    plain: param('shade') === 'plain',
  };
}

/** Of those who arrived in a period, how many came back at each age. */
export default function Retention() {
  const frame = useFrame();
  const { asked, rail, setFoot } = frame;
  const words = wordsOf(asked.param);
  const { range } = asked;
  const { grain, ages, cameBack, behaviour } = words;
  const among = amongOf(asked);
  const { behaviours } = useWords(asked.app);
  const names = useEventNames(asked.app);
  const recorded = useCatalogueEvents(asked.app, cameBack === null ? undefined : range);
  const backEvent = recorded.data?.answer.events.find((event) => event.name === cameBack);
  const back = behaviour !== null ? { behaviour } : cameBack !== null ? { event: cameBack } : null;
  const answer = useRetention(asked.app, range && { range, grain, ages, cameBack: back, among });
  useEffect(() => setFoot(answer.data?.foot), [answer.data, setFoot]);
  const view = answer.data?.answer;
  useLetter('x', () => {
    if (view) saveCsv(`${asked.app}-retention.csv`, csvRows(view, grain));
  });
  if (!rail) return <NoEvents app={frame.app} />;
  return (
    <>
      <Sentence>
        Of {isEveryone(among) ? '' : 'people '}
        <AmongWord
          app={asked.app}
          label="Among"
          value={among}
          onChange={(next) => asked.set({ among: amongParam(next) })}
        />{' '}
        who arrived each{' '}
        <ChoiceWord
          label="Grain"
          value={grain}
          options={GRAINS}
          onChange={(next) => asked.set({ by: next === 'WEEK' ? null : grainWord[next], ages: null })}
        />{' '}
        of <RangeWord asked={asked} rail={rail} />, how many came back with{' '}
        <ChoiceWord
          label="Came back with"
          value={behaviour !== null ? quoted(behaviour) : (cameBack ?? ANY)}
          options={[
            { value: ANY, name: ANY },
            ...behaviours.map((name) => ({ value: quoted(name), name: quoted(name) })),
            ...(view?.events ?? [])
              .filter((name) => name === cameBack || !names.hidden(name))
              .map((name) => ({ value: name, name: names.shown(name) })),
          ]}
          onChange={(next) => {
            const chosen = behaviours.find((name) => quoted(name) === next);
            asked.set({
              back: chosen || next === ANY ? null : next,
              behaviour: chosen ?? null,
            });
          }}
        />{' '}
        at each age up to{' '}
        <ChoiceWord
          label="Ages"
          value={String(ages)}
          options={[...new Set([...AGES[grain], ages])]
            .sort((a, b) => a - b)
            .map((each) => ({ value: String(each), name: `${each} ${grainWord[grain]}s` }))}
          onChange={(next) => asked.set({ ages: Number(next) === USUAL_AGES[grain] ? null : next })}
        />
        ?
      </Sentence>
      {answer.isError && <p className="fall room-fault">{answer.error.message}</p>}
      {view && (
        <View
          frame={frame}
          view={view}
          words={words}
          found={findings(
            view,
            grain,
            behaviour !== null ? quoted(behaviour) : cameBack && names.shown(cameBack),
            behaviour === null ? backEvent : undefined,
          )}
        />
      )}
    </>
  );
}

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
              : 'Rust lies below the pooled value of its age, pine above; at three standard errors the colour is full. A single cell that far is no finding: one in about 370 is by chance.'}
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
            onClick={() => saveCsv(`${asked.app}-retention.csv`, csvRows(view, words.grain))}
          >
            Save as CSV
          </button>
        </div>
      }
    >
      <Triangle view={view} grain={words.grain} plain={words.plain} versions={rail?.versions ?? []} />
    </Answer>
  );
}
