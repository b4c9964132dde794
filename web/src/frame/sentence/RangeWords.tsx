import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { DayRange, RailView } from '../../api/queries';
import { dayOf, isoOf, rangeWords } from '../../words/dates';
import {
  before,
  daysParam,
  lastDays,
  lastMonth,
  lengthOf,
  parseDays,
  shifted,
  USUAL_DAYS,
  wholeMonths,
  type Asked,
} from '../question';
import { Word } from './Sentence';

const PRESETS = [7, 28, 56, 91] as const;

interface RangeWordProps {
  asked: Asked;
  rail: RailView;
}

/** The range asked about: full days up to the data's end, everything, or exact dates. */
export function RangeWord({ asked, rail }: RangeWordProps) {
  if (!asked.range) return null;
  const range = asked.range;
  const text = asked.rangeIsUsual ? `the last ${USUAL_DAYS} full days` : rangeWords(range);
  return (
    <Word label="Range" text={text}>
      {(close) => {
        const choose = (next: DayRange | null) => {
          asked.set({ days: next ? daysParam(next) : null, against: null });
          close();
        };
        return (
          <Stack sx={{ p: 3, gap: 2, width: 330 }}>
            <Stack direction="row" sx={{ flexWrap: 'wrap', gap: 1 }}>
              {PRESETS.map((days) => (
                <Button
                  key={days}
                  variant="outlined"
                  onClick={() => choose(days === USUAL_DAYS ? null : lastDays(rail, days))}
                >
                  last {days} days
                </Button>
              ))}
              <Button variant="outlined" onClick={() => choose(lastMonth(rail))}>
                last month
              </Button>
              <Button variant="outlined" onClick={() => choose(rail.days)}>
                everything
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
          error={typed ? undefined : 'Not before the first day'}
        />
        <Button type="submit" variant="contained" disabled={!typed}>
          Ask
        </Button>
      </Stack>
    </form>
  );
}

interface DateFieldProps {
  label: string;
  value: string;
  onChange: (value: string) => void;
  error?: string;
}

function DateField({ label, value, onChange, error }: DateFieldProps) {
  return (
    <TextField
      type="date"
      label={label}
      value={value}
      error={error !== undefined}
      helperText={error}
      onChange={(event) => onChange(event.target.value)}
      slotProps={{ inputLabel: { shrink: true } }}
    />
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
          label="Or its first day"
          value={first}
          onChange={setFirst}
          error={fits ? undefined : 'Before the range asked about'}
        />
        <Button type="submit" variant="contained" disabled={!fits}>
          Ask
        </Button>
      </Stack>
    </form>
  );
}
