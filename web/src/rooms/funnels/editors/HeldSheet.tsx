import { Editor } from '../../../kit/layout';
import { NothingAgain } from '../../../parts/condition/NothingAgain';
import { PropertyField } from '../../../parts/condition/NameField';

interface HeldSheetProps {
  app: string;
  held: string[];
  onChange: (held: string[]) => void;
  onDone: () => void;
}

/** A property that keeps its value through all steps: the same level, the same item. */
export function HeldSheet({ app, held, onChange, onDone }: HeldSheetProps) {
  return (
    <Editor>
      <PropertyField
        app={app}
        label="Property that must be equal in all steps"
        value={held[0] ?? ''}
        autoFocus
        onChange={(next) => {
          onChange(next ? [next] : []);
          onDone();
        }}
      />
      {held.length > 0 && (
        <NothingAgain
          text="Hold nothing constant"
          onClick={() => {
            onChange([]);
            onDone();
          }}
        />
      )}
    </Editor>
  );
}
