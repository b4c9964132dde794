import { Editor, Fields, Row } from '../../kit/layout';
import Button from '@mui/material/Button';
import type { OneSplit } from '../../api/measures';
import { useWords } from '../../api/words';
import { PropertyField } from '../../parts/condition/NameField';
import { Incomplete } from '../../parts/condition/Incomplete';
import { SegmentTicks } from '../../parts/condition/SegmentTicks';
import { PropertySplit } from '../../parts/split/PropertySplit';
import { useDraft } from '../../parts/condition/useDraft';
import { MOST_SPLITS, TOPS, USUAL_TOP } from './question';
import { CrossButton } from '../../kit/buttons';

const NOTHING: OneSplit = { property: null, values: null, top: null, people: null };

/** "country, then platform", "nothing". */
export const saySplits = (splits: OneSplit[]) =>
  splits.length === 0
    ? 'nothing'
    : splits
        .map(
          (split) =>
            split.property ?? (split.people ?? []).map((group) => `\u201c${group.name}\u201d`).join(' and '),
        )
        .join(', then ');

interface SplitEditorProps {
  app: string;
  splits: OneSplit[];
  onChange: (splits: OneSplit[]) => void;
}

/** Up to three splits, each within the one before: by a property or by segments side by side. */
export function SplitEditor({ app, splits: value, onChange: onSplits }: SplitEditorProps) {
  const words = useWords(app);
  const [splits, onChange] = useDraft(value, onSplits);
  const change = (at: number, split: OneSplit) =>
    onChange(splits.map((each, index) => (index === at ? split : each)));
  return (
    <Editor>
      {splits.map((split, at) => (
        <Fields key={at}>
          {split.people ? (
            <SegmentTicks
              app={app}
              people={split.people}
              onChange={(people) => change(at, { ...split, people })}
            />
          ) : (
            <PropertySplit
              app={app}
              label={at === 0 ? 'by property' : 'then by property'}
              property={split.property ?? ''}
              onChange={(property) => change(at, { ...NOTHING, property, top: split.top })}
              top={{
                value: split.top,
                tops: TOPS,
                usual: USUAL_TOP,
                onChange: (top) => change(at, { ...split, top: top ?? null }),
              }}
            />
          )}
          <CrossButton
            aria-label={`Remove split ${at + 1}`}
            onClick={() => onChange(splits.filter((_, index) => index !== at))}
          />
        </Fields>
      ))}
      <Incomplete of={splits} />
      {splits.length < MOST_SPLITS && (
        <Row>
          <PropertyField
            app={app}
            label={splits.length === 0 ? 'by a property' : 'then by a property'}
            value=""
            key={splits.length}
            autoFocus={splits.length === 0}
            onChange={(property) => onChange([...splits, { ...NOTHING, property }])}
          />
          {words.segments.length > 0 && !splits.some((split) => split.people) && (
            <Button
              variant="outlined"
              onClick={() => {
                const first = words.segments[0];
                if (first)
                  onChange([
                    ...splits,
                    { ...NOTHING, people: [{ name: first.name, who: { segment: first.id } }] },
                  ]);
              }}
            >
              by segments
            </Button>
          )}
        </Row>
      )}
    </Editor>
  );
}
