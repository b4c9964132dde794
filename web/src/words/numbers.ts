import type { Unit } from '../api/queries';

/** Rounded to zero there is no sign: "0.0", never "-0.0". */
const rounded = (digits: number) =>
  new Intl.NumberFormat('en-US', {
    minimumFractionDigits: digits,
    maximumFractionDigits: digits,
    signDisplay: 'negative',
  });

const whole = rounded(0);
const oneDecimal = rounded(1);
const twoDecimals = rounded(2);
const fourDecimals = rounded(4);

/** U+2212: as wide as a plus sign, so signed columns line up. */
const MINUS = '\u2212';
export const NO_VALUE = '\u2013';

export const count = (value: number) => whole.format(value);

/** "34.7"; a dash for none. */
export const decimal = (value: number | null) =>
  value === null ? NO_VALUE : value.toFixed(1).replace(/^-0\.0$/, '0.0');

/** "41.3%" of 0.413. */
export const share = (value: number) => `${oneDecimal.format(value * 100)}%`;

/** "41.3% (40.6–42.0)". */
export const shareWithin = (value: number, low: number, high: number) =>
  `${share(value)} (${oneDecimal.format(low * 100)}\u2013${oneDecimal.format(high * 100)})`;

/** Two decimals; four below 0.1, where two would say too little: an ARPU of 0.0312 is not 0.03. */
function amount(value: number): string {
  if (value !== 0 && Math.abs(value) < 0.1) return fourDecimals.format(value);
  return Math.abs(value) >= 100_000 ? whole.format(value) : twoDecimals.format(value);
}

export const money = (value: number, currency: string) => `${currency} ${amount(value)}`;

/** "3 min 12 s" of 192. */
export function duration(seconds: number): string {
  const total = Math.round(seconds);
  const minutes = Math.floor(total / 60);
  if (minutes >= 60) return `${Math.floor(minutes / 60)} h ${minutes % 60} min`;
  return minutes > 0 ? `${minutes} min ${total % 60} s` : `${total} s`;
}

/** A figure's value in words; absent values are a dash. */
export function figureValue(value: number | null | undefined, unit: Unit, currency: string): string {
  if (value === null || value === undefined) return NO_VALUE;
  switch (unit) {
    case 'COUNT':
    case 'PEOPLE':
      return count(value);
    case 'SHARE':
      return share(value);
    case 'SECONDS':
      return duration(value);
    case 'NUMBER':
      return oneDecimal.format(value);
    case 'MONEY':
      return money(value, currency);
  }
}

/** The text of a number's size with the number's sign; no sign where it is rounded to zero. */
export function withSign(value: number, text: string): string {
  if (!/[1-9]/.test(text)) return text;
  return `${value < 0 ? MINUS : '+'}${text}`;
}

/** The text of a number's size with a minus sign if the number is negative and not rounded to zero. */
export const withMinus = (value: number, text: string) => (value < 0 ? withSign(value, text) : text);

/** A number with so many decimals. */
export const fixed = (value: number, digits: number) => withMinus(value, Math.abs(value).toFixed(digits));

const signed = (value: number, format: (value: number) => string) => withSign(value, format(Math.abs(value)));

/** Change from before to now: in percentage points for shares, else in percent of before; a dash where there is none. */
export function change(
  now: number | null | undefined,
  before: number | null | undefined,
  unit: Unit,
): string {
  if (now === null || now === undefined || before === null || before === undefined) return NO_VALUE;
  if (unit === 'SHARE') return `${signed((now - before) * 100, (value) => oneDecimal.format(value))} pp`;
  if (before === 0) return NO_VALUE;
  return `${signed(((now - before) / Math.abs(before)) * 100, (value) => oneDecimal.format(value))}%`;
}

/** A difference of two shares in percentage points: "−3.2 pp". */
export const points = (value: number) => change(value, 0, 'SHARE');

const bare = (value: number) => points(value).replace(/ pp$/, '');

/** "−3.2 pp (−5.0 to −1.4)". */
export const pointsWithin = (value: number, low: number, high: number) =>
  `${points(value)} (${bare(low)} to ${bare(high)})`;

/** Short forms for axes: "1.28 M", "13.4 k". */
export function compact(value: number): string {
  const size = Math.abs(value);
  const trim = (scaled: number) => String(Number(scaled.toPrecision(3)));
  if (size >= 1e6) return `${trim(value / 1e6)} M`;
  if (size >= 1e4) return `${trim(value / 1e3)} k`;
  return size >= 1000 ? whole.format(value) : trim(value);
}

export function bytes(value: number): string {
  if (value >= 1e9) return `${trimmed(value / 1e9)} GB`;
  if (value >= 1e6) return `${trimmed(value / 1e6)} MB`;
  return value >= 1e3 ? `${trimmed(value / 1e3)} kB` : `${value} bytes`;
}

const trimmed = (value: number) => Number(value.toPrecision(3));

/** "1 row", "2 rows". */
export const plural = (value: number, one: string, many = `${one}s`) =>
  `${count(value)} ${value === 1 ? one : many}`;
