import { AnswerTools } from '../../export/AnswerTools';
import TextField from '@mui/material/TextField';
import {
  useCatalogueEvents,
  useCatalogueProperties,
  useEntries,
  type EntryView,
  type RecordedEvents,
  type RecordedProperty,
} from '../../api/catalogue';
import { useSession, type Foot } from '../../api/queries';
import { AnswerFrame } from '../../parts/answer/AnswerFrame';
import { useFrame, type FrameContext, useFoot } from '../../model/frame';
import { Answer } from '../../parts/answer/Answer';
import { NoEvents } from '../../parts/NoEvents';
import type { Asked } from '../../model/question';
import { saveCsv } from '../../export/saveCsv';
import { RangeWord } from '../../parts/sentence/RangeWords';
import { ChoiceWord, Sentence } from '../../parts/sentence/Sentence';
import { Behaviours } from './Behaviours';
import { eventCsv, propertyCsv } from './csv';
import { EventRows } from './EventRows';
import { eventFindings, propertyFindings } from './findings';
import { PropertyRows } from './PropertyRows';
import { SHOWN, shownEvents, shownProperties, type Shown } from './shown';

const PARTS = [
  { value: 'events', name: 'events' },
  { value: 'properties', name: 'properties' },
  { value: 'behaviours', name: 'named behaviours' },
] as const;

type Part = (typeof PARTS)[number]['value'];

/** What is recorded: every event and property, how much, since when, by whom, and what it means. */
export default function Catalogue() {
  const frame = useFrame();
  const { asked, rail } = frame;
  const part: Part = PARTS.find((each) => each.value === asked.param('part'))?.value ?? 'events';
  const mayChange = useSession().data?.role !== 'READER';
  const options = SHOWN.filter((each) => part === 'events' || !each.ofEvents);
  const shown = options.find((each) => each.value === asked.param('show'))?.value ?? 'kept';
  if (!rail) return <NoEvents app={frame.app} />;
  if (part === 'behaviours') {
    return (
      <>
        <Sentence>
          Show <PartWord asked={asked} part={part} />.
        </Sentence>
        <Behaviours app={frame.app.key} mayChange={mayChange} />
      </>
    );
  }
  const Room = part === 'events' ? Events : Properties;
  return (
    <>
      <Sentence>
        Show <PartWord asked={asked} part={part} /> received in <RangeWord asked={asked} rail={rail} />,{' '}
        <ChoiceWord
          label="Showing"
          value={shown}
          options={options}
          onChange={(next) => asked.set({ show: next === 'kept' ? null : next })}
        />
        .
      </Sentence>
      <Room frame={frame} shown={shown} />
    </>
  );
}

function PartWord({ asked, part }: { asked: Asked; part: Part }) {
  return (
    <ChoiceWord
      label="List"
      value={part}
      options={PARTS}
      onChange={(next) => asked.set({ part: next === 'events' ? null : next, show: null, open: null })}
    />
  );
}

interface RoomProps {
  frame: FrameContext;
  shown: Shown;
}

const NO_ENTRIES: EntryView[] = [];

function useCommon({ asked, app }: FrameContext) {
  const entries = useEntries(app.key).data ?? NO_ENTRIES;
  const mayChange = useSession().data?.role !== 'READER';
  const open = asked.param('open');
  const like = asked.param('like') ?? '';
  const onOpen = (name: string) => asked.set({ open: open === name ? null : name });
  return { entries, mayChange, open, like, onOpen };
}

function Events({ frame, shown }: RoomProps) {
  const { asked } = frame;
  const answer = useCatalogueEvents(asked.app, asked.range);
  const common = useCommon(frame);
  useFoot(answer.data?.foot);
  const view: RecordedEvents | undefined = answer.data?.answer;
  const events = view ? shownEvents(view.events, common.entries, shown, common.like) : [];
  const save = () =>
    view && saveCsv(`${asked.app}-events.csv`, eventCsv(events, common.entries, view.senders));
  return (
    <AnswerFrame answer={answer}>
      {view && (
        <Answer
          findings={eventFindings(view, common.entries, common.onOpen)}
          tools={<Tools frame={frame} file="events" answered={answer.data} onSave={save} />}
        >
          <EventRows app={frame.app} view={view} events={events} {...common} />
        </Answer>
      )}
    </AnswerFrame>
  );
}

function Properties({ frame, shown }: RoomProps) {
  const { asked } = frame;
  const answer = useCatalogueProperties(asked.app, asked.range);
  const common = useCommon(frame);
  useFoot(answer.data?.foot);
  const view: RecordedProperty[] | undefined = answer.data?.answer;
  const properties = view ? shownProperties(view, common.entries, shown, common.like) : [];
  const save = () => view && saveCsv(`${asked.app}-properties.csv`, propertyCsv(properties, common.entries));
  return (
    <AnswerFrame answer={answer}>
      {view && (
        <Answer
          findings={propertyFindings(view, common.entries, common.onOpen)}
          tools={<Tools frame={frame} file="properties" answered={answer.data} onSave={save} />}
        >
          <PropertyRows app={frame.app} properties={properties} {...common} />
        </Answer>
      )}
    </AnswerFrame>
  );
}

interface ToolsProps {
  frame: FrameContext;
  file: string;
  answered: { answer: object; foot: Foot } | undefined;
  onSave: () => void;
}

function Tools({ frame: { asked }, file, answered, onSave }: ToolsProps) {
  return (
    <AnswerTools
      app={asked.app}
      room="catalogue"
      file={`${asked.app}-${file}`}
      answered={answered}
      onCsv={onSave}
    >
      <TextField
        label="Name contains"
        type="search"
        value={asked.param('like') ?? ''}
        onChange={(event) => asked.set({ like: event.target.value || null }, true)}
      />
    </AnswerTools>
  );
}
