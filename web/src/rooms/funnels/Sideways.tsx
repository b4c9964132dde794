import type { FunnelView } from '../../api/funnel';
import { count, share } from '../../words/numbers';
import { type Words } from './question';
import { targetOf } from './target';

const HEIGHT = 220;

/** The same stairs across the page: a column a step, as high as the share that got there; what is aimed at as a bracket. */
export function Sideways({ view, words, names }: { view: FunnelView; words: Words; names: string[] }) {
  return (
    <div
      className="sideways"
      role="img"
      aria-label="Share of those who entered, step by step across the page"
    >
      {view.all.steps.map((step, at) => {
        const value = step.ofFirst?.value ?? 0;
        const target = targetOf(words.steps[at] ?? { what: { active: true } });
        return (
          <div key={at} className="sideways-step">
            <div className="sideways-well" style={{ height: HEIGHT }}>
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
              <span className="sideways-share" style={{ bottom: Math.min(value * HEIGHT, HEIGHT - 18) }}>
                {share(value)}
              </span>
            </div>
            <b>{count(step.reached)}</b>
            <span className="sideways-name">{names[at]?.replaceAll('_', '_\u200b')}</span>
            <span className="second">
              {at > 0 && step.lost > 0 ? `${count(step.lost)} lost before` : '\u00a0'}
            </span>
          </div>
        );
      })}
    </div>
  );
}
