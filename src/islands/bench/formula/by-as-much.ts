import type { Track } from '../../../core/scene';

/** Whether a formula drives a track. */
export const isDriven = ({ channel }: Pick<Track, 'channel'>): boolean => channel !== null && channel.formula !== null && !channel.formulaOff;

/** What is keyed, changed by as much as what is shown shall change: a formula goes on from there. What is neither number nor point is set. */
export function byAsMuch(keyed: unknown, shown: unknown, next: unknown): unknown {
  const sum = (one: number, was: number, is: number) => Math.round((one + is - was) * 1e6) / 1e6;
  if (typeof keyed === 'number' && typeof shown === 'number' && typeof next === 'number') return sum(keyed, shown, next);
  if (Array.isArray(keyed) && Array.isArray(shown) && Array.isArray(next) && keyed.length === 2) return keyed.map((one, i) => sum(one as number, shown[i] as number, next[i] as number));
  return next;
}
