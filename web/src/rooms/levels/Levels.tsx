import { ChartTitle } from '../../charts/ChartTitle';
import Box from '@mui/material/Box';
import { Row } from '../../kit/layout';
import { useState } from 'react';
import { useEventNames } from '../../api/catalogue';
import { useLevels, usePlaces, type LevelView, type PlacesView } from '../../api/places';
import { useSession, type Foot } from '../../api/queries';
import { useWords } from '../../api/words';
import { AnswerFrame } from '../../parts/answer/AnswerFrame';
import { AnswerTools } from '../../export/AnswerTools';
import { AmongWord } from '../../parts/condition/ConditionWords';
import { useFrame, type FrameContext, useFoot } from '../../model/frame';
import { useLetter } from '../../model/keys';
import { Answer } from '../../parts/answer/Answer';
import { NoEvents } from '../../parts/NoEvents';
import { amongParam } from '../../model/question';
import { saveCsv } from '../../export/saveCsv';
import { RangeWord } from '../../parts/sentence/RangeWords';
import { ChoiceWord, Sentence } from '../../parts/sentence/Sentence';
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
import './levels.css';
import { TextButton } from '../../kit/buttons';

/** What is done where on the plan of a level, and how the app runs there. */
export default function Levels() {
  const frame = useFrame();
  const { asked, rail, app } = frame;
  const levels = useLevels(app.key, rail !== undefined);
  const all = levels.data?.answer ?? [];
  const words = wordsOf(asked, all);
  const answer = usePlaces(app.key, askOf(words, asked));
  useFoot(answer.data?.foot ?? levels.data?.foot);
  if (!rail) return <NoEvents app={app} />;
  if (levels.data && all.length === 0) {
    return (
      <p className="serif room-fault">
        No event has a position yet. Events with the numbers &ldquo;level&rdquo;, &ldquo;x&rdquo; and
        &ldquo;y&rdquo; are shown here on the plan of their level.
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
      ? { difference: 'the difference', asked: 'the chosen users only', other: 'the other users only' }
      : { difference: 'the difference', asked: 'these days only', other: 'the previous days only' };
  return (
    <Sentence>
      Level{' '}
      <ChoiceWord
        label="Level"
        value={String(words.level.level)}
        options={levels.map((level) => ({
          value: String(level.level),
          name: String(level.level),
          note: `${count(level.events)} events`,
        }))}
        onChange={(level) => asked.set({ level })}
      />
      :{' '}
      <ChoiceWord
        label="Metric"
        value={words.shown.word}
        options={SHOWN.map(({ word, name }) => ({ value: word, name }))}
        onChange={(show) => asked.set({ show })}
      />
      , from{' '}
      <ChoiceWord
        label="Event"
        value={event}
        options={[
          { value: '', name: 'all events with a position' },
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
      , for{' '}
      <AmongWord
        app={asked.app}
        label="Filter"
        value={words.among}
        onChange={(who) => asked.set({ among: amongParam(who) })}
      />
      , compared with{' '}
      <Box component="span" sx={{ whiteSpace: 'nowrap' }}>
        <ChoiceWord
          label="Comparison"
          value={words.beside}
          options={[
            { value: 'none', name: 'nothing' },
            { value: 'before', name: 'the previous days' },
            { value: 'group', name: 'all other users' },
          ]}
          onChange={(beside) => asked.set({ beside: beside === 'none' ? null : beside, side: null })}
        />
        {words.beside !== 'group' && '.'}
      </Box>
      {words.beside === 'group' && (
        <>
          {' '}
          (chosen:{' '}
          <AmongWord
            app={asked.app}
            label="Group"
            value={words.group}
            onChange={(who) => asked.set({ group: isEveryone(who) ? null : JSON.stringify(who) })}
          />
          ).
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
  const pick = (x: number, y: number) =>
    setArea({ left: x, top: y, right: x + words.square, bottom: y + words.square });
  return (
    <Answer
      findings={findings(view, words)}
      tools={
        <AnswerTools app={app.key} room="levels" file={`${app.key}-places`} answered={answered} onCsv={save}>
          <p>
            <TextButton onClick={flip}>{isTable ? 'Show as plan' : 'Show as table'}</TextButton>
          </p>
          {may && <PlanFile app={app.key} level={level} />}
        </AnswerTools>
      }
    >
      {isTable ? (
        <PlaceTable view={view} words={words} onPick={pick} />
      ) : (
        <Row sx={{ alignItems: 'flex-start', gap: '8px 24px', p: '8px 16px' }}>
          <Box
            component="figure"
            sx={{ m: 0, flex: '1 1 320px', maxWidth: 'min(620px, calc(100vh - 330px))' }}
          >
            <ChartTitle>
              Level {level.level}: {words.shown.name}
              {words.shown.measure === 'PEOPLE' ? ', in percent' : `, ${words.shown.unit}`}
            </ChartTitle>
            <Plan app={app.key} level={level} words={words} cells={view.cells} area={area} onArea={setArea} />
          </Box>
          <Furthest view={view} words={words} onPick={pick} />
        </Row>
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
