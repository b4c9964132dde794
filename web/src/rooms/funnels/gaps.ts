import type { RecordedEvent } from '../../api/catalogue';
import type { Finding } from '../../parts/answer/Answer';
import { gapSentences } from '../../words/gaps';
import { eventsIn, type Words } from './question';

/** By step, where what it looks at is not sent everywhere, in sentences. */
export const gapsOf = (words: Words, recorded: RecordedEvent[]): string[][] =>
  words.steps.map((step) => {
    const events = eventsIn([step.what, step.forbidden]);
    return recorded
      .filter((event) => events.includes(event.name))
      .flatMap((event) => gapSentences(event).map(({ text }) => `${event.name} ${text}`));
  });

export const gapFindings = (gaps: string[][], names: string[]): Finding[] =>
  gaps.flatMap((texts, at) =>
    texts.map((text) => ({
      key: `gap ${at} ${text}`,
      caution: true,
      text: `Step ${at + 1}, \u201c${names[at] ?? ''}\u201d: ${text}`,
    })),
  );
