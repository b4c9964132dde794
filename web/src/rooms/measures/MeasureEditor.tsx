import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import type { OneMeasure } from '../../api/measures';
import { EventsEditor } from '../../frame/condition/EventsEditor';
import { PropertyField } from '../../frame/condition/NameField';
import { Pick } from '../../frame/condition/Pick';
import { useDraft } from '../../frame/condition/useDraft';
import { isOfProperty, KINDS, SESSION_LENGTH } from '../../words/measures';

interface MeasureEditorProps {
  app: string;
  measure: OneMeasure;
  onChange: (measure: OneMeasure) => void;
  /** Not for the last one. */
  onRemove: (() => void) | undefined;
}

/** What is computed, of which property, of which events. */
export function MeasureEditor({ app, measure: value, onChange, onRemove }: MeasureEditorProps) {
  const [measure, change] = useDraft(value, onChange);
  const set = (part: Partial<OneMeasure>) => change({ ...measure, ...part });
  const ofProperty = isOfProperty(measure.kind);
  return (
    <div className="condition-sheet condition-lines">
      <div className="condition-line">
        <Pick
          label="Measure"
          value={measure.kind}
          options={KINDS}
          onChange={(kind) =>
            set({ kind, property: isOfProperty(kind) ? measure.property : null, percent: null })
          }
          width={250}
        />
        {ofProperty && measure.property !== SESSION_LENGTH && (
          <PropertyField
            app={app}
            label="of property"
            value={measure.property ?? ''}
            numbers={measure.kind !== 'DISTINCT'}
            onChange={(property) => set({ property })}
          />
        )}
        {ofProperty && measure.kind !== 'DISTINCT' && (
          <Button
            variant="outlined"
            onClick={() => set({ property: measure.property === SESSION_LENGTH ? null : SESSION_LENGTH })}
          >
            {measure.property === SESSION_LENGTH ? 'of a property instead' : 'of session length'}
          </Button>
        )}
        {measure.kind === 'PERCENTILE' && (
          <TextField
            label="percentile"
            type="number"
            value={measure.percent ?? 50}
            onChange={(event) => set({ percent: Math.min(100, Math.max(0, Number(event.target.value))) })}
            slotProps={{ htmlInput: { min: 0, max: 100, step: 'any' } }}
            sx={{ width: 100 }}
          />
        )}
      </div>
      <EventsEditor
        app={app}
        label="what"
        value={measure.what ?? { active: true }}
        onChange={(what) => set({ what })}
      />
      {onRemove && (
        <button className="word" onClick={onRemove}>
          Take this measure out
        </button>
      )}
    </div>
  );
}
