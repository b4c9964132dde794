import type { IncidentView } from '../../api/changes';
import { decimal, NO_VALUE, points, share } from '../../words/numbers';
import { changeWords, performanceName, sliceWords } from '../../words/changes';

/** How the app ran for those it fell for, beside everybody else. */
export function PerformanceTable({ incident }: { incident: IncidentView }) {
  if (incident.performance.length === 0) return null;
  return (
    <table className="ruled">
      <caption>How the app ran: lowest tenth and median</caption>
      <thead>
        <tr>
          <th>Property</th>
          <th className="number">{sliceWords(incident.slice)}, before</th>
          <th className="number">after</th>
          <th className="number">everybody else, before</th>
          <th className="number">after</th>
          <th>So it is</th>
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
            <td>{each.isWorse ? 'worse' : 'as before'}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Every event of those it fell for, those that moved most first. */
export function EventTable({ incident }: { incident: IncidentView }) {
  return (
    <table className="ruled">
      <caption>Events a day for each active person of {sliceWords(incident.slice)}</caption>
      <thead>
        <tr>
          <th>Event</th>
          <th className="number">before</th>
          <th className="number">after</th>
          <th className="number">against everybody else</th>
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
    </table>
  );
}

/** What comes of other people having come, and what of other shares within. */
export function MixTable({ mixed }: { mixed: NonNullable<IncidentView['mixed']> }) {
  return (
    <>
      <p className="second">
        The change of {points(mixed.mix + mixed.within)} taken apart exactly, by {mixed.property}:{' '}
        {points(mixed.mix)} come of other numbers of people, {points(mixed.within)} of other shares within.
      </p>
      <table className="ruled">
        <caption>Whose numbers add most</caption>
        <thead>
          <tr>
            <th>{mixed.property}</th>
            <th className="number">of the new people, before</th>
            <th className="number">after</th>
            <th className="number">came back, before</th>
            <th className="number">after</th>
            <th className="number">their number adds</th>
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
      </table>
    </>
  );
}
