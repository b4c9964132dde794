import type { Column, Kind, ImportFormat } from '../../api/intake';

type Part = Column['becomes'];

/** What a column can become, in the order of the list. */
export const PARTS: Record<Part, string> = {
  NAME: 'name of the event',
  TIME: 'time',
  INSTALL: 'install (one app on one device)',
  ACCOUNT: 'account (a user)',
  ID: 'id of the event',
  SOURCE: 'sender',
  AMOUNT: 'amount of money',
  CURRENCY: 'currency',
  REVENUE_TYPE: 'revenue type',
  RECEIVED: 'time received',
  SENT: 'time sent',
  PROPERTY: 'property',
  NOTHING: 'not imported',
};

export const TIMES: Record<ImportFormat['times'], string> = {
  ISO: '2026-07-14T10:03:22',
  DAY_FIRST: 'day first: 14.07.2026',
  MONTH_FIRST: 'month first: 07/14/2026',
  YEAR_FIRST: 'year first: 2026/07/14',
  EPOCH_SECONDS: 'seconds since 1970',
  EPOCH_MILLIS: 'milliseconds since 1970',
  EPOCH_MICROS: 'microseconds since 1970',
};

export const DELIMITERS: Record<string, string> = {
  ',': 'commas',
  ';': 'semicolons',
  '\t': 'tabs',
  '|': 'bars',
};

export const KINDS: Record<Kind, string> = {
  FORM: 'unreadable row',
  MISSING: 'missing value',
  TIME: 'time',
  MONEY: 'money',
  TOO_LONG: 'too long or too many',
  NOT_TEXT: 'not text',
  NUMBER: 'number too large',
  LIMIT: 'limit reached',
  OTHER: 'other',
};

/** The reading with one column changed; another column that became the same part becomes a property. */
export function withPart(reading: ImportFormat, index: number, becomes: Part): ImportFormat {
  const alone = becomes !== 'PROPERTY' && becomes !== 'NOTHING';
  const columns = reading.columns.map((column, i) => {
    if (i === index) return { ...column, becomes, property: becomes === 'PROPERTY' ? column.name : '' };
    if (alone && column.becomes === becomes)
      return { ...column, becomes: 'PROPERTY' as const, property: column.name };
    return column;
  });
  return { ...reading, columns };
}

export const withProperty = (reading: ImportFormat, index: number, property: string): ImportFormat => ({
  ...reading,
  columns: reading.columns.map((column, i) => (i === index ? { ...column, property } : column)),
});
