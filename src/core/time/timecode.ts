import { framesPerSecond, type Rate } from './rate';
import type { Frames } from './units';

/** Frames counted in one second of timecode: the rate rounded up to a whole number (30 for 29.97). */
function base(rate: Rate): number {
  return Math.round(framesPerSecond(rate));
}

/** `1:02:03` minutes:seconds:frames, with hours in front when there are any. Counts every frame, drops none. */
export function formatTimecode(at: Frames, rate: Rate): string {
  const whole = Math.floor(Math.abs(at));
  const perSecond = base(rate);
  const two = (n: number) => String(n).padStart(2, '0');
  const seconds = Math.floor(whole / perSecond);
  const [h, m, s, f] = [Math.floor(seconds / 3600), Math.floor(seconds / 60) % 60, seconds % 60, whole % perSecond];
  return `${at < 0 ? '-' : ''}${h > 0 ? `${h}:` : ''}${two(m)}:${two(s)}:${two(f)}`;
}

/** Reads `ss:ff`, `mm:ss:ff` or `hh:mm:ss:ff`; null when it is not a timecode. */
export function parseTimecode(text: string, rate: Rate): Frames | null {
  const match = /^(-?)(\d+(?::\d+){1,3})$/.exec(text.trim());
  if (!match) return null;
  const parts = match[2]!.split(':').map(Number);
  const frames = parts.pop()!;
  const seconds = parts.reduce((sum, part) => sum * 60 + part, 0);
  return (match[1] ? -1 : 1) * (seconds * base(rate) + frames);
}
