import type { RecordedEvent } from '../../api/catalogue';
import type { Grain, PooledView, RetentionView } from '../../api/queries';
import type { Finding } from '../../frame/Margin';
import { grainWord, rangeWords } from '../../words/dates';
import { gapSentences } from '../../words/gaps';
import { count, plural, shareWithin } from '../../words/numbers';

/** Common practice, no source: the days and weeks at which the trade looks first. */
const LOOKED_AT: Record<Grain, readonly number[]> = { DAY: [1, 7, 30], WEEK: [1, 4, 12], MONTH: [1, 3, 6] };

const leftOut = (view: RetentionView): Finding[] =>
  view.leftOut.map((text) => ({ key: text, text, caution: true }));

/**
 * The pooled shares at the usual ages with their intervals, and what the reader must know.
 *
 * @param cameBack the name of the event that counts as coming back; null for any activity
 * @param backEvent what is recorded of it in the range, once known
 */
export function findings(
  view: RetentionView,
  grain: Grain,
  cameBack: string | null,
  backEvent?: RecordedEvent,
): Finding[] {
  const people = view.cohorts.reduce((sum, cohort) => sum + cohort.size, 0);
  if (people === 0) {
    return [
      ...leftOut(view),
      { key: 'none', caution: true, text: 'Nobody arrived in this range, so there is nothing to follow.' },
    ];
  }
  const found = leftOut(view);
  for (const age of LOOKED_AT[grain]) {
    const pooled = view.pooled[age];
    if (pooled) found.push(agedFinding(pooled, age, grain));
  }
  if (cameBack !== null) {
    found.push({
      key: 'other',
      text: `Coming back means ${cameBack} here; at ${grainWord[grain]} 0 only what followed the arrival counts.`,
    });
  }
  if (cameBack !== null && backEvent) {
    for (const { kind, text } of gapSentences(backEvent)) {
      found.push({
        key: kind,
        caution: true,
        text: `${cameBack} ${text} Who is there cannot be seen coming back.`,
      });
    }
  }
  return [...found, ...cautions(view, grain)];
}

function agedFinding(pooled: PooledView, age: number, grain: Grain): Finding {
  const name = `${grainWord[grain]} ${age}`;
  if (pooled.share === null || pooled.low === null || pooled.high === null) {
    return {
      key: name,
      caution: true,
      text: `No cohort is complete at ${name} yet, so there is no share to give.`,
    };
  }
  return {
    key: name,
    text: (
      <>
        <b>{shareWithin(pooled.share, pooled.low, pooled.high)}</b> came back at {name}:{' '}
        {count(pooled.returned)} of {count(pooled.size)} people in {plural(pooled.cohorts, 'cohort')}.
      </>
    ),
  };
}

function cautions(view: RetentionView, grain: Grain): Finding[] {
  const found = leftOut(view);
  const open = view.cohorts.reduce(
    (sum, cohort) => sum + (cohort.size > 0 ? view.pooled.length - cohort.completeAges : 0),
    0,
  );
  if (open > 0) {
    found.push({
      key: 'open',
      caution: true,
      text: `${plural(open, 'hatched cell')} not complete: that age has not fully passed for every member. They enter no pooled share.`,
    });
  }
  const clipped = view.cohorts.filter((cohort) => !cohort.wholePeriod);
  if (clipped.length > 0) {
    found.push({
      key: 'clipped',
      caution: true,
      text: `The range cuts ${clipped.map((cohort) => rangeWords(cohort.arrivals)).join(' and ')} out of a whole ${grainWord[grain]}: only those who arrived then are in.`,
    });
  }
  return found;
}
