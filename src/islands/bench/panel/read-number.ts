import type { Reading } from '../../../ui';

/** How a typed number acts on each of several values: `+10` adds to each of them, `12` makes all the same. */
export function readNumberForEach(text: string, now: readonly number[], unit: string): Reading<readonly number[]> {
  const readings = now.map((value) => readNumber(text, value, unit));
  const bad = readings.find((reading) => !reading.ok);
  if (bad && !bad.ok) return bad;
  const values = readings.map((reading) => (reading.ok ? reading.value : 0));
  const same = values.every((value) => value === values[0]);
  const [first] = readings;
  return { ok: true, value: values, read: same && first?.ok ? first.read : `${values.length} values, each by its own` };
}

/** A number as people type it in a field: `12`, `*2`, `+10`, `(3+4)/2`, with or without its unit behind it. */
export function readNumber(text: string, now: number, unit: string): Reading<number> {
  const bare = text.trim().replace(/,/g, '.');
  const typed = unit !== '' && bare.endsWith(unit) ? bare.slice(0, -unit.length) : bare.replace(/(px|%|°|f)$/, '');
  if (typed.trim() === '') return { ok: false, why: 'Type a number, or a sum such as *2 or +10.' };
  // A leading operator goes on from the value that stands there; a leading minus is a sign.
  const relative = /^[*/+]/.test(typed.trim());
  const value = calculate(relative ? `(${now})${typed}` : typed);
  if (value === null || !Number.isFinite(value)) return { ok: false, why: `“${text.trim()}” is not a number or a sum.` };
  const rounded = Math.round(value * 1e6) / 1e6;
  return { ok: true, value: rounded, read: `${showNumber(rounded)}${unit === '' ? '' : ` ${unit}`}` };
}

/** Numbers as fields show them: at most two places, none when whole. */
export function showNumber(value: number): string {
  return String(Math.round(value * 100) / 100);
}

/** Sums with + − * / and brackets; null when it is none. */
function calculate(text: string): number | null {
  const tokens = text.match(/\d*\.?\d+|[-+*/()]/g);
  if (!tokens || tokens.join('') !== text.replace(/\s+/g, '')) return null;
  let i = 0;
  const sum = (): number => {
    let left = product();
    while (tokens[i] === '+' || tokens[i] === '-') left = tokens[i++] === '+' ? left + product() : left - product();
    return left;
  };
  const product = (): number => {
    let left = sign();
    while (tokens[i] === '*' || tokens[i] === '/') left = tokens[i++] === '*' ? left * sign() : left / sign();
    return left;
  };
  const sign = (): number => (tokens[i] === '-' ? (i++, -sign()) : tokens[i] === '+' ? (i++, sign()) : single());
  const single = (): number => {
    if (tokens[i] === '(') {
      i++;
      const inner = sum();
      if (tokens[i++] !== ')') return NaN;
      return inner;
    }
    return /\d/.test(tokens[i] ?? '') ? Number(tokens[i++]) : NaN;
  };
  const value = sum();
  return i === tokens.length && !Number.isNaN(value) ? value : null;
}
