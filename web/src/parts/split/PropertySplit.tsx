import { PropertyField } from '../condition/NameField';
import { Pick } from '../condition/Pick';

interface TopField {
  value: number | null | undefined;
  /** What can be chosen, and what it is without a choice. */
  tops: readonly number[];
  usual: number;
  onChange: (top: number | undefined) => void;
}

interface PropertySplitProps {
  app: string;
  label: string;
  /** Empty for none. */
  property: string;
  /** How many of its most common values are groups of their own; absent where that cannot be chosen. */
  top?: TopField | undefined;
  autoFocus?: boolean;
  onChange: (property: string) => void;
}

/** A property whose values are the groups, and how many of them. */
export const PropertySplit = ({ app, label, property, top, autoFocus, onChange }: PropertySplitProps) => (
  <>
    <PropertyField
      app={app}
      label={label}
      value={property}
      autoFocus={autoFocus ?? false}
      onChange={onChange}
    />
    {top && property !== '' && (
      <Pick
        label="Groups"
        value={String(top.value ?? top.usual)}
        options={top.tops.map((each) => ({ value: String(each), name: `${each} most common values` }))}
        onChange={(next) => top.onChange(Number(next) === top.usual ? undefined : Number(next))}
        width={170}
      />
    )}
  </>
);
