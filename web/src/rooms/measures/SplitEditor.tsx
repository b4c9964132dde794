import Button from '@mui/material/Button';
import type { OneSplit } from '../../api/measures';
import { useWords } from '../../api/words';
import { PropertyField } from '../../frame/condition/NameField';
import { Incomplete } from '../../frame/condition/Incomplete';
import { SegmentTicks } from '../../frame/condition/SegmentTicks';
import { Pick } from '../../frame/condition/Pick';
import { useDraft } from '../../frame/condition/useDraft';
import { MOST_SPLITS, TOPS, USUAL_TOP } from './question';

const NOTHING: OneSplit = { property: null, values: null, top: null, people: null };

/** "country, then platform", "nothing". */
export const saySplits = (splits: OneSplit[]) =>
  splits.length === 0
    ? 'nothing'
    : splits
        .map(
          (split) =>
            split.property ??
            (split.people ?? []).map((group) => `\u201c${group.name}\u201d`).join(' beside '),
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
    <div className="condition-sheet condition-lines">
      {splits.map((split, at) => (
        <div className="condition-line" key={at}>
          {split.people ? (
            <SegmentTicks
              app={app}
              people={split.people}
              onChange={(people) => change(at, { ...split, people })}
            />
          ) : (
            <>
              <PropertyField
                app={app}
                label={at === 0 ? 'by property' : 'then by property'}
                value={split.property ?? ''}
                onChange={(property) => change(at, { ...NOTHING, property, top: split.top })}
              />
              <Pick
                label="told apart"
                value={String(split.top ?? USUAL_TOP)}
                options={TOPS.map((top) => ({ value: String(top), name: `its ${top} largest values` }))}
                onChange={(top) =>
                  change(at, { ...split, top: Number(top) === USUAL_TOP ? null : Number(top) })
                }
                width={170}
              />
            </>
          )}
          <button
            className="plain-button condition-remove"
            aria-label={`Remove split ${at + 1}`}
            onClick={() => onChange(splits.filter((_, index) => index !== at))}
          >
            ×
          </button>
        </div>
      ))}
      <Incomplete of={splits} />
      {splits.length < MOST_SPLITS && (
        <div className="condition-adds">
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
        </div>
      )}
    </div>
  );
}
