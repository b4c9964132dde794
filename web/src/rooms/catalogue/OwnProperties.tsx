import { useCatalogueProperties, type RecordedEvent } from '../../api/catalogue';
import { useFrame } from '../../frame/Frame';
import { share } from '../../words/numbers';

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
  if (own.length === 0) return <p className="second own-properties">It has no properties of its own.</p>;
  return (
    <table className="sender-grid own-properties">
      <caption>Properties of its own</caption>
      <tbody>
        {own.map(({ property, having }) => (
          <tr key={property.name}>
            <th scope="row" className="value">
              <button
                className="plain-button"
                onClick={() => asked.set({ part: 'properties', open: property.name })}
              >
                {property.name}
              </button>
            </th>
            <td title="Share of its events that have it">
              {event.count > 0 ? share((having?.count ?? 0) / event.count) : ''}
            </td>
            <td className="value second">
              {property.examples
                .slice(0, 3)
                .map((example) => example.of)
                .join(', ')}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
