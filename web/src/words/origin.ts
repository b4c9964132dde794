import { isPersonCondition } from './conditionSchema';
import { sayPeople, type Names } from './conditions';
import { dateWords } from './dates';

const FOUND = /^Found at the watermark (\d{4}-\d\d-\d\d)\S* by (.*)$/s;

/** Where a list of users came from, in words; a rule that was too long to be kept whole is not said. */
export function sayOrigin(origin: string, names: Names): string {
  const [, day, rule] = FOUND.exec(origin) ?? [];
  if (day === undefined || rule === undefined) return origin;
  const made = `List made on ${dateWords(day)}`;
  const condition = parsed(rule);
  return isPersonCondition(condition) ? `${made} from: ${sayPeople(condition, names)}` : made;
}

function parsed(rule: string): unknown {
  try {
    return JSON.parse(rule) as unknown;
  } catch {
    return undefined;
  }
}
