import { MM_PER_INCH, type LengthUnit } from './length.ts';

/** An area with its unit: cm² or in², with as many digits as its size deserves. */
export function formatArea(mm2: number, unit: LengthUnit): string {
  const value = unit === 'mm' ? mm2 / 100 : mm2 / (MM_PER_INCH * MM_PER_INCH);
  return `${significant(value)} ${unit === 'mm' ? 'cm²' : 'in²'}`;
}

/** A weight with its unit: g, kg; or oz, lb. */
export function formatWeight(grams: number, unit: LengthUnit): string {
  if (unit === 'mm') return grams < 1000 ? `${significant(grams)} g` : `${significant(grams / 1000)} kg`;
  const ounces = grams / 28.349523125;
  return ounces < 16 ? `${significant(ounces)} oz` : `${significant(ounces / 16)} lb`;
}

/** A time as `4:05` (minutes and seconds) or `1:04:05`. */
export function formatTime(seconds: number): string {
  const whole = Math.max(0, Math.round(seconds));
  const two = (value: number) => String(value).padStart(2, '0');
  const hours = Math.floor(whole / 3600);
  const minutes = Math.floor(whole / 60) % 60;
  return hours > 0 ? `${hours}:${two(minutes)}:${two(whole % 60)}` : `${minutes}:${two(whole % 60)}`;
}

/** A long way, such as the length of a cut: metres, or feet. */
export function formatTravel(mm: number, unit: LengthUnit): string {
  return unit === 'mm' ? `${(mm / 1000).toFixed(2)} m` : `${(mm / 304.8).toFixed(1)} ft`;
}

function significant(value: number): string {
  if (value >= 100) return value.toFixed(0);
  if (value >= 10) return value.toFixed(1);
  return value.toFixed(2);
}
