import type { RetentionView, Split } from '../../api/retention';
import type { FrameContext } from '../../frame/Frame';
import { ChoiceWord } from '../../frame/sentence/Sentence';
import { grainWord } from '../../words/dates';
import { plural } from '../../words/numbers';
import { AgesWord } from './AgesWord';
import { agesOf, columnHead, USUAL_FLAT, type Words } from './question';

const NONE = 'no release';
const FLATS = [0.25, 0.5, 1, 2, 5];

interface BackToolsProps {
  frame: FrameContext;
  words: Words;
  view: RetentionView;
  split: Split | undefined;
}

/** How the triangle is looked at. */
export function BackTools({ frame, words, view, split }: BackToolsProps) {
  const { asked, rail } = frame;
  return (
    <>
      <p className="second">{meaning(words)}</p>
      <p>
        Shown as{' '}
        <ChoiceWord
          label="Shown as"
          value={words.bars ? 'bars' : 'triangle'}
          options={[
            { value: 'triangle', name: 'every age' },
            { value: 'bars', name: 'bars of chosen ages' },
          ]}
          onChange={(next) => asked.set({ view: next === 'bars' ? next : null })}
        />
        {words.bars && words.counting !== 'WITHIN' && (
          <>
            :{' '}
            <AgesWord
              label="Chosen ages"
              value={words.chosen.join(', ')}
              unit={`${grainWord[words.grain]}s`}
              fault={(text) => faultOf(agesOf(text))}
              onChange={(at) => asked.set({ at })}
            />
          </>
        )}
      </p>
      {!words.bars && (
        <>
          <p>
            Cells say{' '}
            <ChoiceWord
              label="Cells say"
              value={words.counts ? 'counts' : 'shares'}
              options={[
                { value: 'shares', name: 'shares' },
                { value: 'counts', name: 'counts' },
              ]}
              onChange={(next) => asked.set({ cells: next === 'counts' ? next : null })}
            />
            , rows in order of{' '}
            <ChoiceWord
              label="Order"
              value={String(words.order)}
              options={[
                { value: 'time', name: split ? 'most people' : 'time' },
                ...(split ? [] : [{ value: 'size', name: 'size' }]),
                ...view.columns.map((ages, column) => ({
                  value: String(column),
                  name: `${grainWord[words.grain]} ${columnHead(ages, words.counting)}`,
                })),
              ]}
              onChange={(next) => asked.set({ order: next === 'time' ? null : next })}
            />
            .
          </p>
          <label>
            <input
              type="checkbox"
              checked={words.plain}
              onChange={(event) => asked.set({ shade: event.target.checked ? 'plain' : null })}
            />{' '}
            Shade by size instead of by distance from pooled
          </label>
        </>
      )}
      <p>
        Cohorts before and after{' '}
        <ChoiceWord
          label="Before and after"
          value={words.around ?? NONE}
          options={[
            { value: NONE, name: NONE },
            ...(rail?.versions ?? []).map(({ version, starts }) => ({
              value: version,
              name: version,
              note: starts,
            })),
          ]}
          onChange={(next) => asked.set({ around: next === NONE ? null : next })}
        />{' '}
        are compared; a loss below{' '}
        <ChoiceWord
          label="Flat below"
          value={String(words.flat)}
          options={[...new Set([...FLATS, words.flat])]
            .sort((a, b) => a - b)
            .map((each) => ({ value: String(each), name: plural(each, 'point') }))}
          onChange={(next) => asked.set({ flat: Number(next) === USUAL_FLAT ? null : next })}
        />{' '}
        a {grainWord[words.grain]} counts as flat.
      </p>
    </>
  );
}

export const faultOf = (read: unknown): string | undefined => (typeof read === 'string' ? read : undefined);

function meaning(words: Words): string {
  if (words.bars) return 'The whisker on the edge of a bar is the interval of its share.';
  if (words.plain) return 'The fuller a cell, the more of its cohort came back.';
  return 'Rust lies below the pooled value of its age, pine above; at three standard errors the colour is full. What is underlined stays apart when all cells are tested together. A cell gives its people: click it, or go to it by arrow keys and press Enter.';
}
