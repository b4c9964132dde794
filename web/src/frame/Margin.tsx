import type { ReactNode } from 'react';

/** A written finding; a caution is what the reader must know before trusting the figures. */
export interface Finding {
  key: string;
  text: ReactNode;
  caution?: boolean;
}

/** The answer beside its findings. */
export function Answer({
  children,
  findings,
  tools,
}: {
  children: ReactNode;
  findings: Finding[];
  tools?: ReactNode;
}) {
  return (
    <div className="answer">
      {/* Reached by Tab, so that it can be scrolled by keys where nothing in it can be. */}
      <section className="answer-main" aria-label="Answer" tabIndex={0}>
        {children}
      </section>
      <aside className="margin" aria-label="Findings">
        <h2>Findings</h2>
        <ul>
          {findings.map((finding) => (
            <li key={finding.key} className={finding.caution ? 'caution' : undefined}>
              {finding.text}
            </li>
          ))}
        </ul>
        {tools}
      </aside>
    </div>
  );
}
