import type { RecordedEvent } from '../../api/catalogue';
import type { MeasureView } from '../../api/measures';
import type { Finding } from '../../parts/answer/Answer';
import { addsUp, measureChange, measureValue, stepWord, stepWords } from '../../words/measures';
import { dateWords } from '../../words/dates';
import { gapSentences } from '../../words/gaps';
import { count, plural, share } from '../../words/numbers';
import type { Words } from './question';
import { groupName, isTold, type Column } from './series';

interface Context {
  words: Words;
  columns: Column[];
  zone: string;
  /** The first day of the data. */
  dataFrom: string;
  /** How events are shown. */
  shown: (event: string) => string;
  /** What is recorded of the events asked about. */
  recorded: RecordedEvent[];
}

/** What stands in the range, what changed, what made the highest period, and what the reader must know. */
export function findings(view: MeasureView, context: Context): Finding[] {
  return [
    ...view.leftOut.map((text) => ({ key: `left out ${text}`, text, caution: true })),
    ...context.words.faults.map((text) => ({ key: text, text, caution: true })),
    ...context.columns.map((column) => total(view, column)),
    ...peak(view, context),
    ...cautions(view, context),
    ...gaps(context),
  ];
}

function total(view: MeasureView, column: Column): Finding {
  const all = view.range.measures[column.at]?.all;
  const before = view.compared?.measures[column.at]?.all;
  const say = (value: number | null | undefined) => measureValue(value ?? null, column.unit, view.currency);
  return {
    key: `total ${column.name}`,
    text: (
      <>
        {column.unit === 'PEOPLE' ? (
          <>
            <b>{say(all?.range)}</b> {column.title} in the range, each counted once
          </>
        ) : (
          <>
            {column.title}: <b>{say(all?.range)}</b> in the range
          </>
        )}
        {column.kind === 'PEOPLE' && all && <OfActive people={all.people} active={view.range.active} />}
        {column.kind !== 'FORMULA' && column.unit !== 'PEOPLE' && all && (
          <>
            , from {plural(all.people, 'user')}
            {column.kind !== 'EVENTS' && `, ${count(all.events)} times`}
          </>
        )}
        {before && (
          <>
            ; {say(before.range)} in the comparison range (
            {measureChange(all?.range ?? null, before.range, column.unit)})
          </>
        )}
        .
      </>
    ),
  };
}

/** The share of active people, where it says something: of active people themselves it would be all. */
function OfActive({ people, active }: { people: number; active: number | null }) {
  return (
    active !== null && active > 0 && people !== active && <>: {share(people / active)} of active users</>
  );
}

/** Which group made the highest period, where groups add up: its share of what that period has above the middle one. */
function peak(view: MeasureView, { words, columns, zone }: Context): Finding[] {
  const column = columns[0];
  const values = column && view.range.measures[column.at];
  if (!values || column.kind === 'FORMULA' || !addsUp(column.kind) || words.course !== 'each') return [];
  const whole = view.range.periods.flatMap((period, index) =>
    period.whole && period.complete ? [index] : [],
  );
  if (view.range.groups.length === 0 || whole.length < 5) return [];
  const at = (line: (number | null)[], index: number) => line[index] ?? 0;
  const middle = (line: (number | null)[]) => {
    const sorted = whole.map((index) => at(line, index)).sort((a, b) => a - b);
    return sorted[Math.floor(sorted.length / 2)] ?? 0;
  };
  const all = values.all.periods;
  const top = whole.reduce((best, index) => (at(all, index) > at(all, best) ? index : best), whole[0] ?? 0);
  const rise = at(all, top) - middle(all);
  if (rise <= 0.25 * middle(all)) return [];
  const rises = values.groups.map((line) => at(line.periods, top) - middle(line.periods));
  const largest = rises.indexOf(Math.max(...rises));
  const group = view.range.groups[largest];
  const period = view.range.periods[top];
  if (!group || !period) return [];
  const part = (rises[largest] ?? 0) / rise;
  const say = (value: number) => measureValue(value, column.unit, view.currency);
  return [
    {
      key: 'peak',
      text: (
        <>
          Highest on <b>{stepWords(period, words.step, zone)}</b>: {say(at(all, top))}; the median{' '}
          {stepWord[words.step]} has {say(middle(all))}. <b>{groupName(group)}</b> is <b>{share(part)}</b> of
          the difference
          {part > 0.8
            ? ': this group explains it'
            : part > 0.4
              ? ', not all of it'
              : ': no single group explains it'}
          .
        </>
      ),
    },
  ];
}

function cautions(view: MeasureView, { words, columns, dataFrom }: Context): Finding[] {
  const found: Finding[] = [];
  const before = view.compared?.periods[0];
  if (before && before.days.from < dataFrom) {
    found.push({
      key: 'before the data',
      caution: true,
      text: `The comparison range begins before the data, which begin on ${dateWords(dataFrom)}. Missing data are not zero.`,
    });
  }
  const first = view.range.measures[0];
  const sum = first?.groups.reduce((total, line) => total + line.people, 0) ?? 0;
  if (first && sum > first.all.people && view.range.groups.length > 0) {
    found.push({
      key: 'several',
      caution: true,
      text: `Some users are in more than one group, so groups add up to ${count(sum - first.all.people)} more than the total.`,
    });
  }
  if (view.range.groups.some((group) => !isTold(group))) {
    found.push({
      key: 'rest',
      text: 'Other values, and events without a value, are in the table; tick them to add them to the chart.',
    });
  }
  const ofEvents = words.splits.some((split) => split.property !== null);
  if (columns.some((column) => column.kind === 'SHARE') && ofEvents) {
    found.push({
      key: 'of whom',
      text: 'For properties of the install, shares are of the active users of the group; for properties of single events, of all active users.',
    });
  }
  if (words.course !== 'each') {
    found.push({
      key: 'course',
      text:
        words.course === 'cumulative'
          ? 'Each point counts from the start of the range to the end of its period, each user once.'
          : `Each point counts the ${words.course === 'trailing7' ? 7 : 28} ${stepWord[words.step]}s that end with it, each user once.`,
    });
  }
  const step = stepWord[words.step];
  if (view.range.periods.some((period) => !period.whole)) {
    found.push({
      key: 'cut',
      caution: true,
      text: `The range begins or ends within a ${step}. That ${step} counts only the days in the range (dashed).`,
    });
  }
  const open = view.range.periods.filter((period) => !period.complete).length;
  if (open > 0) {
    found.push({
      key: 'open',
      caution: true,
      text: `${plural(open, step)} incomplete (dashed): more data will arrive.`,
    });
  }
  return found;
}

function gaps({ recorded, shown }: Context): Finding[] {
  return recorded.flatMap((event) =>
    gapSentences(event).map(({ kind, text }) => ({
      key: `${event.name} ${kind}`,
      caution: true,
      text: `${shown(event.name)} ${text}`,
    })),
  );
}
