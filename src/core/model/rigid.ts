import { clipSpan, mergeSpans, type Frames, type Span } from '../time';
import type { Composition } from './project';

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

/** The rigid spans that are plain numbers; those that follow markers are kept and not read yet. */
export function rigidSpans({ rigid }: Pick<Composition, 'rigid'>): readonly Span[] {
  return rigid.every(isPlain) ? (rigid as readonly Span[]) : rigid.filter(isPlain);
}
