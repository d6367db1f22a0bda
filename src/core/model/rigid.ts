import { clipSpan, mergeSpans, type Frames, type Span } from '../time';
import { member } from './lists';
import type { Composition, Marker } from './project';

/** A time of a composition, or a moment that follows one of its markers. */
export type TimeOrMoment = Composition['rigid'][number][0];

function isPlain(span: Composition['rigid'][number]): span is [Frames, Frames] {
  return typeof span[0] === 'number' && typeof span[1] === 'number';
}

/** Rigid spans as reading settles them: in order, joined where they touch, inside the composition; those that follow markers as they are, last. */
export function settleRigid(rigid: Composition['rigid'], duration: Frames): Composition['rigid'] {
  const inside = rigid.filter(isPlain).map((span) => clipSpan(span, [0, duration])).filter((span) => span !== null);
  return [...mergeSpans(inside), ...rigid.filter((span) => !isPlain(span))] as Composition['rigid'];
}

/** The moment of a marker among these, in their frames; null where it is gone. */
export function momentAt(markers: Readonly<Record<string, Marker>>, { marker, end, plus }: { readonly marker: string; readonly end: boolean; readonly plus: Frames }): Frames | null {
  const found = member(markers, marker);
  return found ? found.at + (end ? found.length : 0) + plus : null;
}

const worked = new WeakMap<Composition['rigid'], { readonly markers: Composition['markers']; readonly duration: Frames; readonly spans: readonly Span[] }>();

/** Rigid spans as numbers: in order, joined, inside the composition; those that follow markers stand where these are now. */
export function rigidSpans({ rigid, markers, duration }: Pick<Composition, 'rigid' | 'markers' | 'duration'>): readonly Span[] {
  if (rigid.every(isPlain)) return rigid as readonly Span[];
  const known = worked.get(rigid);
  if (known?.markers === markers && known.duration === duration) return known.spans;
  const plain = (time: TimeOrMoment) => (typeof time === 'number' ? time : (momentAt(markers, time) ?? time.was));
  const spans = mergeSpans(rigid.map(([from, to]) => [plain(from), plain(to)] as const).filter(([from, to]) => to > from).map((span) => clipSpan(span, [0, duration])).filter((span) => span !== null));
  worked.set(rigid, { markers, duration, spans });
  return spans;
}
