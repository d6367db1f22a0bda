import type { Frames, Span } from '../time';

/** The stretches of looks at which something is shown, each up to the next look. */
export function shownSpans(looks: readonly Frames[], isShown: (i: number) => boolean, end: Frames): readonly Span[] {
  const spans: [Frames, Frames][] = [];
  for (let i = 0; i < looks.length; i++) {
    if (!isShown(i)) continue;
    const until = looks[i + 1] ?? end;
    const last = spans[spans.length - 1];
    if (last && last[1] === looks[i]) last[1] = until;
    else spans.push([looks[i]!, until]);
  }
  return spans;
}
