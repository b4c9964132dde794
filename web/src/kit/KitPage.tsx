import { useColorScheme } from '@mui/material/styles';
import { useState, type ReactNode } from 'react';
import { CrossButton, PlainButton, TextButton } from './buttons';
import { ConfirmButton } from './ConfirmButton';
import { DataTable, type DataColumn, type DataOrder } from './DataTable';
import { DateField } from './DateField';
import { Blank, Check, OneOf, Select, TextArea } from './fields';
import { Hint } from './Hint';
import { Column, Editor, Fields, FormLine, Row as Beside } from './layout';
import { Pages } from './Pages';
import { EmptyState } from './states';
import { Table } from './Table';

interface Row {
  id: number;
  name: string;
}

const ROWS: Row[] = [1, 2, 3].map((id) => ({ id, name: `Row ${id}` }));

const COLUMNS: DataColumn<Row>[] = [
  { key: 'name', name: 'Name', isOrdering: true, text: (row) => row.name },
  { key: 'id', name: 'Number', isNumber: true, isOrdering: true, text: (row) => String(row.id) },
  { key: 'link', name: 'Link', text: (row) => row.name, show: (row) => <TextButton>{row.name}</TextButton> },
];

const Part = ({ name, children }: { name: string; children: ReactNode }) => (
  <section aria-label={name}>
    <h2>{name}</h2>
    {children}
  </section>
);

/** Every part of the kit in its states, for developers: at /kit while Vite serves the interface. */
export default function KitPage() {
  const { mode, setMode } = useColorScheme();
  const [checked, setChecked] = useState(true);
  const [choice, setChoice] = useState('day');
  const [text, setText] = useState('a text');
  const [day, setDay] = useState('2026-06-01');
  const [moment, setMoment] = useState('');
  const [order, setOrder] = useState<DataOrder>({ key: 'name', largestFirst: false });
  const [from, setFrom] = useState(50);
  return (
    <main className="sheet">
      <h1 className="serif">The kit</h1>
      <TextButton onClick={() => setMode(mode === 'dark' ? 'light' : 'dark')}>
        {mode === 'dark' ? 'Light' : 'Dark'}
      </TextButton>
      <Part name="Buttons">
        <TextButton>TextButton</TextButton> <TextButton disabled>TextButton, disabled</TextButton>{' '}
        <PlainButton>PlainButton</PlainButton> <PlainButton disabled>PlainButton, disabled</PlainButton>{' '}
        <CrossButton aria-label="Remove" />{' '}
        <ConfirmButton word="Remove" question="Remove it?" onConfirm={() => setText('removed')} />{' '}
        <ConfirmButton word="Delete" question="Delete it?" typed="it" onConfirm={() => setText('deleted')}>
          It cannot be brought back.
        </ConfirmButton>
      </Part>
      <Part name="Fields">
        <Check label="Check" checked={checked} onChange={setChecked} />
        <OneOf label="OneOf, day" name="one" checked={choice === 'day'} onChoose={() => setChoice('day')} />
        <OneOf
          label="OneOf, week"
          name="one"
          checked={choice === 'week'}
          onChoose={() => setChoice('week')}
        />
        <Select label="Select" value={choice} options={{ day: 'day', week: 'week' }} onChange={setChoice} />{' '}
        <Select
          label="Word"
          isWord
          value={choice}
          options={{ day: 'day', week: 'week' }}
          onChange={setChoice}
        />{' '}
        <Blank label="Blank" value={text} onChange={setText} />
        <TextArea label="TextArea" value={text} onChange={(event) => setText(event.target.value)} />
      </Part>
      <Part name="Dates">
        <DateField label="Day" value={day} onChange={setDay} />{' '}
        <DateField label="Day with time" hasTime value={moment} onChange={setMoment} />{' '}
        <DateField label="With a fault" value={day} onChange={setDay} error="Must be before today" />
      </Part>
      <Part name="Hint">
        <Hint text="27.3% (26.3–28.3)">27.3%</Hint>
      </Part>
      <Part name="Row and Column">
        <Beside>
          <span>one</span> <span>beside</span> <span>the other</span>
        </Beside>
        <Column>
          <span>one</span> <span>below the other</span>
        </Column>
      </Part>
      <Part name="Editor, Fields and FormLine">
        <Editor>
          <Fields>
            <Select
              label="First"
              value={choice}
              options={{ day: 'day', week: 'week' }}
              onChange={setChoice}
            />
            <Blank label="Second" value={text} onChange={setText} />
          </Fields>
        </Editor>
        <FormLine>
          <Blank label="Third" value={text} onChange={setText} />
          <TextButton>Add</TextButton>
        </FormLine>
      </Part>
      <Part name="EmptyState">
        <EmptyState>No events have been received yet.</EmptyState>
      </Part>
      <Part name="Table">
        <Table className="ruled">
          <thead>
            <tr>
              <th scope="col">Name</th>
              <th scope="col" className="number">
                Number
              </th>
            </tr>
          </thead>
          <tbody>
            {ROWS.map((row) => (
              <tr key={row.id}>
                <td>{row.name}</td>
                <td className="number">{row.id}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      </Part>
      <Part name="DataTable and Pages">
        <DataTable label="Rows" columns={COLUMNS} rows={ROWS} order={order} onOrder={setOrder} />
        <Pages from={from} page={50} all={120} none="No rows." onGo={setFrom} />
      </Part>
    </main>
  );
}
