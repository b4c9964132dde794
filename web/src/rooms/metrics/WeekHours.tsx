import { useWeekHours, type WeekHoursAnswer } from '../../api/measures';
import type { DayRange } from '../../api/queries';
import { useNames } from '../../api/words';
import { WeekGrid } from '../../charts/WeekGrid';
import { sayEvents } from '../../words/conditions';
import { count } from '../../words/numbers';
import type { Words } from './question';

interface WeekHoursProps {
  app: string;
  range: DayRange;
  words: Words;
}

/** When in the week the first measure's events are done: people or times in an average hour. */
export function WeekHours({ app, range, words }: WeekHoursProps) {
  const [first] = words.measures;
  const names = useNames(app);
  const answer = useWeekHours(app, {
    range,
    what: first?.what ?? null,
    only: words.only,
    among: words.among,
    lenient: true,
  });
  const view = answer.data?.answer;
  if (answer.isError) return <p className="fall room-fault">{answer.error.message}</p>;
  if (!view || answer.isPlaceholderData) return <div style={{ height: 280 }} />;
  const ofPeople = first?.kind === 'PEOPLE';
  const what = first?.what ? sayEvents(first.what, names) : 'any activity';
  // People of several weeks are counted once in a cell: a mean of them would be no number of people.
  return ofPeople ? (
    <WeekGrid
      title={`Users who did ${what} in the range, by weekday and hour, each counted once per cell`}
      values={view.people}
      say={(day, hour) => said(view, day, hour)}
    />
  ) : (
    <WeekGrid
      title={`Number of ${what} in an average hour`}
      values={view.events.map((row, day) => {
        const days = view.days[day] ?? 0;
        return row.map((events) => (days === 0 ? null : events / days));
      })}
      say={(day, hour) => said(view, day, hour)}
    />
  );
}

const said = (view: WeekHoursAnswer, day: number, hour: number) =>
  `${hour}:00 to ${hour + 1}:00: ${count(view.events[day]?.[hour] ?? 0)} events, ${count(view.people[day]?.[hour] ?? 0)} users, on ${view.days[day] ?? 0} days`;
