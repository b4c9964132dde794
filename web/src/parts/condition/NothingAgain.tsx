import { TextButton } from '../../kit/buttons';
/** Takes a choice back. */
export const NothingAgain = ({ text, onClick }: { text: string; onClick: () => void }) => (
  <TextButton onClick={onClick}>{text}</TextButton>
);
