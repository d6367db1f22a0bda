import { WrongUsage } from './refusal';

/** One answer may not be longer than this. */
const MOST = 2_000_000;

/** `A..B` or `A..B/STEP`: the host frames A, A+STEP, … before B. An empty range gives none. */
export function readFrameRange(text: string): readonly number[] {
  const match = /^(-?\d+(?:\.\d+)?)\.\.(-?\d+(?:\.\d+)?)(?:\/(\d+(?:\.\d+)?))?$/.exec(text);
  if (!match) throw new WrongUsage(`“${text}” is not a range of frames. Write A..B (B not included), or A..B/STEP.`);
  const [from, to, step] = [Number(match[1]), Number(match[2]), Number(match[3] ?? 1)];
  if (!(step > 0)) throw new WrongUsage('The step of a range is over 0.');
  const count = Math.max(0, Math.ceil((to - from) / step - 1e-9));
  if (count > MOST) throw new WrongUsage(`That range has ${count} frames; ask for at most ${MOST} at once.`);
  return Array.from({ length: count }, (_, i) => from + i * step);
}
