import type { RecordedEvent } from '../../api/catalogue';
import type { MeasureView } from '../../api/measures';
import type { Grain } from '../../api/queries';
import type { Finding } from '../../frame/Margin';
import { grainWord } from '../../words/dates';
import { gapSentences } from '../../words/gaps';
import { count, plural, share } from '../../words/numbers';
import { groupName, type Measure } from './series';

interface Asked {
  measure: Measure;
  grain: Grain;
  splitBy: string | null;
}

/**
 * How much there is in the range, and what the reader must know.
 *
 * @param event how the event asked about is shown; null for any activity
 * @param recorded what is recorded of it in the range, once known
 */
export function findings(
  view: MeasureView,
  { measure, grain, splitBy }: Asked,
  event: string | null,
  recorded?: RecordedEvent,
): Finding[] {
  const { all, rangeActive } = view;
  const found: Finding[] = [
    {
      key: 'all',
      text: (
        <>
          <b>{plural(all.rangePeople, 'person', 'people')}</b> did {event ?? 'something'} in the range, each
          counted once, <b>{count(all.rangeEvents)}</b> times in all
          {event !== null && rangeActive > 0 && (
            <>: {share(all.rangePeople / rangeActive)} of active people</>
          )}
          .
        </>
      ),
    },
  ];
  const first = view.groups[0];
  if (first && all.rangePeople > 0) {
    found.push({
      key: 'first',
      text: `Most of them with ${splitBy} ${groupName(first)}: ${share(first.counts.rangePeople / all.rangePeople)} of the people, ${share(first.counts.rangeEvents / Math.max(1, all.rangeEvents))} of the events.`,
    });
  }
  if (measure === 'share' && view.groups.length > 0) {
    found.push({
      key: 'of all',
      text: `Each share is of all active people of the period, whatever their ${splitBy}.`,
    });
  }
  if (recorded) {
    for (const { kind, text } of gapSentences(recorded)) {
      found.push({ key: kind, caution: true, text: `${event} ${text}` });
    }
  }
  return [...found, ...cautions(view, grain, splitBy)];
}

function cautions(view: MeasureView, grain: Grain, splitBy: string | null): Finding[] {
  const found: Finding[] = [];
  const sum = view.groups.reduce((total, group) => total + group.counts.rangePeople, 0);
  if (sum > view.all.rangePeople) {
    found.push({
      key: 'several',
      caution: true,
      text: `${plural(sum - view.all.rangePeople, 'time')} somebody had a second value of ${splitBy}: people are counted in each, so the columns add up to more than all.`,
    });
  }
  if (view.groups.some((group) => group.kind !== 'VALUE')) {
    found.push({
      key: 'rest',
      text: 'Other values, and events without one, stand in the table and not on the chart.',
    });
  }
  if (grain !== 'DAY' && view.periods.some((period) => !period.whole)) {
    found.push({
      key: 'cut',
      caution: true,
      text: `The range begins or ends within a ${grainWord[grain]}: only its days in the range are counted there, drawn dashed.`,
    });
  }
  const open = view.periods.filter((period) => !period.complete).length;
  if (open > 0) {
    found.push({
      key: 'open',
      caution: true,
      text: `${plural(open, grainWord[grain])} not over yet in the data, drawn dashed: more will come in.`,
    });
  }
  return found;
}
