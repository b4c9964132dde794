import { ConfirmButton } from '../../kit/ConfirmButton';
import { TextButton } from '../../kit/buttons';

interface RowActionsProps {
  /** What the row is of, as it is named in a question. */
  what: string;
  onChange: () => void;
  onRemove: () => void;
}

/** The last cell of a row of something entered by hand. */
export function RowActions({ what, onChange, onRemove }: RowActionsProps) {
  return (
    <td>
      <TextButton onClick={onChange}>Edit</TextButton>{' '}
      <ConfirmButton word="Remove" question={`Remove ${what}?`} onConfirm={onRemove} />
    </td>
  );
}

/** Its heading, heard only. */
export function ActionsHead() {
  return (
    <th scope="col">
      <span className="spoken">Edit</span>
    </th>
  );
}
