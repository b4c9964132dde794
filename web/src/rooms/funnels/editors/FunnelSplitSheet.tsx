import type { Split } from '../../../api/retention';
import { Pick } from '../../../parts/condition/Pick';
import { SplitSheet } from '../../../parts/split/SplitSheet';

/** A property at one of the steps, or segments side by side. */
type FunnelSplit = Split & { step?: number };

export function saySplit(split: FunnelSplit | undefined, names: string[]): string {
  if (!split) return 'nothing';
  if ('people' in split) return split.people.map((group) => `\u201c${group.name}\u201d`).join(' and ');
  const step = split.step ?? 1;
  return step === 1
    ? `${split.property} at entry`
    : `${split.property} at \u201c${names[step - 1] ?? step}\u201d`;
}

interface FunnelSplitSheetProps {
  app: string;
  names: string[];
  split: FunnelSplit | undefined;
  onChange: (split: FunnelSplit | undefined) => void;
  onDone: () => void;
}

/** Chooses the groups of a funnel: a property as it is at one of the steps, or segments. */
export const FunnelSplitSheet = ({ app, names, split, onChange, onDone }: FunnelSplitSheetProps) => (
  <SplitSheet<FunnelSplit>
    app={app}
    split={split}
    label="by"
    beside={({ property, step }, change) =>
      names.length > 1 && (
        <Pick
          label="Value at step"
          value={String(step ?? 1)}
          options={names.map((name, at) => ({
            value: String(at + 1),
            name: at === 0 ? `entry: ${name}` : name,
          }))}
          onChange={(next) => change({ property, ...(next === '1' ? {} : { step: Number(next) }) })}
          width={200}
        />
      )
    }
    onChange={onChange}
    onDone={onDone}
  />
);
