import { useEffect, useState } from 'react';
import { useEventNames } from '../../api/catalogue';
import { useLevels, usePlaces, type LevelView, type PlacesView } from '../../api/places';
import { useSession, type Foot } from '../../api/queries';
import { useWords } from '../../api/words';
import { AnswerFrame } from '../../frame/AnswerFrame';
import { AnswerTools } from '../../frame/AnswerTools';
import { AmongWord } from '../../frame/condition/ConditionWords';
import { useFrame, type FrameContext } from '../../frame/Frame';
import { useLetter } from '../../frame/keys';
import { Answer } from '../../frame/Margin';
import { NoEvents } from '../../frame/NoEvents';
import { amongParam } from '../../frame/question';
import { saveCsv } from '../../frame/saveCsv';
import { RangeWord } from '../../frame/sentence/RangeWords';
import { ChoiceWord, Sentence } from '../../frame/sentence/Sentence';
import { isEveryone } from '../../words/conditions';
import { count } from '../../words/numbers';
import { AreaPeople } from './AreaPeople';
import { csvRows } from './csv';
import { findings } from './findings';
import { Furthest } from './Furthest';
import { Plan } from './Plan';
import { PlanFile } from './PlanFile';
import { PlaceTable } from './PlaceTable';
import {
  askOf,
  peopleIn,
  rowsIn,
  SHOWN,
  squaresOf,
  wordsOf,
  type Area,
  type Side,
  type Words,
} from './question';
import './places.css';

/** What is done where on the plan of a level, and how the app runs there. */
export default function Places() {
  const frame = useFrame();
  const { asked, rail, setFoot, app } = frame;
  const levels = useLevels(app.key, rail !== undefined);
  const all = levels.data?.answer ?? [];
  const words = wordsOf(asked, all);
  const answer = usePlaces(app.key, askOf(words, asked));
  useEffect(() => setFoot(answer.data?.foot ?? levels.data?.foot), [answer.data, levels.data, setFoot]);
  if (!rail) return <NoEvents app={app} />;
  if (levels.data && all.length === 0) {
    return (
      <p className="serif room-fault">
        No event has a place yet: one that has the numbers &ldquo;level&rdquo;, &ldquo;x&rdquo; and
        &ldquo;y&rdquo; is shown here on the plan of its level.
      </p>
    );
  }
  return (
    <>
      <Question frame={frame} words={words} levels={all} />
      {levels.isError && <p className="fall room-fault">{levels.error.message}</p>}
      <AnswerFrame answer={answer}>
        {words.level && answer.data && (
          <View
            key={words.level.level}
            frame={frame}
            words={words}
            level={words.level}
            answered={answer.data}
          />
        )}
      </AnswerFrame>
    </>
  );
}

interface QuestionProps {
  frame: FrameContext;
  words: Words;
  levels: LevelView[];
}

function Question({ frame: { asked, rail }, words, levels }: QuestionProps) {
  const { shown } = useEventNames(asked.app);
  const names = useWords(asked.app).events.map((each) => each.name);
  if (!rail || !words.level) return null;
  const event = asked.param('event') ?? '';
  const sides: Record<Side, string> =
    words.beside === 'group'
      ? { difference: 'the difference', asked: 'they alone', other: 'the rest alone' }
      : { difference: 'the difference', asked: 'these days alone', other: 'the days before alone' };
  return (
    <Sentence>
      Where on level{' '}
      <ChoiceWord
        label="Level"
        value={String(words.level.level)}
        options={levels.map((level) => ({
          value: String(level.level),
          name: String(level.level),
          note: `${count(level.events)} events`,
        }))}
        onChange={(level) => asked.set({ level })}
      />{' '}
      lies{' '}
      <ChoiceWord
        label="Shown"
        value={words.shown.word}
        options={SHOWN.map(({ word, name }) => ({ value: word, name }))}
        onChange={(show) => asked.set({ show })}
      />{' '}
      of{' '}
      <ChoiceWord
        label="Event"
        value={event}
        options={[
          { value: '', name: 'anything with a place' },
          ...names.map((name) => ({ value: name, name: shown(name) })),
        ]}
        onChange={(next) => asked.set({ event: next === '' ? null : next })}
      />{' '}
      in <RangeWord asked={asked} rail={rail} />, in squares of{' '}
      <ChoiceWord
        label="Square"
        value={String(words.square)}
        options={squaresOf(words.level).map((square) => ({ value: String(square), name: String(square) }))}
        onChange={(square) => asked.set({ square })}
      />
      , among{' '}
      <AmongWord
        app={asked.app}
        label="Among"
        value={words.among}
        onChange={(who) => asked.set({ among: amongParam(who) })}
      />
      , beside{' '}
      <span className="unbroken">
        <ChoiceWord
          label="Beside"
          value={words.beside}
          options={[
            { value: 'none', name: 'nothing' },
            { value: 'before', name: 'the days before' },
            { value: 'group', name: 'some people against the rest' },
          ]}
          onChange={(beside) => asked.set({ beside: beside === 'none' ? null : beside, side: null })}
        />
        {words.beside !== 'group' && '?'}
      </span>
      {words.beside === 'group' && (
        <>
          {' '}
          (
          <AmongWord
            app={asked.app}
            label="Group"
            value={words.group}
            onChange={(who) => asked.set({ group: isEveryone(who) ? null : JSON.stringify(who) })}
          />
          )?
        </>
      )}
      {words.beside !== 'none' && (
        <>
          {' '}
          Shown:{' '}
          <ChoiceWord
            label="Side"
            value={words.side}
            options={Object.entries(sides).map(([value, name]) => ({ value: value as Side, name }))}
            onChange={(side) => asked.set({ side: side === 'difference' ? null : side })}
          />
          .
        </>
      )}
    </Sentence>
  );
}

interface ViewProps {
  frame: FrameContext;
  words: Words;
  level: LevelView;
  answered: { answer: PlacesView; foot: Foot };
}

function View({ frame: { app, asked }, words, level, answered }: ViewProps) {
  const view = answered.answer;
  const may = useSession().data?.role !== 'READER';
  const [area, setArea] = useState<Area>();
  const isTable = asked.param('as') === 'table';
  const flip = () => asked.set({ as: isTable ? null : 'table' });
  useLetter('t', flip);
  const save = () => saveCsv(`${app.key}-places.csv`, csvRows(view, words));
  useLetter('x', save);
  const pick = (x: number, y: number) =>
    setArea({ left: x, top: y, right: x + words.square, bottom: y + words.square });
  return (
    <Answer
      findings={findings(view, words)}
      tools={
        <AnswerTools app={app.key} room="places" file={`${app.key}-places`} answered={answered} onCsv={save}>
          <p>
            <button className="word" onClick={flip}>
              {isTable ? 'Show the plan' : 'Show the table'}
            </button>
          </p>
          {may && <PlanFile app={app.key} level={level} />}
        </AnswerTools>
      }
    >
      {isTable ? (
        <PlaceTable view={view} words={words} onPick={pick} />
      ) : (
        <div className="plan-beside">
          <figure className="plan-figure">
            <figcaption className="serif chart-title">
              Level {level.level}: {words.shown.name}
              {words.shown.measure === 'PEOPLE' ? ', in percent' : `, ${words.shown.unit}`}
            </figcaption>
            <Plan app={app.key} level={level} words={words} cells={view.cells} area={area} onArea={setArea} />
          </figure>
          <Furthest view={view} words={words} onPick={pick} />
        </div>
      )}
      {area && (
        <AreaPeople
          app={app.key}
          area={area}
          who={peopleIn(words, area, asked)}
          rows={rowsIn(words, area, asked)}
          onClear={() => setArea(undefined)}
        />
      )}
    </Answer>
  );
}
