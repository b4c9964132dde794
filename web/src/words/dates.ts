import type { DayRange, Grain } from '../api/queries';

const WEEKDAYS = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'];
const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];
const DAY_MS = 86_400_000;

/** Civil days are counted from 1970-01-01 as whole numbers; no clock and no zone is in them. */
export type Day = number;

export const dayOf = (iso: string): Day => Math.round(Date.parse(`${iso}T00:00:00Z`) / DAY_MS);
export const isoOf = (day: Day): string => new Date(day * DAY_MS).toISOString().slice(0, 10);

const parts = (day: Day) => {
  const date = new Date(day * DAY_MS);
  return {
    year: date.getUTCFullYear(),
    month: date.getUTCMonth(),
    date: date.getUTCDate(),
    weekday: date.getUTCDay(),
  };
};

/** "Tue 14 Jul". */
export function dayWords(day: Day): string {
  const { month, date, weekday } = parts(day);
  return `${WEEKDAYS[weekday]} ${date} ${MONTHS[month]}`;
}

/** "Tue", for "the last 8 Tuesdays": the long name. */
export const weekdayName = (day: Day): string =>
  ['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday'][parts(day).weekday] ?? '';

export const monthShort = (day: Day): string => MONTHS[parts(day).month] ?? '';
export const isMonthStart = (day: Day): boolean => parts(day).date === 1;
export const yearOf = (day: Day): number => parts(day).year;

/** "26 Oct – 22 Nov 2026": the last day is in it, though ranges end the day after. */
export function rangeWords(range: DayRange): string {
  const first = parts(dayOf(range.from));
  const last = parts(dayOf(range.to) - 1);
  const end = `${last.date} ${MONTHS[last.month]} ${last.year}`;
  if (dayOf(range.to) - dayOf(range.from) === 1) return end;
  const year = first.year === last.year ? '' : ` ${first.year}`;
  return `${first.date} ${MONTHS[first.month]}${year} \u2013 ${end}`;
}

/** "22 Nov 2026". */
export const dateWords = (iso: string): string => rangeWords({ from: iso, to: isoOf(dayOf(iso) + 1) });

/** The Monday of a day's week. */
export const mondayOf = (day: Day): Day => day - ((parts(day).weekday + 6) % 7);

/** ISO 8601 week: "2026-W29", for tooltips. */
export function isoWeek(day: Day): string {
  const monday = mondayOf(day);
  const { year } = parts(monday + 3);
  const january4 = dayOf(`${year}-01-04`);
  const firstMonday = january4 - ((parts(january4).weekday + 6) % 7);
  return `${year}-W${String((monday - firstMonday) / 7 + 1).padStart(2, '0')}`;
}

/** The week that begins on a Monday by its days: "16–22 Nov", "30 Nov–6 Dec". */
function weekWords(monday: Day): string {
  const first = parts(monday);
  const last = parts(monday + 6);
  const month = first.month === last.month ? '' : ` ${MONTHS[first.month]}`;
  return `${first.date}${month}\u2013${last.date} ${MONTHS[last.month]}`;
}

/** The name of a period that begins on a day: "Tue 14 Jul", "16–22 Nov", "Nov 2026". */
export function periodWords(from: string, grain: Grain): string {
  const day = dayOf(from);
  if (grain === 'DAY') return dayWords(day);
  if (grain === 'WEEK') return weekWords(day);
  const { month, year } = parts(day);
  return `${MONTHS[month]} ${year}`;
}

/** The day after a period that a day lies in. */
export function endOfPeriod(day: Day, grain: Grain): Day {
  if (grain === 'DAY') return day + 1;
  const { year, month } = parts(day);
  if (grain === 'WEEK') return mondayOf(day) + 7;
  return Math.round(Date.UTC(year, month + 1, 1) / DAY_MS);
}

export const grainWord: Record<Grain, string> = { DAY: 'day', WEEK: 'week', MONTH: 'month' };

/** The grains as choices of a word. */
export const GRAINS = (Object.keys(grainWord) as Grain[]).map((value) => ({ value, name: grainWord[value] }));

/** The civil day and the time of an instant by the clocks of a zone. */
export function instantParts(iso: string, zone: string): { day: string; time: string } {
  const text = new Intl.DateTimeFormat('en-CA', {
    timeZone: zone,
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  }).formatToParts(new Date(iso));
  const part = (type: string) => text.find((each) => each.type === type)?.value ?? '';
  return {
    day: `${part('year')}-${part('month')}-${part('day')}`,
    time: `${part('hour')}:${part('minute')}`,
  };
}

/** An instant by the clocks of a zone: "Mon 23 Nov 00:44". */
export function instantIn(iso: string, zone: string): string {
  const { day, time } = instantParts(iso, zone);
  return `${dayWords(dayOf(day))} ${time}`;
}
