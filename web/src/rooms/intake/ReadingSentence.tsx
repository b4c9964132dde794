import type { Reading } from '../../api/intake';
import type { AppView } from '../../api/queries';
import { DELIMITERS, TIMES } from './parts';

interface ReadingSentenceProps {
  reading: Reading;
  app: AppView;
  onChange: (reading: Reading) => void;
}

const ENCODINGS = ['UTF-8', 'UTF-16', 'UTF-16LE', 'UTF-16BE', 'windows-1252', 'ISO-8859-1'];

/** How the file is read, as a sentence whose settings can be changed. */
export function ReadingSentence({ reading, app, onChange }: ReadingSentenceProps) {
  const parts = new Set(reading.columns.map((column) => column.becomes));
  const set = (change: Partial<Reading>) => onChange({ ...reading, ...change });
  return (
    <p className="reading">
      {reading.format === 'CSV' ? (
        <>
          CSV file{reading.gzip && ' (gzip)'} separated by{' '}
          <Choice
            label="Delimiter"
            value={reading.delimiter}
            options={DELIMITERS}
            onChange={(delimiter) => set({ delimiter })}
          />
          , encoded as{' '}
          <Choice
            label="Encoding"
            value={reading.encoding}
            options={Object.fromEntries([...ENCODINGS, reading.encoding].map((name) => [name, name]))}
            onChange={(encoding) => set({ encoding })}
          />
          .{' '}
        </>
      ) : (
        <>
          {reading.format === 'NDJSON' ? 'One JSON object per line' : 'Parquet file'}
          {reading.gzip && ' (gzip)'}.{' '}
        </>
      )}
      Times look like{' '}
      <Choice
        label="Format of times"
        value={reading.times}
        options={TIMES}
        onChange={(times) => set({ times: times as Reading['times'] })}
      />{' '}
      and are in time zone{' '}
      <Blank label="Time zone" value={reading.zone} onChange={(zone) => set({ zone: zone || app.zone })} />{' '}
      unless they say another.
      {!parts.has('NAME') && (
        <>
          {' '}
          Every row is the event{' '}
          <Blank
            label="Name of every event"
            value={reading.eventName ?? ''}
            onChange={(name) => set({ eventName: name || null })}
          />
          .
        </>
      )}
      {parts.has('AMOUNT') && !parts.has('CURRENCY') && (
        <>
          {' '}
          Amounts are in{' '}
          <Blank
            label="Currency of amounts"
            value={reading.currency ?? ''}
            onChange={(code) => set({ currency: code.toUpperCase() || null })}
          />
          .
        </>
      )}
      {parts.has('AMOUNT') && reading.format === 'CSV' && (
        <>
          {' '}
          Amounts look like{' '}
          <Choice
            label="Format of amounts"
            value={reading.decimalComma ? 'comma' : 'point'}
            options={{ point: '4.99', comma: '4,99' }}
            onChange={(mark) => set({ decimalComma: mark === 'comma' })}
          />
          .
        </>
      )}
    </p>
  );
}

interface ChoiceProps {
  label: string;
  value: string;
  options: Record<string, string>;
  onChange: (value: string) => void;
}

/** A word with a list of others. */
function Choice({ label, value, options, onChange }: ChoiceProps) {
  return (
    <select
      className="word"
      aria-label={label}
      value={value}
      onChange={(event) => onChange(event.target.value)}
    >
      {Object.entries(options).map(([key, words]) => (
        <option key={key} value={key}>
          {words}
        </option>
      ))}
    </select>
  );
}

interface BlankProps {
  label: string;
  value: string;
  onChange: (value: string) => void;
}

/** A word to be written; it counts when it is left. */
function Blank({ label, value, onChange }: BlankProps) {
  return (
    <input
      key={value}
      className="word"
      aria-label={label}
      defaultValue={value}
      size={Math.max(6, value.length)}
      onBlur={(event) => event.target.value.trim() !== value && onChange(event.target.value.trim())}
      onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
    />
  );
}
