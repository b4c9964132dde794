interface RowActionsProps {
  onChange: () => void;
  onRemove: () => void;
}

/** The last cell of a row of something entered by hand. */
export function RowActions({ onChange, onRemove }: RowActionsProps) {
  return (
    <td>
      <button className="word" onClick={onChange}>
        Change
      </button>{' '}
      <button className="word" onClick={onRemove}>
        Remove
      </button>
    </td>
  );
}

/** Its heading, heard only. */
export function ActionsHead() {
  return (
    <th scope="col">
      <span className="spoken">Change</span>
    </th>
  );
}
