import { useEffect } from 'react';
import Markdown from 'react-markdown';
import { termOf } from './handbook';

interface DefinitionProps {
  term: string;
  /** Called when it stands on the page. */
  onShown?: () => void;
}

/** What the handbook says of a term. */
export default function Definition({ term: name, onShown }: DefinitionProps) {
  useEffect(() => {
    onShown?.();
  }, [onShown]);
  const term = termOf(name);
  if (!term) return <p>The handbook has no section &ldquo;{name}&rdquo;.</p>;
  return (
    <>
      <Markdown>{term.definition}</Markdown>
      <p className="second">Handbook, {term.section}</p>
    </>
  );
}
