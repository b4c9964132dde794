import '../../frame/pages.css';
import Button from '@mui/material/Button';
import { useEffect, useState } from 'react';
import { useRegister, usePersonLog, type EntryOfLog, type PersonLogView } from '../../api/register';
import { useEventNames } from '../../api/catalogue';
import { useSession } from '../../api/queries';
import type { FrameContext } from '../../frame/Frame';
import { dateWords, dayOf, dayWords, instantIn, instantParts } from '../../words/dates';
import { count, duration, money, plural } from '../../words/numbers';
import { EraseForm } from './EraseForm';
import { PAGE, questionOf, type Words } from './question';

const ENTRIES = 20;

interface PersonLogProps {
  frame: FrameContext;
  id: string;
  words: Words;
}

/** One person's diary, newest first, with the way to the next person of the same result. */
export function PersonLog({ frame, id, words }: PersonLogProps) {
  const { app, asked, setFoot } = frame;
  const [from, setFrom] = useState(0);
  const answer = usePersonLog(app.key, id, from, ENTRIES);
  const role = useSession().data?.role;
  const [erasing, setErasing] = useState(false);
  useEffect(() => setFoot(answer.data?.foot), [answer.data, setFoot]);
  const view = answer.data?.answer;
  return (
    <>
      <div className="log-head">
        <Button onClick={() => asked.set({ person: null, at: null })}>Back to the register</Button>
        <Steps frame={frame} words={words} onStep={() => setFrom(0)} />
        {role === 'KEEPER' && view && (
          <Button color="error" onClick={() => setErasing(true)}>
            Erase this person …
          </Button>
        )}
      </div>
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
        <div className="answer">
          <section className="answer-main log-entries" aria-label="Log" tabIndex={0}>
            <h1 className="serif">{view.person.name}</h1>
            {view.page.map((entry) => (
              <Entry key={`${entry.starts} ${entry.session}`} app={app.key} entry={entry} zone={app.zone} />
            ))}
            <p className="pages">
              <Button disabled={from === 0} onClick={() => setFrom(Math.max(0, from - ENTRIES))}>
                Newer
              </Button>
              <span>
                {view.entries === 0 ? 'Nothing' : `${from + 1} to ${Math.min(from + ENTRIES, view.entries)}`}{' '}
                of {plural(view.entries, 'entry', 'entries')}
              </span>
              <Button disabled={from + ENTRIES >= view.entries} onClick={() => setFrom(from + ENTRIES)}>
                Older
              </Button>
            </p>
          </section>
          <Facts view={view} zone={app.zone} />
        </div>
      )}
    </>
  );
}

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
        Person before
      </Button>
      <span className="second">
        {count(at + 1)} of {count(rows.people)}
      </span>
      <Button disabled={at + 1 >= rows.people} onClick={() => go(at + 1)}>
        Next person
      </Button>
    </>
  );
}

function Entry({ app, entry, zone }: { app: string; entry: EntryOfLog; zone: string }) {
  const { shown } = useEventNames(app);
  const { day, time } = instantParts(entry.starts, zone);
  const installs = new Set(entry.events.map((event) => event.install));
  return (
    <article className={entry.session ? 'log-entry' : 'log-entry passive'}>
      <h2>
        {dayWords(dayOf(day))} {day.slice(0, 4)}, {time}
        <span className="second">
          {entry.session
            ? ` · session of ${duration(entry.seconds)}, ${plural(entry.events.length, 'event')}`
            : ' · between sessions'}
          {installs.size === 1 ? ` · install ${entry.events[0]?.install ?? ''}` : ''}
        </span>
      </h2>
      <table>
        <tbody>
          {entry.events.map((event, index) => (
            <tr key={index}>
              <td className="second">{instantParts(event.time, zone).time}</td>
              <td>{shown(event.name)}</td>
              <td className="log-values">
                {event.money && <b>{event.money} </b>}
                {Object.entries(event.values).map(([name, value]) => (
                  <span key={name}>
                    <span className="second">{name}</span> {value}{' '}
                  </span>
                ))}
                {installs.size > 1 && <span className="second">install {event.install}</span>}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </article>
  );
}

function Facts({ view, zone }: { view: PersonLogView; zone: string }) {
  const { person } = view;
  return (
    <aside className="margin log-facts" aria-label="Facts">
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
          <li key={install.name} className="log-install">
            {install.name}:{' '}
            {[install.context.device_model, install.context.platform].filter(Boolean).join(', ')}
            <span className="second">
              {' '}
              {count(install.events)} events, {instantIn(install.firstSeen, zone)} to{' '}
              {instantIn(install.lastSeen, zone)}
            </span>
          </li>
        ))}
      </ul>
      <h2>First touch</h2>
      <Arrival view={view} />
      <p>
        {['channel', 'campaign', 'source', 'medium', 'referrer']
          .map((name) => view.properties.find((each) => each.property === name))
          .filter((each) => each !== undefined)
          .map((each) => `${each.property} ${each.first}`)
          .join(', ') || 'Nothing was said of where they came from.'}
      </p>
      <h2>Properties</h2>
      <table className="log-properties">
        <tbody>
          {view.properties.map((each) => (
            <tr key={each.property}>
              <th scope="row">{each.property}</th>
              <td>{each.first === each.latest ? each.latest : `${each.first} → ${each.latest}`}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </aside>
  );
}

/** By which channel they came, and why that is said. */
function Arrival({ view }: { view: PersonLogView }) {
  const first = (property: string) => view.properties.find((each) => each.property === property)?.first;
  const channel = first('arrival_channel');
  if (channel === undefined) return null;
  return (
    <p>
      Came by <b>{channel}</b>: {first('arrival_rule')}.
    </p>
  );
}
