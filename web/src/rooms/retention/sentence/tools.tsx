import type { RetentionView, Split } from '../../../api/retention';
import type { FrameContext } from '../../../model/frame';
import { ChoiceWord } from '../../../parts/sentence/Sentence';
import { grainWord } from '../../../words/dates';
import { AgesWord } from './AgesWord';
import { agesOf, columnHead, USUAL_FLAT, type Words } from '../question';
import { Check } from '../../../kit/fields';

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
            { value: 'triangle', name: 'a table of all ages' },
            { value: 'bars', name: 'bars for chosen ages' },
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
            Cells show{' '}
            <ChoiceWord
              label="Cells show"
              value={words.counts ? 'counts' : 'shares'}
              options={[
                { value: 'shares', name: 'shares' },
                { value: 'counts', name: 'counts' },
              ]}
              onChange={(next) => asked.set({ cells: next === 'counts' ? next : null })}
            />
            , rows sorted by{' '}
            <ChoiceWord
              label="Sort by"
              value={String(words.order)}
              options={[
                { value: 'time', name: split ? 'most users' : 'time' },
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
          <Check
            label="Colour by value instead of by difference from the average"
            checked={words.plain}
            onChange={(on) => asked.set({ shade: on ? 'plain' : null })}
          />
        </>
      )}
      <p>
        Compare cohorts before and after{' '}
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
        . A loss below{' '}
        <ChoiceWord
          label="Flat below"
          value={String(words.flat)}
          options={[...new Set([...FLATS, words.flat])]
            .sort((a, b) => a - b)
            .map((each) => ({ value: String(each), name: `${each} pp` }))}
          onChange={(next) => asked.set({ flat: Number(next) === USUAL_FLAT ? null : next })}
        />{' '}
        per {grainWord[words.grain]} counts as flat.
      </p>
    </>
  );
}

export const faultOf = (read: unknown): string | undefined => (typeof read === 'string' ? read : undefined);

function meaning(words: Words): string {
  if (words.bars) return 'The line at the edge of a bar is the 95% interval.';
  if (words.plain) return 'The darker a cell, the more of its cohort came back.';
  return 'Red: below the average for that age. Green: above. Underlined: significant. Click a cell, or press Enter on it, to see its users.';
}
