import type { AroundView, PooledView } from '../../../api/retention';
import { count, shareWithin, withSign } from '../../../words/numbers';
import type { HeadRow } from './AgeTable';
import { cellShare } from './rows';

/** "+1.2" of 0.012, for a narrow cell. */
const cellPoints = (value: number) => withSign(value, Math.abs(value * 100).toFixed(1));

/** Cohorts before and after a release, and how far they are from each other, by age. */
export function aroundRows({ columns }: AroundView, version: string): HeadRow[] {
  const side = (name: string, of: (at: number) => PooledView | undefined): HeadRow => ({
    key: name,
    name: `${name} ${version}, %`,
    size: '',
    cells: columns.map((_, at) => {
      const pooled = of(at);
      return !pooled || pooled.share === null
        ? { text: '–', title: 'No cohort is complete at this age.' }
        : {
            text: cellShare(pooled.share),
            title: `${count(pooled.returned)} of ${count(pooled.size)} users`,
          };
    }),
  });
  return [
    side('before', (at) => columns[at]?.before),
    side('since', (at) => columns[at]?.after),
    {
      key: 'difference',
      name: 'difference, pp',
      size: '',
      cells: columns.map(({ difference, low, high, after: since }) =>
        difference === null || low === null || high === null || since.low === null || since.high === null
          ? { text: '–' }
          : {
              text: `${cellPoints(difference)}${low > 0 || high < 0 ? '*' : ''}`,
              title: `${cellPoints(difference)} pp (${cellPoints(low)} to ${cellPoints(high)})${low > 0 || high < 0 ? ', significant' : ''}. Since: ${shareWithin(since.share ?? 0, since.low, since.high)}`,
            },
      ),
    },
  ];
}
