import { isMoment, type Moment, type Move, type OperatorField } from '../../../core/timing';
import type { Marker } from '../../../core/model';
import type { Reading } from '../../../ui';
import { showNumber } from './read-number';

/** The markers that times of an operator can be tied to. */
export type TiedTo = Readonly<Record<string, Marker>>;

/** What lists of an operator look like where they are typed, said while nothing stands there. */
const SAMPLES: Readonly<Partial<Record<OperatorField['holds'], string>>> = {
  cuts: '7: 3, 20: 2 (from frame 7 every 3)', list: '20, 40', blend: '10, or 4 6 for each cut', moves: '0 to 15, 15 to 40 loop 30 to 40', pins: '0: 0, 40: 30',
};

/** Whether a field is a list that is typed as a line of text. */
export function isTypedList(field: OperatorField): boolean {
  return field.holds in SAMPLES;
}

/** A time of the source as it is typed: its number, or its marker ("arrive + 4", "end of arrive"). */
export function showTime(value: number | string | Moment | null, markers: TiedTo): string {
  if (value === null) return '';
  if (!isMoment(value)) return typeof value === 'number' ? showNumber(value) : value;
  const marker = markers[value.marker];
  const name = marker ? (marker.name === '' ? `frame ${showNumber(marker.at)}` : marker.name) : showNumber(value.was);
  return `${value.end ? 'end of ' : ''}${name}${value.plus === 0 ? '' : value.plus > 0 ? ` + ${showNumber(value.plus)}` : ` - ${showNumber(-value.plus)}`}`;
}

/** Reads a time that is tied to a marker by its name: "arrive", "end of arrive + 4 f". Null where no marker has that name. */
export function readMoment(text: string, markers: TiedTo): Moment | null {
  const read = /^\s*(end of\s+)?(.+?)\s*(?:([+-])\s*(\d+(?:\.\d+)?)\s*f?)?\s*$/i.exec(text);
  if (!read) return null;
  const [, end, name = '', sign, number] = read;
  const marker = Object.values(markers).find((one) => one.name !== '' && one.name.toLowerCase() === name.toLowerCase());
  if (!marker) return null;
  const plus = (sign === '-' ? -1 : 1) * Number(number ?? 0) + 0;
  return { marker: marker.id, end: end !== undefined, plus, was: marker.at + (end === undefined ? 0 : marker.length) + plus };
}

/** A list as a line of text. */
export function showList(field: OperatorField, value: unknown, markers: TiedTo): string {
  switch (field.holds) {
    case 'cuts': return (value as readonly (readonly [number, number])[]).map(([at, every]) => `${showNumber(at)}: ${showNumber(every)}`).join(', ');
    case 'list': return (value as readonly number[]).map((one) => showNumber(field.unit === 'factor' ? one * 100 : one)).join(', ');
    case 'blend': return typeof value === 'number' ? showNumber(value) : (value as readonly (readonly [number, number])[]).map(([before, after]) => `${showNumber(before)} ${showNumber(after)}`).join(', ');
    case 'pins': return (value as readonly (readonly [number, number | Moment])[]).map(([at, to]) => `${showNumber(at)}: ${showTime(to, markers)}`).join(', ');
    case 'moves': return (value as readonly Move[]).map((move) => showMove(move, markers)).join(', ');
    default: return '';
  }
}

/** Spans as a line of text: "0 to 20, arrive to end of arrive". */
export function showSpans(spans: readonly (readonly [number | Moment, number | Moment])[], markers: TiedTo): string {
  return spans.map(([from, to]) => `${showTime(from, markers)} to ${showTime(to, markers)}`).join(', ');
}

export function readSpans(text: string, markers: TiedTo): Reading<readonly (readonly [number | Moment, number | Moment])[]> {
  const parts = text.split(',').map((one) => one.trim()).filter((one) => one !== '');
  const read = parts.map((one) => one.split(/\s+to\s+/).map((part) => (isNumber(part) ? Number(bare(part)) : readMoment(part, markers))));
  const at = (time: number | Moment) => (typeof time === 'number' ? time : time.was);
  const whole = read.flatMap(([from, to, more]) => (from !== null && from !== undefined && to !== null && to !== undefined && more === undefined && at(to) > at(from) ? [[from, to] as const] : []));
  return whole.length < parts.length ? { ok: false, why: 'Type spans like 0 to 20, 80 to 100, or by the names of markers.' } : { ok: true, value: whole, read: showSpans(whole, markers) || 'nothing' };
}

function showMove(move: Move, markers: TiedTo): string {
  const { from, to, rest } = 'from' in move ? move : { from: move[0], to: move[1], rest: null };
  const span = (a: number | Moment | null, b: number | Moment | null) => `${showTime(a, markers)} to ${showTime(b, markers)}`;
  return `${span(from, to)}${rest && rest.kind !== 'still' ? ` ${rest.kind} ${span(rest.from, rest.to)}${rest.finish ? ' finish' : ''}` : ''}`;
}

/** Reads such a line; what cannot be read is said. */
export function readList(field: OperatorField, text: string, markers: TiedTo): Reading<unknown> {
  const why = (): Reading<unknown> => ({ ok: false, why: `Type it like ${SAMPLES[field.holds]}.` });
  const parts = text.split(',').map((one) => one.trim()).filter((one) => one !== '');
  const time = (one: string): number | Moment | null => (isNumber(one) ? Number(bare(one)) : readMoment(one, markers));
  const done = (value: unknown): Reading<unknown> => ({ ok: true, value, read: showList(field, value, markers) || 'none' });
  switch (field.holds) {
    case 'list': {
      if (!parts.every(isNumber)) return why();
      return done(parts.map((one) => Number(bare(one)) / (field.unit === 'factor' ? 100 : 1)));
    }
    case 'blend': {
      if (parts.length <= 1 && isNumber(parts[0] ?? '0')) return done(Math.max(0, Number(bare(parts[0] ?? '0'))));
      const pairs = parts.map((one) => one.split(/\s+/));
      return pairs.every((pair) => pair.length === 2 && pair.every((part) => isNumber(part) && Number(bare(part)) >= 0)) ? done(pairs.map((pair) => pair.map((part) => Number(bare(part))))) : why();
    }
    case 'cuts': {
      const pairs = parts.map((one) => one.split(/\s*:\s*|\s+/).map((part) => part.trim()));
      return pairs.every((pair) => pair.length === 2 && pair.every(isNumber) && Number(bare(pair[1]!)) > 0) ? done(pairs.map((pair) => pair.map((part) => Number(bare(part))))) : why();
    }
    case 'pins': {
      const pairs = parts.map((one) => one.split(':').map((part) => part.trim()));
      const read = pairs.map(([at = '', to = '']) => (isNumber(at) && time(to) !== null ? [Number(bare(at)), time(to)!] : null));
      return pairs.every((pair) => pair.length === 2) && read.every((pin) => pin !== null) ? done(read) : why();
    }
    case 'moves': {
      const read = parts.map((one) => readMove(one, time));
      return read.every((move) => move !== null) ? done(read) : why();
    }
    default: return why();
  }
}

function readMove(text: string, time: (one: string) => number | Moment | null): Move | null {
  const finish = /\s+finish$/.test(text);
  const [move = '', rest] = text.replace(/\s+finish$/, '').split(/\s+(?=(?:loop|swing)\s)/);
  const span = (one: string): readonly [number | Moment, number | Moment] | null => {
    const [a, b] = one.split(/\s+to\s+/).map(time);
    return a !== null && a !== undefined && b !== null && b !== undefined ? [a, b] : null;
  };
  const played = span(move);
  if (!played) return null;
  if (rest === undefined) return finish ? null : played;
  const rested = span(rest.replace(/^(loop|swing)\s+/, ''));
  return rested && { from: played[0], to: played[1], rest: { kind: rest.startsWith('loop') ? 'loop' : 'swing', from: rested[0], to: rested[1], finish } };
}

function bare(text: string): string {
  return text.replace(/\s*(f|%)$/, '');
}

function isNumber(text: string): boolean {
  return /^[+-]?(\d+\.?\d*|\.\d+)\s*(f|%)?$/.test(text);
}
