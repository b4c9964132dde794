import { SQUARES } from './looks';
import Box from '@mui/material/Box';
import { useCatalogueProperties, type RecordedEvent } from '../../api/catalogue';
import { useFrame } from '../../model/frame';
import { share } from '../../words/numbers';
import { PlainButton } from '../../kit/buttons';
import { Table } from '../../kit/Table';

interface OwnPropertiesProps {
  event: RecordedEvent;
  /** How many events there are: a property that nearly all have says nothing about one. */
  events: number;
}

/** The properties that an event has and most others have not. */
export function OwnProperties({ event, events }: OwnPropertiesProps) {
  const { asked } = useFrame();
  const answer = useCatalogueProperties(asked.app, asked.range);
  const own = (answer.data?.answer ?? [])
    .filter((property) => property.withEvents.length <= events / 2)
    .map((property) => ({ property, having: property.withEvents.find((part) => part.of === event.name) }))
    .filter(({ having }) => having !== undefined);
  if (!answer.data) return null;
  if (own.length === 0)
    return (
      <Box className="second own-properties" component="p" sx={{ flex: 'none', maxWidth: 330 }}>
        This event has no properties of its own.
      </Box>
    );
  return (
    <Table className="sender-grid own-properties" sx={{ ...SQUARES, flex: 'none', maxWidth: 330 }}>
      <caption>Properties of this event, and the share of its events with each</caption>
      <tbody>
        {own.map(({ property, having }) => (
          <tr key={property.name}>
            <th scope="row" className="value">
              <PlainButton onClick={() => asked.set({ part: 'properties', open: property.name })}>
                {property.name}
              </PlainButton>
            </th>
            <td>{event.count > 0 ? share((having?.count ?? 0) / event.count) : ''}</td>
            <td className="value second">
              {property.examples
                .slice(0, 3)
                .map((example) => example.of)
                .join(', ')}
            </td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}
