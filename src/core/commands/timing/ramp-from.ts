import type { Frames } from '../../time';

export type RampFields = { readonly cuts: readonly number[]; readonly rates: readonly number[]; readonly blend: number | readonly (readonly [before: number, after: number])[] };

/** A ramp that plays parts, each until a time, at rates of their own, and what is left at one more; before `begin` time runs as it did. Changes are soft over so many frames, half of it before and after each. */
export function rampFrom(begin: Frames, parts: readonly (readonly [until: Frames, rate: number])[], last: number, soft: Frames): RampFields {
  const lasting = parts.filter(([until]) => until > Math.max(begin, 1e-6));
  const leads = begin > 1e-6 && (lasting[0]?.[1] ?? last) !== 1;
  const half = soft / 2;
  return {
    cuts: [...(leads ? [begin] : []), ...lasting.map(([until]) => until)], rates: [...(leads ? [1] : []), ...lasting.map(([, rate]) => rate), last],
    // Where a bar begins nothing is softened: its first picture stays.
    blend: leads && soft > 0 ? [[0, 0], ...lasting.map(() => [half, half] as const)] : soft,
  };
}
