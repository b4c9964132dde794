import Box from '@mui/material/Box';
import { Column } from '../../../kit/layout';
import type { FunnelView } from '../../../api/funnel';
import { count, share } from '../../../words/numbers';
import { type Words } from '../question';
import { targetOf } from './target';

const HEIGHT = 220;

/** The same stairs across the page: a column a step, as high as the share that got there; what is aimed at as a bracket. */
export function Sideways({ view, words, names }: { view: FunnelView; words: Words; names: string[] }) {
  return (
    <Box
      sx={{ display: 'flex', gap: 1, p: '8px 16px', overflowX: 'auto' }}
      role="img"
      aria-label="Share of starters by step, as columns"
    >
      {view.all.steps.map((step, at) => {
        const value = step.ofFirst?.value ?? 0;
        const target = targetOf(words.steps[at] ?? { what: { active: true } });
        return (
          <Column
            key={at}
            className="sideways-step"
            sx={{
              alignItems: 'stretch',
              gap: 0,
              flex: '1 1 0',
              minWidth: 64,
              fontVariantNumeric: 'tabular-nums',
            }}
          >
            <Box
              sx={{
                position: 'relative',
                borderBottom: 1,
                borderColor: 'text.secondary',
                '& svg': { width: '100%', height: '100%', display: 'block' },
              }}
              style={{ height: HEIGHT }}
            >
              <svg aria-hidden viewBox="0 0 100 100" preserveAspectRatio="none">
                <rect
                  x={0}
                  y={100 - value * 100}
                  width={100}
                  height={value * 100}
                  className="stair-reached"
                />
                {target && (
                  <path
                    d={`M100 ${100 - target[0] * 100}H2V${100 - target[1] * 100}H100`}
                    className="stair-target"
                    vectorEffect="non-scaling-stroke"
                  />
                )}
              </svg>
              <Box
                component="span"
                sx={{ position: 'absolute', left: 4 }}
                style={{ bottom: Math.min(value * HEIGHT, HEIGHT - 18) }}
              >
                {share(value)}
              </Box>
            </Box>
            <b>{count(step.reached)}</b>
            <Box component="span" sx={{ overflowWrap: 'anywhere' }}>
              {names[at]?.replaceAll('_', '_\u200b')}
            </Box>
            <span className="second">
              {at > 0 && step.lost > 0 ? `${count(step.lost)} dropped off before` : '\u00a0'}
            </span>
          </Column>
        );
      })}
    </Box>
  );
}
