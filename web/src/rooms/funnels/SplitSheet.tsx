import { useWords } from '../../api/words';
import type { Split } from '../../api/retention';
import { NothingAgain } from '../../frame/condition/NothingAgain';
import { PropertyField } from '../../frame/condition/NameField';
import { Pick } from '../../frame/condition/Pick';
import { SegmentTicks } from '../../frame/condition/SegmentTicks';
import { useDraft } from '../../frame/condition/useDraft';

/** A property at one of the steps, or people side by side. */
type FunnelSplitWords = (Split & { step?: number }) | undefined;

export function saySplit(split: FunnelSplitWords, names: string[]): string {
  if (!split) return 'nothing';
  if ('people' in split) return split.people.map((group) => `\u201c${group.name}\u201d`).join(' beside ');
  const step = split.step ?? 1;
  return step === 1
    ? `${split.property} at entry`
    : `${split.property} at \u201c${names[step - 1] ?? step}\u201d`;
}

interface SplitSheetProps {
  app: string;
  names: string[];
  split: FunnelSplitWords;
  onChange: (split: FunnelSplitWords) => void;
  onDone: () => void;
}

/** By what units are told apart. */
export function SplitSheet({ app, names, split: value, onChange, onDone }: SplitSheetProps) {
  const { segments } = useWords(app);
  const [split, change] = useDraft<FunnelSplitWords>(value, onChange);
  const property = split && 'property' in split ? split : undefined;
  const people = split && 'people' in split ? split.people : undefined;
  const [first] = segments;
  return (
    <div className="condition-sheet condition-lines">
      <div className="condition-line">
        <PropertyField
          app={app}
          label="by"
          value={property?.property ?? ''}
          autoFocus
          onChange={(next) =>
            change(next ? { property: next, ...(property?.step ? { step: property.step } : {}) } : undefined)
          }
        />
        {property && names.length > 1 && (
          <Pick
            label="as it was at"
            value={String(property.step ?? 1)}
            options={names.map((name, at) => ({
              value: String(at + 1),
              name: at === 0 ? `entry: ${name}` : name,
            }))}
            onChange={(step) =>
              change({ property: property.property, ...(step === '1' ? {} : { step: Number(step) }) })
            }
            width={200}
          />
        )}
      </div>
      {people ? (
        <SegmentTicks app={app} people={people} onChange={(next) => change({ people: next })} />
      ) : (
        first && (
          <button
            type="button"
            className="word"
            onClick={() => change({ people: [{ name: first.name, who: { segment: first.id } }] })}
          >
            By segments
          </button>
        )
      )}
      {split && (
        <NothingAgain
          text="By nothing again"
          onClick={() => {
            change(undefined);
            onDone();
          }}
        />
      )}
    </div>
  );
}
