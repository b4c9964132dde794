import { ROWS } from './looks';
import Box from '@mui/material/Box';
import { Row } from '../../kit/layout';
import type { EntryView, RecordedEvent, RecordedEvents } from '../../api/catalogue';
import type { AppView } from '../../api/queries';
import { Sparkline } from '../../charts/Sparkline';
import { dateWords } from '../../words/dates';
import { count, plural, share } from '../../words/numbers';
import { Activity } from './Activity';
import { EntryForm } from './EntryForm';
import { NameCell, STATUS } from './NameCell';
import { OwnProperties } from './OwnProperties';
import { SenderGrid } from './SenderGrid';
import { entryOf } from './shown';
import { Table } from '../../kit/Table';
import { TermMark } from '../../help/TermMark';
import { Hint } from '../../kit/Hint';

interface EventRowsProps {
  app: AppView;
  view: RecordedEvents;
  events: RecordedEvent[];
  entries: EntryView[];
  mayChange: boolean;
  open: string | null;
  onOpen: (name: string) => void;
}

const COLUMNS = 9;

/** One row an event; an open one shows who sends it and what it means. */
export function EventRows({ app, view, events, entries, mayChange, open, onOpen }: EventRowsProps) {
  const all = view.events.reduce((sum, event) => sum + event.count, 0);
  if (events.length === 0)
    return (
      <Box className="second" component="p" sx={{ p: 4 }}>
        No event matches.
      </Box>
    );
  return (
    <Table className="ruled sticky indent catalogue" sx={ROWS}>
      <caption className="spoken">Events of the range. The button of a row opens its details.</caption>
      <thead>
        <tr>
          <th scope="col">
            Event
            <TermMark term="Event" isQuiet />
          </th>
          <th scope="col">By day</th>
          <th scope="col" className="number">
            Events
          </th>
          <th scope="col" className="number">
            Share
          </th>
          <th scope="col" className="number">
            Users
          </th>
          <th scope="col" className="number">
            First seen
          </th>
          <th scope="col" className="number">
            Last seen
          </th>
          <th scope="col">Sent by</th>
          <th scope="col">
            Kind
            <TermMark term="Activity" isQuiet />
          </th>
        </tr>
      </thead>
      <tbody>
        {events.map((event) => (
          <EventRow
            key={event.name}
            {...{ app, view, event, mayChange, onOpen }}
            entry={entryOf(entries, 'EVENT', event.name)}
            all={all}
            opened={open === event.name}
          />
        ))}
      </tbody>
    </Table>
  );
}

interface EventRowProps {
  app: AppView;
  view: RecordedEvents;
  event: RecordedEvent;
  entry: EntryView;
  all: number;
  mayChange: boolean;
  opened: boolean;
  onOpen: (name: string) => void;
}

function EventRow({ app, view, event, entry, all, mayChange, opened, onOpen }: EventRowProps) {
  return (
    <>
      <tr className={opened ? 'opened' : undefined} data-name={event.name}>
        <NameCell entry={entry} opened={opened} onOpen={onOpen} />
        <td>
          <Sparkline values={event.byDay} ticks={[]} width={96} height={20} />
        </td>
        <td className="number">{count(event.count)}</td>
        <td className="number second">{all > 0 ? share(event.count / all) : '–'}</td>
        <td className="number">{count(event.people)}</td>
        <td className="number second">{dateWords(event.firstSeen)}</td>
        <td className="number second">{dateWords(event.lastSeen)}</td>
        <td>
          <SentBy view={view} event={event} />
        </td>
        <td className="second">
          {[event.activity ? 'activity' : 'passive', ...STATUS[event.status]].join(', ')}
        </td>
      </tr>
      {opened && (
        <tr className="opened-part">
          <td colSpan={COLUMNS}>
            <Row
              sx={{
                alignItems: 'flex-start',
                gap: '16px 32px',
                '& > div': { flex: 1, minWidth: 260, maxWidth: 520 },
                '& p': { m: '0 0 6px' },
              }}
            >
              <SenderGrid view={view} event={event} />
              <OwnProperties event={event} events={view.events.length} />
              <div>
                <EntryForm app={app} entry={entry} mayChange={mayChange} />
                {mayChange && <Activity app={app} event={event} />}
              </div>
            </Row>
          </td>
        </tr>
      )}
    </>
  );
}

/** Of how many senders in use the event came; a mark where it is missing against expectation. */
function SentBy({ view, event }: { view: RecordedEvents; event: RecordedEvent }) {
  const inUse = view.senders.map((_, sender) => view.events.some((each) => (each.bySender[sender] ?? 0) > 0));
  const sending = event.bySender.filter((sent) => sent > 0).length;
  const missing = event.gaps.filter((gap) => gap.kind !== 'NEVER').length;
  return (
    <>
      {sending} of {inUse.filter(Boolean).length}
      {missing > 0 && (
        <span className="fall">
          {' '}
          <Hint text={`${plural(missing, 'gap')}: open the row for details`}>▼ missing</Hint>
        </span>
      )}
    </>
  );
}
