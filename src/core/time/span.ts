import type { Frames } from './units';

/** Frames `from` (included) to `to` (excluded). */
export type Span = readonly [from: Frames, to: Frames];

/** Whether a time lies in any of the spans; the end is already outside. */
export function inSpans(spans: readonly Span[], at: Frames): boolean {
  for (let i = 0; i < spans.length; i++) if (at >= spans[i]![0] && at < spans[i]![1]) return true;
  return false;
}

/** From the first start to the last end, or null when there are no spans. Spans are in order and apart. */
export function hull(spans: readonly Span[]): Span | null {
  const first = spans[0];
  const last = spans[spans.length - 1];
  return first && last ? [first[0], last[1]] : null;
}

/** The same spans, every one moved by `by`. Moving by nothing returns the same list. */
export function moveSpans(spans: readonly Span[], by: Frames): readonly Span[] {
  return by === 0 ? spans : spans.map(([from, to]): Span => [from + by, to + by]);
}

/** The spans in order, joined where they touch or overlap; empty ones are dropped. */
export function mergeSpans(spans: readonly Span[]): readonly Span[] {
  const merged: [Frames, Frames][] = [];
  for (const [from, to] of [...spans].sort((a, b) => a[0] - b[0])) {
    if (to <= from) continue;
    const last = merged[merged.length - 1];
    if (last && from <= last[1]) last[1] = Math.max(last[1], to);
    else merged.push([from, to]);
  }
  return merged;
}

/** The part of the span inside another, or null when they do not meet. */
export function clipSpan([from, to]: Span, [low, high]: Span): Span | null {
  const start = Math.max(from, low);
  const end = Math.min(to, high);
  return start < end ? [start, end] : null;
}

/** The first start moved to `at`, kept before the end of its own span. */
export function trimStart(spans: readonly Span[], at: Frames): readonly Span[] {
  const [first, ...rest] = spans;
  if (!first) return spans;
  const start = Math.min(at, first[1] - 1);
  return start === first[0] ? spans : [[start, first[1]], ...rest];
}

/** The last end moved to `at`, kept after the start of its own span. */
export function trimEnd(spans: readonly Span[], at: Frames): readonly Span[] {
  const last = spans[spans.length - 1];
  if (!last) return spans;
  const end = Math.max(at, last[0] + 1);
  return end === last[1] ? spans : [...spans.slice(0, -1), [last[0], end]];
}
