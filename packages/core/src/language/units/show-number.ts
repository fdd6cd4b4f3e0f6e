/**
 * Rounds for the eye only; nothing computed ever passes through here.
 * Source: how many digits are shown is a rule of this program.
 */

/**
 * A figure with about `digits` significant digits, plain (never 1e-7), no thousands sign.
 * @returns `–` for what is not a finite number
 */
export function showNumber(value: number, digits = 4): string {
  if (!Number.isFinite(value)) return '–';
  if (value === 0) return '0';
  const magnitude = Math.floor(Math.log10(Math.abs(value)));
  const decimals = Math.min(9, Math.max(0, digits - 1 - magnitude));
  return value.toFixed(decimals);
}

/** As showNumber, without trailing zeros. */
export const showShort = (value: number, digits = 4): string => {
  const text = showNumber(value, digits);
  return text.includes('.') ? text.replace(/\.?0+$/, '') : text;
};

/** Minutes as `6 h 05` or `40 min`. */
export function showMinutes(minutes: number): string {
  const whole = Math.round(minutes);
  if (whole < 60) return `${whole} min`;
  const rest = whole % 60;
  return `${Math.floor(whole / 60)} h${rest ? ` ${String(rest).padStart(2, '0')}` : ''}`;
}
