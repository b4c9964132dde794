import type { ImportFormat } from '../../api/intake';
import type { AppView } from '../../api/queries';
import { DELIMITERS, TIMES } from './parts';
import { Blank, Select } from '../../kit/fields';

interface ReadingSentenceProps {
  reading: ImportFormat;
  app: AppView;
  onChange: (reading: ImportFormat) => void;
}

const ENCODINGS = ['UTF-8', 'UTF-16', 'UTF-16LE', 'UTF-16BE', 'windows-1252', 'ISO-8859-1'];

/** How the file is read, as a sentence whose settings can be changed. */
export function ReadingSentence({ reading, app, onChange }: ReadingSentenceProps) {
  const parts = new Set(reading.columns.map((column) => column.becomes));
  const set = (change: Partial<ImportFormat>) => onChange({ ...reading, ...change });
  return (
    <p className="reading">
      {reading.format === 'CSV' ? (
        <>
          CSV file{reading.gzip && ' (gzip)'} separated by{' '}
          <Select
            isWord
            label="Delimiter"
            value={reading.delimiter}
            options={DELIMITERS}
            onChange={(delimiter) => set({ delimiter })}
          />
          , encoded as{' '}
          <Select
            isWord
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
      <Select
        isWord
        label="Format of times"
        value={reading.times}
        options={TIMES}
        onChange={(times) => set({ times: times as ImportFormat['times'] })}
      />{' '}
      and are in time zone{' '}
      <Blank
        isWord
        label="Time zone"
        value={reading.zone}
        onChange={(zone) => set({ zone: zone || app.zone })}
      />{' '}
      unless they say another.
      {!parts.has('NAME') && (
        <>
          {' '}
          Every row is the event{' '}
          <Blank
            isWord
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
            isWord
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
          <Select
            isWord
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
