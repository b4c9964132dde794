import type { ReactNode } from 'react';

/** A written finding; a caution is what the reader must know before trusting the figures. */
export interface Finding {
  key: string;
  text: ReactNode;
  caution?: boolean;
}

/** A number and its sign stay on one line. */
const together = (text: string) => text.replace(/(\d) (%|pt\b)/g, '$1\u00a0$2');

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
              {typeof finding.text === 'string' ? together(finding.text) : finding.text}
            </li>
          ))}
        </ul>
        {tools}
      </aside>
    </div>
  );
}
