import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { useWords } from '../../api/words';
import type { PersonCondition } from '../../words/conditions';

export interface NamedPeople {
  name: string;
  who: PersonCondition | Record<string, unknown>;
}

const isOf = ({ who }: NamedPeople, segment: number) => 'segment' in who && who.segment === segment;

interface SegmentTicksProps<P extends NamedPeople> {
  app: string;
  people: P[];
  onChange: (people: (P | { name: string; who: { segment: number } })[]) => void;
}

/** Segments side by side; at least one. */
export function SegmentTicks<P extends NamedPeople>({ app, people, onChange }: SegmentTicksProps<P>) {
  const words = useWords(app);
  return (
    <div>
      <span className="second">Choose segments. Users in none of them form a group of their own.</span>
      {words.segments.map((segment) => {
        const ticked = people.some((group) => isOf(group, segment.id));
        const next = ticked
          ? people.filter((group) => !isOf(group, segment.id))
          : [...people, { name: segment.name, who: { segment: segment.id } }];
        return (
          <div key={segment.id}>
            <FormControlLabel
              control={
                <Checkbox
                  size="small"
                  checked={ticked}
                  disabled={ticked && people.length === 1}
                  onChange={() => onChange(next)}
                />
              }
              label={segment.name}
            />
          </div>
        );
      })}
    </div>
  );
}
