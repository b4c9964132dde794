import { AdapterDayjs } from '@mui/x-date-pickers/AdapterDayjs';
import { DatePicker } from '@mui/x-date-pickers/DatePicker';
import { DateTimePicker } from '@mui/x-date-pickers/DateTimePicker';
import { LocalizationProvider } from '@mui/x-date-pickers/LocalizationProvider';
import dayjs, { type Dayjs } from 'dayjs';
import updateLocale from 'dayjs/plugin/updateLocale';
import { useState } from 'react';

// Weeks are those of ISO 8601.
dayjs.extend(updateLocale);
dayjs.updateLocale('en', { weekStart: 1 });

const DAY = 'YYYY-MM-DD';
const MOMENT = 'YYYY-MM-DDTHH:mm';

export interface DateFieldProps {
  label: string;
  /** "2026-06-01", with a time "2026-06-01T10:30"; empty for none. */
  value: string;
  /** Called with a whole date, or an empty text while there is none. */
  onChange: (value: string) => void;
  /** Whether a time of the day belongs to it. */
  hasTime?: boolean;
  required?: boolean;
  error?: string | undefined;
  /** First and last day that can be chosen, where there are such. */
  from?: string | undefined;
  to?: string | undefined;
}

/** What {@link DateField} shows. */
export default function Dates(props: DateFieldProps) {
  const { label, value, onChange, hasTime = false, required = false, error, from, to } = props;
  const format = hasTime ? MOMENT : DAY;
  const dateOf = (text: string) => (text === '' ? null : dayjs(text));
  // A date that is typed in part is kept here: the form knows only whole ones.
  const [shown, setShown] = useState({ text: value, date: dateOf(value) });
  if (shown.text !== value) setShown({ text: value, date: dateOf(value) });
  const common = {
    label,
    value: shown.date,
    onChange: (date: Dayjs | null) => {
      const text = date?.isValid() ? date.format(format) : '';
      setShown({ text, date });
      onChange(text);
    },
    slotProps: {
      textField: {
        size: 'small' as const,
        required,
        ...(error === undefined ? {} : { error: true, helperText: error }),
      },
    },
    ...(from === undefined ? {} : { minDate: dayjs(from) }),
    ...(to === undefined ? {} : { maxDate: dayjs(to) }),
  };
  return (
    <LocalizationProvider dateAdapter={AdapterDayjs}>
      {hasTime ? (
        <DateTimePicker {...common} format="YYYY-MM-DD HH:mm" ampm={false} />
      ) : (
        <DatePicker {...common} format={DAY} />
      )}
    </LocalizationProvider>
  );
}
