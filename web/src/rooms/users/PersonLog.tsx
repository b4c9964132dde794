import { ANSWER } from '../../parts/answer/Answer';
import Box from '@mui/material/Box';
import { Row } from '../../kit/layout';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { useRegister, usePersonLog, type EntryOfLog, type PersonLogView } from '../../api/register';
import { useEventNames } from '../../api/catalogue';
import { useSession } from '../../api/queries';
import { type FrameContext, useFoot } from '../../model/frame';
import { dateWords, dayOf, dayWords, instantIn, instantParts } from '../../words/dates';
import { count, duration, money, plural } from '../../words/numbers';
import { EraseForm } from './EraseForm';
import { PAGE, questionOf, type Words } from './question';
import { Table } from '../../kit/Table';
import { Pages } from '../../kit/Pages';

const ENTRIES = 20;

interface PersonLogProps {
  frame: FrameContext;
  id: string;
  words: Words;
}

/** One person's diary, newest first, with the way to the next person of the same result. */
export function PersonLog({ frame, id, words }: PersonLogProps) {
  const { app, asked } = frame;
  const [from, setFrom] = useState(0);
  const answer = usePersonLog(app.key, id, from, ENTRIES);
  const role = useSession().data?.role;
  const [erasing, setErasing] = useState(false);
  useFoot(answer.data?.foot);
  const view = answer.data?.answer;
  return (
    <>
      <Row className="log-head" sx={{ gap: 3, p: '6px 12px' }}>
        <Button onClick={() => asked.set({ person: null, at: null })}>Back to the user list</Button>
        <Steps frame={frame} words={words} onStep={() => setFrom(0)} />
        {role === 'KEEPER' && view && (
          <Button color="error" onClick={() => setErasing(true)}>
            Erase this user …
          </Button>
        )}
      </Row>
      {answer.isError && <p className="fall room-fault">{answer.error.message}</p>}
      {erasing && view && (
        <EraseForm
          app={app.key}
          id={id}
          name={view.person.name}
          onErased={() => asked.set({ person: null, at: null })}
          onLeave={() => setErasing(false)}
        />
      )}
      {view && !answer.isError && (
        <Box className="answer" sx={ANSWER}>
          <Box
            className="answer-main log-entries"
            component="section"
            sx={{ px: 4, '& h1': { fontSize: 20, my: 2 } }}
            aria-label="Log"
            tabIndex={0}
          >
            <h1 className="serif">{view.person.name}</h1>
            {view.page.map((entry) => (
              <Entry key={`${entry.starts} ${entry.session}`} app={app.key} entry={entry} zone={app.zone} />
            ))}
            <Pages from={from} page={ENTRIES} all={view.entries} none="No entries." onGo={setFrom} />
          </Box>
          <Facts view={view} zone={app.zone} />
        </Box>
      )}
    </>
  );
}

const ENTRY = {
  borderTop: '1px solid var(--rule)',
  p: '6px 0 10px',
  '& h2': { fontSize: 14, m: '0 0 4px', fontWeight: 600 },
  '& h2 .second': { fontWeight: 400 },
  '& td': { p: '1px 12px 1px 0', verticalAlign: 'top' },
};

/** Before and after within the result from which the person was opened. */
function Steps({
  frame: { asked },
  words,
  onStep,
}: {
  frame: FrameContext;
  words: Words;
  onStep: () => void;
}) {
  const at = asked.param('at') === null ? NaN : Number(asked.param('at'));
  const page = Math.floor(at / PAGE) * PAGE;
  const beside = useRegister(
    asked.app,
    Number.isFinite(at) ? { ...questionOf(words), from: Math.max(0, page - 1), most: PAGE + 2 } : undefined,
  );
  const rows = beside.data?.answer;
  if (!Number.isFinite(at) || !rows) return null;
  const first = Math.max(0, page - 1);
  const go = (next: number) => {
    const row = rows.rows[next - first];
    if (row) {
      asked.set({ person: row.id, at: String(next) });
      onStep();
    }
  };
  return (
    <>
      <Button disabled={at === 0} onClick={() => go(at - 1)}>
        Previous user
      </Button>
      <span className="second">
        {count(at + 1)} of {count(rows.people)}
      </span>
      <Button disabled={at + 1 >= rows.people} onClick={() => go(at + 1)}>
        Next user
      </Button>
    </>
  );
}

function Entry({ app, entry, zone }: { app: string; entry: EntryOfLog; zone: string }) {
  const { shown } = useEventNames(app);
  const { day, time } = instantParts(entry.starts, zone);
  const installs = new Set(entry.events.map((event) => event.install));
  return (
    <Box component="article" sx={{ ...ENTRY, ...(entry.session ? {} : { color: 'text.secondary' }) }}>
      <h2>
        {dayWords(dayOf(day))} {day.slice(0, 4)}, {time}
        <span className="second">
          {entry.session
            ? ` · session of ${duration(entry.seconds)}, ${plural(entry.events.length, 'event')}`
            : ' · between sessions'}
          {installs.size === 1 ? ` · install ${entry.events[0]?.install ?? ''}` : ''}
        </span>
      </h2>
      <Table>
        <tbody>
          {entry.events.map((event, index) => (
            <tr key={index}>
              <td className="second">{instantParts(event.time, zone).time}</td>
              <td>{shown(event.name)}</td>
              <Box component="td" sx={{ '& span': { whiteSpace: 'nowrap' } }}>
                {event.money && <b>{event.money} </b>}
                {Object.entries(event.values).map(([name, value]) => (
                  <span key={name}>
                    <span className="second">{name}</span> {value}{' '}
                  </span>
                ))}
                {installs.size > 1 && <span className="second">install {event.install}</span>}
              </Box>
            </tr>
          ))}
        </tbody>
      </Table>
    </Box>
  );
}

function Facts({ view, zone }: { view: PersonLogView; zone: string }) {
  const { person } = view;
  return (
    <Box
      className="margin log-facts"
      component="aside"
      sx={{
        '& dl': { display: 'grid', gridTemplateColumns: 'auto 1fr', gap: '2px 8px', m: '0 0 12px' },
        '& dt': { color: 'text.secondary' },
        '& dd': { m: 0 },
      }}
      aria-label="Facts"
      tabIndex={0}
    >
      <h2>{person.isAccount ? 'Account' : 'Install without an account'}</h2>
      <dl>
        <dt>Revenue</dt>
        <dd>
          {money(person.revenue, view.currency)}
          {person.unconverted > 0 && `, ${plural(person.unconverted, 'amount')} without a rate not in it`}
        </dd>
        <dt>Purchases</dt>
        <dd>{count(person.purchases)}</dd>
        <dt>Sessions, active days</dt>
        <dd>
          {count(person.sessions)}, {count(person.activeDays)}
        </dd>
        <dt>First seen</dt>
        <dd>{instantIn(person.firstSeen, zone)}</dd>
        <dt>Last active</dt>
        <dd>{person.lastActive ? dateWords(person.lastActive) : 'never'}</dd>
      </dl>
      <h2>Installs</h2>
      <ul>
        {view.installs.map((install) => (
          <Box key={install.name} component="li" sx={{ '&&': { fontFamily: 'inherit', fontSize: 13 } }}>
            {install.name}:{' '}
            {[install.context.device_model, install.context.platform].filter(Boolean).join(', ')}
            <span className="second">
              {' '}
              {count(install.events)} events, {instantIn(install.firstSeen, zone)} to{' '}
              {instantIn(install.lastSeen, zone)}
            </span>
          </Box>
        ))}
      </ul>
      <h2>First touch</h2>
      <Arrival view={view} />
      <p>
        {['channel', 'campaign', 'source', 'medium', 'referrer']
          .map((name) => view.properties.find((each) => each.property === name))
          .filter((each) => each !== undefined)
          .map((each) => `${each.property} ${each.first}`)
          .join(', ') || 'No information about where the user came from.'}
      </p>
      <h2>Properties</h2>
      <Table
        sx={{
          '& th': {
            textAlign: 'left',
            fontWeight: 400,
            color: 'text.secondary',
            pr: 2,
            verticalAlign: 'top',
          },
          '& td': { overflowWrap: 'anywhere' },
        }}
      >
        <tbody>
          {view.properties.map((each) => (
            <tr key={each.property}>
              <th scope="row">{each.property}</th>
              <td>{each.first === each.latest ? each.latest : `${each.first} → ${each.latest}`}</td>
            </tr>
          ))}
        </tbody>
      </Table>
    </Box>
  );
}

/** By which channel they came, and why that is said. */
function Arrival({ view }: { view: PersonLogView }) {
  const first = (property: string) => view.properties.find((each) => each.property === property)?.first;
  const channel = first('arrival_channel');
  if (channel === undefined) return null;
  return (
    <p>
      Channel <b>{channel}</b>: {first('arrival_rule')}.
    </p>
  );
}
