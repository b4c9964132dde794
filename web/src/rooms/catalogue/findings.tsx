import type { EntryView, RecordedEvents, RecordedProperty } from '../../api/catalogue';
import type { Finding } from '../../parts/answer/Answer';
import { gapSentences } from '../../words/gaps';
import { count, plural } from '../../words/numbers';
import { entryOf } from './shown';
import { TextButton } from '../../kit/buttons';

type Open = (name: string) => void;

const nameButton = (entry: EntryView, onOpen: Open) => (
  <TextButton onClick={() => onOpen(entry.name)}>{entry.shownAs || entry.name}</TextButton>
);

/** Where events are missing, each with what was to be expected; and how much there is. */
export function eventFindings(view: RecordedEvents, entries: EntryView[], onOpen: Open): Finding[] {
  const found: Finding[] = [];
  for (const event of view.events) {
    for (const { kind, text } of gapSentences(event)) {
      if (kind === 'NEVER') continue; // a feature that older versions did not have is no fault
      found.push({
        key: `${event.name} ${kind}`,
        caution: true,
        text: (
          <>
            {nameButton(entryOf(entries, 'EVENT', event.name), onOpen)} {text}
          </>
        ),
      });
    }
  }
  if (found.length === 0) {
    found.push({
      key: 'whole',
      text: 'No gaps: every version sends what earlier versions sent, and none has stopped.',
    });
  }
  const all = view.events.reduce((sum, event) => sum + event.count, 0);
  const passive = view.events.filter((event) => !event.activity).length;
  found.push({
    key: 'all',
    text: (
      <>
        <b>{count(all)}</b> events of {plural(view.events.length, 'name')} in the range; {count(passive)}{' '}
        {passive === 1 ? 'is' : 'are'} passive.
      </>
    ),
  });
  return [...found, ...undescribed(view.events.length, entries, 'EVENT')];
}

function undescribed(names: number, entries: EntryView[], kind: EntryView['kind']): Finding[] {
  const described = entries.filter((entry) => entry.kind === kind && entry.description !== '').length;
  return described >= names
    ? []
    : [{ key: 'undescribed', text: `${count(names - described)} without a description.` }];
}

/** Properties whose senders do not agree on a type; and how many there are. */
export function propertyFindings(view: RecordedProperty[], entries: EntryView[], onOpen: Open): Finding[] {
  const mixed = view.filter((property) => property.texts > 0 && property.numbers > 0);
  return [
    ...mixed.map((property) => ({
      key: property.name,
      caution: true,
      text: (
        <>
          {nameButton(entryOf(entries, 'PROPERTY', property.name), onOpen)} comes as text in{' '}
          {count(property.texts)} events and as number in {count(property.numbers)}. Number comparisons ignore
          texts that are not numbers.
        </>
      ),
    })),
    {
      key: 'all',
      text: (
        <>
          <b>{plural(view.length, 'property', 'properties')}</b> in use.
        </>
      ),
    },
    ...undescribed(view.length, entries, 'PROPERTY'),
  ];
}
