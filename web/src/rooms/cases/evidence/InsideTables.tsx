import type { IncidentView } from '../../../api/changes';
import { decimal, NO_VALUE, points, share } from '../../../words/numbers';
import { changeWords, performanceName, sliceWords } from '../../../words/changes';
import { Table } from '../../../kit/Table';

/** How the app ran for those it fell for, beside everybody else. */
export function PerformanceTable({ incident }: { incident: IncidentView }) {
  if (incident.performance.length === 0) return null;
  return (
    <Table className="ruled">
      <caption>App performance: lowest tenth and median</caption>
      <thead>
        <tr>
          <th>Property</th>
          <th className="number">{sliceWords(incident.slice)}, before</th>
          <th className="number">after</th>
          <th className="number">other users before</th>
          <th className="number">after</th>
          <th>Result</th>
        </tr>
      </thead>
      <tbody>
        {incident.performance.map((each) => (
          <tr key={each.property}>
            <th>{performanceName(each.property)}</th>
            {[each.before, each.after, each.restBefore, each.restAfter].map((spread, index) => (
              <td key={index} className="number">
                {decimal(spread.lowTenth)} · {decimal(spread.median)}
              </td>
            ))}
            <td>{each.isWorse ? 'worse' : 'no change'}</td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}

/** Every event of those it fell for, those that moved most first. */
export function EventTable({ incident }: { incident: IncidentView }) {
  return (
    <Table className="ruled">
      <caption>Events per day and active user of {sliceWords(incident.slice)}</caption>
      <thead>
        <tr>
          <th>Event</th>
          <th className="number">before</th>
          <th className="number">after</th>
          <th className="number">compared with others</th>
        </tr>
      </thead>
      <tbody>
        {incident.events.map((each) => (
          <tr key={each.event}>
            <th>{each.event}</th>
            <td className="number">{each.before.toFixed(3)}</td>
            <td className="number">{each.after.toFixed(3)}</td>
            <td className="number">{changeWords(each.change)}</td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}

/** How much of a change comes from a different mix of new users, and how much from changes within the groups. */
export function MixTable({ mixed }: { mixed: NonNullable<IncidentView['mixed']> }) {
  return (
    <>
      <p className="second">
        The change of {points(mixed.mix + mixed.within)} broken down by {mixed.property}: {points(mixed.mix)}{' '}
        from a different mix of users, {points(mixed.within)} from changes within the groups.
      </p>
      <Table className="ruled">
        <caption>Largest contributions</caption>
        <thead>
          <tr>
            <th>{mixed.property}</th>
            <th className="number">share of new users before</th>
            <th className="number">after</th>
            <th className="number">came back, before</th>
            <th className="number">after</th>
            <th className="number">contribution</th>
          </tr>
        </thead>
        <tbody>
          {mixed.values.map((each) => (
            <tr key={each.value}>
              <th>{each.value === '' ? 'not set' : each.value}</th>
              <td className="number">{share(each.partBefore)}</td>
              <td className="number">{share(each.partAfter)}</td>
              <td className="number">{each.before === null ? NO_VALUE : share(each.before)}</td>
              <td className="number">{each.after === null ? NO_VALUE : share(each.after)}</td>
              <td className="number">{points(each.mix)}</td>
            </tr>
          ))}
        </tbody>
      </Table>
    </>
  );
}
