import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import type { Split } from '../../api/retention';
import { useWords } from '../../api/words';
import { TOPS, USUAL_TOP } from '../../model/split';
import { Editor, Fields, Row } from '../../kit/layout';
import { NothingAgain } from '../condition/NothingAgain';
import { SegmentTicks } from '../condition/SegmentTicks';
import { useDraft } from '../condition/useDraft';
import { PropertySplit } from './PropertySplit';

interface SplitSheetProps<T extends Split> {
  app: string;
  split: T | undefined;
  /** What the field of the property is called. */
  label: string;
  /** Whether the number of groups can be chosen. */
  hasTop?: boolean;
  /** More about the property, beside it. */
  beside?: (property: Extract<T, { property: string }>, change: (split: T) => void) => ReactNode;
  /** More ways to split, below; what they are at work on is shown in place of the buttons. */
  more?: (change: (split: T) => void) => ReactNode;
  onChange: (split: T | undefined) => void;
  onDone: () => void;
}

/** Chooses what users are split by: the values of a property, or segments. */
export function SplitSheet<T extends Split>({
  app,
  split: value,
  onChange,
  onDone,
  ...rest
}: SplitSheetProps<T>) {
  const { label, hasTop = false, beside, more } = rest;
  const [first] = useWords(app).segments;
  const [split, change] = useDraft<T | undefined>(value, onChange);
  const property = split && 'property' in split ? (split as Extract<T, { property: string }>) : undefined;
  const people = split && 'people' in split ? split.people : undefined;
  const ofSegments = people?.some(({ who }) => 'segment' in who) ?? false;
  const set = (next: Split) => change(next as T);
  return (
    <Editor>
      <Fields>
        <PropertySplit
          app={app}
          label={label}
          property={property?.property ?? ''}
          autoFocus
          onChange={(next) => (next === '' ? change(undefined) : set({ ...property, property: next }))}
          top={
            hasTop && property
              ? {
                  value: property.top,
                  tops: TOPS,
                  usual: USUAL_TOP,
                  onChange: (top) => set({ property: property.property, ...(top ? { top } : {}) }),
                }
              : undefined
          }
        />
        {property && beside?.(property, change)}
      </Fields>
      {people && ofSegments && (
        <SegmentTicks app={app} people={people} onChange={(next) => set({ people: next })} />
      )}
      <Row>
        {first && !ofSegments && (
          <Button
            variant="outlined"
            onClick={() => set({ people: [{ name: first.name, who: { segment: first.id } }] })}
          >
            By segments
          </Button>
        )}
        {more?.(change)}
      </Row>
      {split && (
        <NothingAgain
          text="No split"
          onClick={() => {
            change(undefined);
            onDone();
          }}
        />
      )}
    </Editor>
  );
}
