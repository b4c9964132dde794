import type { RecordedEvent, Gap } from '../api/catalogue';
import { count } from './numbers';

const senderWords = (gap: Gap) =>
  [gap.platform, gap.version].filter(Boolean).join(' ') || 'apps without a platform';

const listed = (names: string[]) =>
  names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;

const sum = (gaps: Gap[], of: 'sent' | 'expected') => gaps.reduce((total, gap) => total + gap[of], 0);

const sentOf = (gaps: Gap[]) =>
  `${count(sum(gaps, 'sent'))} instead of about ${count(sum(gaps, 'expected'))} expected`;

/** Where an event is missing, in sentences that begin after its name; one for each kind there is. */
export function gapSentences(event: RecordedEvent): { kind: Gap['kind']; text: string }[] {
  const of = (kind: Gap['kind']) => event.gaps.filter((gap) => gap.kind === kind);
  const lost = of('LOST');
  const quiet = of('QUIET');
  const never = of('NEVER');
  const sentences: { kind: Gap['kind']; text: string }[] = [];
  if (lost.length > 0) {
    sentences.push({
      kind: 'LOST',
      text: `is not sent by ${listed(lost.map(senderWords))}, though earlier versions sent it: ${sentOf(lost)}.`,
    });
  }
  if (quiet.length > 0) {
    sentences.push({
      kind: 'QUIET',
      text: `has stopped on ${listed(quiet.map(senderWords))}: ${sentOf(quiet)} in the last 7 full days.`,
    });
  }
  if (never.length > 0) {
    sentences.push({ kind: 'NEVER', text: `was never sent by ${listed(never.map(senderWords))}.` });
  }
  return sentences;
}
