import { describe, expect, it } from 'vitest';
import type { ImportFormat } from '../../api/intake';
import { withPart, withProperty } from './parts';

const reading: ImportFormat = {
  format: 'CSV',
  gzip: false,
  encoding: 'UTF-8',
  delimiter: ',',
  header: true,
  times: 'ISO',
  zone: 'Europe/Lisbon',
  decimalComma: false,
  eventName: null,
  currency: null,
  columns: [
    { name: 'day', becomes: 'TIME', property: '' },
    { name: 'moment', becomes: 'PROPERTY', property: 'moment' },
    { name: 'who', becomes: 'ACCOUNT', property: '' },
  ],
};

describe('what a column becomes', () => {
  it('moves a part from the column that had it', () => {
    const changed = withPart(reading, 1, 'TIME');
    expect(changed.columns.map((column) => column.becomes)).toEqual(['PROPERTY', 'TIME', 'ACCOUNT']);
    expect(changed.columns[0]?.property).toBe('day');
    expect(changed.columns[1]?.property).toBe('');
  });

  it('leaves the other columns alone where several may be the same', () => {
    const changed = withPart(withPart(reading, 0, 'NOTHING'), 2, 'NOTHING');
    expect(changed.columns.map((column) => column.becomes)).toEqual(['NOTHING', 'PROPERTY', 'NOTHING']);
  });

  it('changes nothing of the reading it was given', () => {
    withProperty(reading, 1, 'instant');
    expect(reading.columns[1]?.property).toBe('moment');
    expect(withProperty(reading, 1, 'instant').columns[1]?.property).toBe('instant');
  });
});
