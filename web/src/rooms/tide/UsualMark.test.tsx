import { renderToStaticMarkup } from 'react-dom/server';
import { describe, expect, it } from 'vitest';
import type { RowView } from '../../api/queries';
import { UsualMark } from './UsualMark';

const drawn = (isWorseAbove: boolean, where: 'above' | 'below' | 'within', awaited = false) =>
  renderToStaticMarkup(
    <UsualMark
      row={
        {
          series: [30],
          usualLow: 10,
          usualHigh: 20,
          isWorseAbove,
          figure: 'UNINSTALLS',
        } as unknown as RowView
      }
      where={where}
      awaited={awaited}
      value={String}
    />,
  );

describe('the mark of a value among what was expected', () => {
  it.each([
    [false, 'above', 'good'],
    [false, 'below', 'fall'],
    [true, 'above', 'fall'],
    [true, 'below', 'good'],
    [true, 'within', 'spoken'],
  ] as const)('worse above: %s, %s is %s', (isWorseAbove, where, word) =>
    expect(drawn(isWorseAbove, where)).toContain(`class="${word}"`),
  );

  it('says nothing before the expected band is here', () => expect(drawn(false, 'below', true)).toBe(''));
});
