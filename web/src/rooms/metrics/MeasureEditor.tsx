import { TermMark } from '../../help/TermMark';
import { Editor, Fields } from '../../kit/layout';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import type { OneMeasure } from '../../api/measures';
import { EventsEditor } from '../../parts/condition/EventsEditor';
import { PropertyField } from '../../parts/condition/NameField';
import { Pick } from '../../parts/condition/Pick';
import { useDraft } from '../../parts/condition/useDraft';
import { isOfProperty, KIND_TERMS, KINDS, SESSION_LENGTH } from '../../words/measures';
import { TextButton } from '../../kit/buttons';

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
    <Editor>
      <Fields>
        <Pick
          label="Metric"
          value={measure.kind}
          options={KINDS}
          onChange={(kind) =>
            set({ kind, property: isOfProperty(kind) ? measure.property : null, percent: null })
          }
          width={250}
        />
        <TermMark term={KIND_TERMS[measure.kind]} />
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
      </Fields>
      <EventsEditor
        app={app}
        label="what"
        value={measure.what ?? { active: true }}
        onChange={(what) => set({ what })}
      />
      {onRemove && <TextButton onClick={onRemove}>Remove this metric</TextButton>}
    </Editor>
  );
}
