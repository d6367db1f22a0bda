import { toFrames, type Rate } from './rate';
import { barAndBeat, frameOfBeat, beatAt, type Tempo } from './tempo';
import { formatTimecode, parseTimecode } from './timecode';
import type { Frames } from './units';

/** How a typed time was read, for the line under the field. */
export type TypedTime =
  | { readonly ok: true; readonly at: Frames; readonly read: string }
  | { readonly ok: false; readonly why: string };

/**
 * Reads a time as people type it: `132`, `132f`, `4.4s`, `4:12` (timecode), `bar 2.3`, `3b` (beats). From where it stands
 * go `+10f`, `+=1s`, `-=10`, and `*=2` or `/2`; a plain `-10` sets, and says how to go back by as much.
 */
export function readTypedTime(text: string, from: { at: Frames; rate: Rate; tempo: Tempo | null }): TypedTime {
  const typed = text.trim().toLowerCase();
  if (typed === '') return { ok: false, why: 'Type frames (132), seconds (4.4s), timecode (4:12) or a bar (bar 2.3).' };
  const stepped = readStep(typed, from.at, from);
  if (stepped !== null) return typeof stepped === 'string' ? { ok: false, why: stepped } : answer(stepped, from);
  if (/^-\s*[\d.]/.test(typed)) {
    const back = typed.slice(1).trim();
    const length = parseTimecode(back, from.rate) ?? readLength(back, from);
    if (typeof length === 'string') return { ok: false, why: length };
    const set = answer(-length, from);
    return set.ok ? { ...set, read: `${set.read}; -=${back} goes back by as much` } : set;
  }
  const code = parseTimecode(typed, from.rate);
  if (code !== null) return answer(code, from);
  const bar = /^(?:bar\s*)(\d+)(?:[.\s](\d+(?:\.\d+)?))?$/.exec(typed);
  if (bar) {
    if (!from.tempo) return { ok: false, why: 'This composition has no tempo yet, so it has no bars.' };
    const beat = (Number(bar[1]) - 1) * from.tempo.meter[0] + Number(bar[2] ?? 1) - 1;
    return answer(frameOfBeat(beat, from.tempo, from.rate), from);
  }
  const length = readLength(typed, from);
  if (typeof length === 'string') return { ok: false, why: length };
  const beats = typed.endsWith('b') && from.tempo ? from.tempo.offset : 0;
  return answer(length + beats, from);
}

/**
 * Reads a length as people type it, from a moment on: `12`, `12f`, `0.5s`, `0:12`, `2b`, `1 bar`, and `+10f`, `-=1s` or `*2`
 * from how long it was. Never below 0; whole frames.
 */
export function readTypedLength(text: string, from: { at: Frames; length: Frames; rate: Rate; tempo: Tempo | null }): TypedTime {
  const typed = text.trim().toLowerCase();
  if (/^-\s*[\d.]/.test(typed)) return { ok: false, why: `Nothing lasts less than 0 frames. -=${typed.slice(1).trim()} makes it shorter by as much.` };
  const length = readStep(typed, from.length, from) ?? parseTimecode(typed, from.rate) ?? readLength(typed, from);
  if (typeof length === 'string') return { ok: false, why: typed === '' ? 'Type frames (12), seconds (0.5s), timecode (0:12) or beats (2b).' : length };
  const whole = Math.round(length);
  if (whole < 0) return { ok: false, why: 'Nothing lasts less than 0 frames.' };
  return { ok: true, at: whole, read: `${whole} f, ${formatTimecode(whole, from.rate)}` };
}

/** What a typed step makes of a time: `+10f`, `+=1s`, `-=2b`, `*2`, `/=2`; null where none was typed, a sentence where it cannot be read. */
function readStep(typed: string, now: Frames, from: { at: Frames; rate: Rate; tempo: Tempo | null }): Frames | string | null {
  const [, sign, rest] = /^(\+=?|-=|\*=?|\/=?)\s*(.*)$/.exec(typed) ?? [];
  if (sign === undefined) return null;
  if (sign[0] === '*' || sign[0] === '/') {
    const factor = /^\d+(\.\d+)?$|^\.\d+$/.test(rest!) ? Number(rest) : NaN;
    if (!(factor >= 0) || (sign[0] === '/' && factor === 0)) return `“${typed}” needs a number behind it, as in *2.`;
    return sign[0] === '*' ? now * factor : now / factor;
  }
  const length = parseTimecode(rest!, from.rate) ?? readLength(rest!, from);
  return typeof length === 'string' ? length : now + (sign[0] === '-' ? -length : length);
}

/** A length in frames, or the sentence that says why it is none. */
function readLength(typed: string, { at, rate, tempo }: { at: Frames; rate: Rate; tempo: Tempo | null }): Frames | string {
  const match = /^(\d+(?:\.\d+)?|\.\d+)\s*(f|frames?|s|sec|seconds?|b|beats?|bars?)?$/.exec(typed);
  if (!match) return `“${typed}” is not a time. Type frames (132), seconds (4.4s), timecode (4:12) or a bar (bar 2.3).`;
  const number = Number(match[1]);
  const named = match[2] ?? 'f';
  if (named.startsWith('f')) return number;
  if (named.startsWith('s')) return toFrames(number, rate);
  if (!tempo) return 'This composition has no tempo yet, so it has no beats.';
  const beats = named.startsWith('bar') ? number * tempo.meter[0] : number;
  const here = tempo.map ? beatAt(at, tempo, rate) : 0;
  return frameOfBeat(here + beats, tempo, rate) - frameOfBeat(here, tempo, rate);
}

function answer(at: Frames, { rate, tempo }: { rate: Rate; tempo: Tempo | null }): TypedTime {
  // People aim at frames: a bar that falls between two is read as the nearer one.
  const whole = Math.round(at);
  const place = tempo ? barAndBeat(beatAt(whole, tempo, rate), tempo) : null;
  const bar = place ? `, bar ${place.bar}.${trimNumber(place.beat)}` : '';
  return { ok: true, at: whole, read: `frame ${whole}, ${formatTimecode(whole, rate)}${bar}` };
}

function trimNumber(value: number): string {
  return String(Math.round(value * 100) / 100);
}
