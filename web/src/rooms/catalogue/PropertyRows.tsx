import { ROWS, SQUARES } from './looks';
import Box from '@mui/material/Box';
import { Row } from '../../kit/layout';
import type { EntryView, RecordedProperty } from '../../api/catalogue';
import type { AppView } from '../../api/queries';
import { dateWords } from '../../words/dates';
import { count, share } from '../../words/numbers';
import { EntryForm } from './EntryForm';
import { NameCell, STATUS } from './NameCell';
import { entryOf } from './shown';
import { Table } from '../../kit/Table';

interface PropertyRowsProps {
  app: AppView;
  properties: RecordedProperty[];
  entries: EntryView[];
  mayChange: boolean;
  open: string | null;
  onOpen: (name: string) => void;
}

const COLUMNS = 7;
const EXAMPLES_IN_ROW = 4;

/** One row a property; an open one shows its values and the events that have it. */
export function PropertyRows({ app, properties, entries, mayChange, open, onOpen }: PropertyRowsProps) {
  if (properties.length === 0)
    return (
      <Box className="second" component="p" sx={{ p: 4 }}>
        No property matches.
      </Box>
    );
  return (
    <Table className="ruled sticky indent catalogue" sx={ROWS}>
      <caption className="spoken">Properties of the range. The button of a row opens its details.</caption>
      <thead>
        <tr>
          <th scope="col">Property</th>
          <th scope="col">Type</th>
          <th scope="col" className="number">
            Events with it
          </th>
          <th scope="col" className="number">
            Values
          </th>
          <th scope="col">Most frequent</th>
          <th scope="col" className="number">
            First seen
          </th>
          <th scope="col" className="number">
            Last seen
          </th>
        </tr>
      </thead>
      <tbody>
        {properties.map((property) => (
          <PropertyRow
            key={property.name}
            app={app}
            property={property}
            entry={entryOf(entries, 'PROPERTY', property.name)}
            mayChange={mayChange}
            opened={open === property.name}
            onOpen={onOpen}
          />
        ))}
      </tbody>
    </Table>
  );
}

/** "text", "number", or both. */
export const typeWords = (property: RecordedProperty): string =>
  [property.texts > 0 && 'text', property.numbers > 0 && 'number'].filter(Boolean).join(' and ') ||
  'none in the range';

interface PropertyRowProps {
  app: AppView;
  property: RecordedProperty;
  entry: EntryView;
  mayChange: boolean;
  opened: boolean;
  onOpen: (name: string) => void;
}

function PropertyRow({ app, property, entry, mayChange, opened, onOpen }: PropertyRowProps) {
  const mixed = property.texts > 0 && property.numbers > 0;
  return (
    <>
      <tr className={opened ? 'opened' : undefined} data-name={property.name}>
        <NameCell entry={entry} opened={opened} onOpen={onOpen} />
        <td className={mixed ? 'fall' : 'second'}>
          {mixed && '▼ '}
          {[typeWords(property), ...STATUS[property.status]].join(', ')}
        </td>
        <td className="number">{count(property.events)}</td>
        <td className="number">
          {property.sampled && '~'}
          {count(property.distinct)}
        </td>
        <td className="examples">
          {property.examples
            .slice(0, EXAMPLES_IN_ROW)
            .map((example) => example.of)
            .join(', ')}
        </td>
        <td className="number second">{dateWords(property.firstSeen)}</td>
        <td className="number second">{dateWords(property.lastSeen)}</td>
      </tr>
      {opened && (
        <tr className="opened-part">
          <td colSpan={COLUMNS}>
            <Row
              sx={{
                alignItems: 'flex-start',
                gap: '16px 32px',
                '& > div': { flex: 1, minWidth: 260, maxWidth: 520 },
                '& p': { m: '0 0 6px' },
              }}
            >
              <Parts
                title={
                  property.sampled ? 'Most frequent of a sample of 1,000 values' : 'Most frequent values'
                }
                parts={property.examples}
                of={property.events}
              />
              <Parts title="Events with it" parts={property.withEvents.slice(0, 8)} of={property.events} />
              <div>
                {property.bounds && (
                  <p className="second">
                    Numbers from {property.bounds.least} to {property.bounds.greatest}.
                  </p>
                )}
                {mixed && (
                  <p className="fall">
                    {count(property.texts)} as text, {count(property.numbers)} as number: apps do not agree.
                  </p>
                )}
                <EntryForm app={app} entry={entry} mayChange={mayChange} />
              </div>
            </Row>
          </td>
        </tr>
      )}
    </>
  );
}

interface PartsProps {
  title: string;
  parts: RecordedProperty['examples'];
  of: number;
}

function Parts({ title, parts, of }: PartsProps) {
  return (
    <Table className="sender-grid" sx={SQUARES}>
      <caption>{title}</caption>
      <tbody>
        {parts.map((part) => (
          <tr key={part.of}>
            <th scope="row" className="value">
              {part.of}
            </th>
            <td>{count(part.count)}</td>
            <td className="second">{of > 0 ? share(part.count / of) : ''}</td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}
