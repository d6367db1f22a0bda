import { readTypedLength, type Rate, type Tempo } from '../../../core/time';
import type { Reading } from '../../../ui';

/** How a typed number acts on each of several values: `+10` adds to each of them, `12` makes all the same, `10..60` goes from the first to the last in even steps, and so does what `-=10..60` takes away. */
export function readNumberForEach(text: string, now: readonly number[], unit: string, clock?: FieldClock): Reading<readonly number[]> {
  if (text.includes('..')) return readEvenSteps(text, now, unit, clock);
  const readings = now.map((value) => readNumber(text, value, unit, clock));
  const bad = readings.find((reading) => !reading.ok);
  if (bad && !bad.ok) return bad;
  const values = readings.map((reading) => (reading.ok ? reading.value : 0));
  const same = values.every((value) => value === values[0]);
  const [first] = readings;
  return { ok: true, value: values, read: same && first?.ok ? first.read : `${values.length} values, each by its own` };
}

function readEvenSteps(text: string, now: readonly number[], unit: string, clock?: FieldClock): Reading<readonly number[]> {
  const steps = evenSteps(text, now.length, unit, clock);
  if (!steps.ok) return steps;
  const readings = now.map((value, i) => readNumber(steps.value[i]!, value, unit, clock));
  const unread = readings.find((one) => !one.ok);
  if (unread && !unread.ok) return unread;
  return { ok: true, value: readings.map((one) => (one.ok ? one.value : 0)), read: `${now.length} values, ${steps.read}` };
}

/** What `20..70`, or `-=20..70`, stands for at each of so many: the numbers from the first to the last, each typed by itself. */
export function evenSteps(text: string, many: number, unit: string, clock?: FieldClock): Reading<readonly string[]> {
  if (many < 2) return { ok: false, why: 'What goes from one number to another needs several values: select more.' };
  const [, step = '', begin = '', end = ''] = /^\s*([-+*/]=|[+*/])?(.*?)\.\.(.*)$/.exec(text) ?? [];
  const ends = [begin, end].map((one) => readNumber(one, 0, unit, clock));
  const bad = ends.find((one) => !one.ok);
  if (bad && !bad.ok) return bad;
  const [from, to] = ends.map((one) => (one.ok ? one.value : 0)) as [number, number];
  return { ok: true, value: Array.from({ length: many }, (_, i) => `${step}${written(from + ((to - from) * i) / (many - 1))}`), read: `${step === '' ? '' : `${step} `}${showNumber(from)} to ${showNumber(to)} in even steps` };
}

const written = (value: number) => String(Math.round(value * 1e6) / 1e6);

/** What a field counts in when it is a time: typed times are read by it. */
export type FieldClock = { readonly at: number; readonly rate: Rate; readonly tempo: Tempo | null };

/**
 * A number as people type it in a field: `12`, `*2`, `+10`, `(3+4)/2`, with or without its unit behind it. `+=10`, `-=10`, `*=2`
 * and `/=2` always go on from the value that stands there; a plain `-10` sets, and the reading says how to subtract. With a
 * clock it is a time or a length: `1s`, `2b` and timecode are read too.
 */
export function readNumber(text: string, now: number, unit: string, clock?: FieldClock): Reading<number> {
  const bare = text.trim().replace(/,/g, '.');
  const typed = unit !== '' && bare.endsWith(unit) ? bare.slice(0, -unit.length) : bare.replace(/(px|%|°|f)$/, '');
  if (typed.trim() === '') return { ok: false, why: 'Type a number, or a sum such as *2 or +10.' };
  const [, step, behind] = /^\s*([-+*/])=(.*)$/.exec(typed) ?? [];
  // A leading operator goes on from the value that stands there; a leading minus is a sign.
  const relative = /^[*/+]/.test(typed.trim());
  const value = step !== undefined ? calculate(`(${now})${step}(${behind})`) : calculate(relative ? `(${now})${typed}` : typed);
  if (value === null || !Number.isFinite(value)) {
    const time = clock && readTypedLength(bare, { ...clock, length: now });
    if (time?.ok) return { ok: true, value: time.at, read: time.read };
    return { ok: false, why: clock ? `“${text.trim()}” is not a time or a sum. Type frames (12), seconds (0.5s), beats (2b) or timecode (0:12).` : `“${text.trim()}” is not a number or a sum.` };
  }
  const rounded = Math.round(value * 1e6) / 1e6;
  const read = `${showNumber(rounded)}${unit === '' ? '' : ` ${unit}`}`;
  const [, sum] = /^-\s*(\d*\.?\d+)$/.exec(typed.trim()) ?? [];
  return { ok: true, value: rounded, read: sum === undefined ? read : `${read}; -=${sum} subtracts` };
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
