import type { Unit } from '../api/queries';
import { compact, count, figureValue } from './numbers';

/** What a measure's values are; a ratio is so many for each. */
export type MeasureUnit = Extract<Unit, 'PEOPLE' | 'COUNT' | 'SHARE'> | 'RATIO';

const twoDecimals = new Intl.NumberFormat('en-US', { minimumFractionDigits: 2, maximumFractionDigits: 2 });

/** A value in words; a dash where there is none. */
export function measureValue(value: number | null, unit: MeasureUnit): string {
  if (unit !== 'RATIO') return figureValue(value, unit, '');
  return value === null ? '–' : Math.abs(value) >= 1000 ? count(value) : twoDecimals.format(value);
}

/** The short form for an axis. */
export const axisValue = (value: number, unit: MeasureUnit): string =>
  unit === 'SHARE' ? `${compact(value * 100)} %` : compact(value);

export const axisName: Record<MeasureUnit, string> = {
  PEOPLE: 'people',
  COUNT: 'times',
  SHARE: 'share',
  RATIO: 'times each',
};
