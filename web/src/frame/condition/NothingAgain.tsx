/** Takes a choice back. */
export const NothingAgain = ({ text, onClick }: { text: string; onClick: () => void }) => (
  <button type="button" className="word" onClick={onClick}>
    {text}
  </button>
);
