import { useCatalogueEvents, type RecordedEvent } from '../../api/catalogue';
import type { Asked } from '../../model/question';

const NONE: RecordedEvent[] = [];

/** What is recorded of every event in the days asked about; nothing while it is not told yet. */
export function useRecorded(asked: Asked): RecordedEvent[] {
  return useCatalogueEvents(asked.app, asked.range).data?.answer.events ?? NONE;
}
