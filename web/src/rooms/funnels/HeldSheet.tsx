import { NothingAgain } from '../../frame/condition/NothingAgain';
import { PropertyField } from '../../frame/condition/NameField';

interface HeldSheetProps {
  app: string;
  held: string[];
  onChange: (held: string[]) => void;
  onDone: () => void;
}

/** A property that keeps its value through all steps: the same level, the same item. */
export function HeldSheet({ app, held, onChange, onDone }: HeldSheetProps) {
  return (
    <div className="condition-sheet condition-lines">
      <PropertyField
        app={app}
        label="all steps with the same"
        value={held[0] ?? ''}
        autoFocus
        onChange={(next) => {
          onChange(next ? [next] : []);
          onDone();
        }}
      />
      {held.length > 0 && (
        <NothingAgain
          text="Hold nothing"
          onClick={() => {
            onChange([]);
            onDone();
          }}
        />
      )}
    </div>
  );
}
