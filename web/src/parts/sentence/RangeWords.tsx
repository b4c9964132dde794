import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import { useState } from 'react';
import type { DayRange, RailView } from '../../api/queries';
import { dayOf, isoOf, rangeWords } from '../../words/dates';
import {
  before,
  daysParam,
  lastDays,
  lastMonth,
  lastWeeks,
  lengthOf,
  parseDays,
  shifted,
  wholeMonths,
  type Asked,
} from '../../model/question';
import { Word } from './Sentence';
import { DateField } from '../../kit/DateField';

const DAYS = [7, 28, 30, 90] as const;
const WEEKS = [1, 12] as const;

interface RangeWordProps {
  asked: Asked;
  rail: RailView;
}

/** The range asked about: full days up to the data's end, all data, or exact dates. */
export function RangeWord({ asked, rail }: RangeWordProps) {
  if (!asked.range) return null;
  const range = asked.range;
  const text = asked.rangeIsUsual && asked.usual ? asked.usual.words : rangeWords(range);
  return (
    <Word label="Range" text={text}>
      {(close) => {
        const choose = (next: DayRange) => {
          const days = daysParam(next);
          const isUsual = asked.usual !== undefined && days === daysParam(asked.usual.range);
          asked.set({ days: isUsual ? null : days, against: null });
          close();
        };
        return (
          <Stack sx={{ p: 3, gap: 4, width: 430 }}>
            <Stack direction="row" sx={{ flexWrap: 'wrap', gap: 1 }}>
              <Button variant="outlined" onClick={() => choose(lastDays(rail, 1))}>
                last full day
              </Button>
              {DAYS.map((days) => (
                <Button key={days} variant="outlined" onClick={() => choose(lastDays(rail, days))}>
                  last {days} days
                </Button>
              ))}
              {WEEKS.map((weeks) => {
                const range = lastWeeks(rail, weeks);
                return (
                  range && (
                    <Button key={weeks} variant="outlined" onClick={() => choose(range)}>
                      {weeks === 1 ? 'last week' : `last ${weeks} weeks`}
                    </Button>
                  )
                );
              })}
              <Button variant="outlined" onClick={() => choose(lastMonth(rail))}>
                last month
              </Button>
              <Button variant="outlined" onClick={() => choose(rail.days)}>
                all data
              </Button>
            </Stack>
            <ExactDates range={range} onChoose={choose} />
          </Stack>
        );
      }}
    </Word>
  );
}

function ExactDates({ range, onChoose }: { range: DayRange; onChoose: (range: DayRange) => void }) {
  const [first, setFirst] = useState(range.from);
  const [last, setLast] = useState(isoOf(dayOf(range.to) - 1));
  const typed = parseDays(`${first}..${last}`);
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        if (typed) onChoose(typed);
      }}
    >
      <Stack direction="row" sx={{ gap: 2, alignItems: 'flex-start' }}>
        <DateField label="First day" value={first} onChange={setFirst} />
        <DateField
          label="Last day"
          value={last}
          onChange={setLast}
          error={typed ? undefined : 'Must not be before the first day'}
        />
        <Button type="submit" variant="contained" disabled={!typed}>
          Ask
        </Button>
      </Stack>
    </form>
  );
}

/** What a range is compared with unless something else is chosen. */
function usualWords(range: DayRange): string {
  const months = wholeMonths(range);
  if (months > 0) return months === 1 ? 'the month before' : `the ${months} months before`;
  const days = lengthOf(range);
  return days % 7 === 0 ? `the ${days} days before` : `the ${days} days before on the same weekdays`;
}

/** The range compared with: the one before on the same weekdays, or any earlier one of equal length. */
export function ComparedWord({ asked }: { asked: Asked }) {
  const { range, compared } = asked;
  if (!range || !compared) return null;
  const text = asked.comparedIsUsual ? usualWords(range) : rangeWords(compared);
  return (
    <Word label="Compared with" text={text}>
      {(close) => (
        <Stack sx={{ p: 3, gap: 2, width: 330 }}>
          <Button
            variant="outlined"
            onClick={() => {
              asked.set({ against: null });
              close();
            }}
          >
            {rangeWords(before(range))}: {usualWords(range)}
          </Button>
          <EarlierStart
            range={range}
            compared={compared}
            onChoose={(next) => {
              asked.set({ against: daysParam(next) });
              close();
            }}
          />
        </Stack>
      )}
    </Word>
  );
}

interface EarlierStartProps {
  range: DayRange;
  compared: DayRange;
  onChoose: (range: DayRange) => void;
}

function EarlierStart({ range, compared, onChoose }: EarlierStartProps) {
  const [first, setFirst] = useState(compared.from);
  const days = dayOf(first) - dayOf(range.from);
  const fits = Number.isFinite(days) && days < 0;
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        if (fits) onChoose(shifted(range, days));
      }}
    >
      <Stack direction="row" sx={{ gap: 2, alignItems: 'flex-start' }}>
        <DateField
          label="Or choose its first day"
          value={first}
          onChange={setFirst}
          error={fits ? undefined : 'Must be before the range of the question'}
        />
        <Button type="submit" variant="contained" disabled={!fits}>
          Ask
        </Button>
      </Stack>
    </form>
  );
}
